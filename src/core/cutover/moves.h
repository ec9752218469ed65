// SPDX-License-Identifier: GPL-3.0-or-later
// The port move list: which lead of the old switch goes into which port of the new one, so that nothing that works is
// lost and the least has to be bought and relabelled. Exact.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "core/buy/mip.h"
#include "core/match/placing.h"

namespace sokudo::cutover {

/// What a lead would need to go into a port.
struct MoveChoice {
    std::size_t lead = 0, port = 0;
    bool needsLead = false;     ///< another lead: this one does not reach, or its plug does not go in
    bool needsModule = false;   ///< another module
    bool isRenumbered = false;  ///< another number than it had
    std::string module;         ///< id of the module that then is in the port; empty: none
};

/// As bare numbers.
struct MoveModel {
    std::size_t leads = 0, ports = 0;
    std::vector<MoveChoice> choices;               ///< those that break no need
    std::vector<std::vector<std::size_t>> groups;  ///< leads that must land in one block: a bond, an uplink pair
    std::vector<int> blocks;                       ///< of each port: ports of one kind
};

struct MoveCount {
    int leads = 0, modules = 0, renumbered = 0;
    friend bool operator==(const MoveCount&, const MoveCount&) = default;
    friend auto operator<=>(const MoveCount&, const MoveCount&) = default;
};

struct Assigned {
    std::vector<std::size_t> choices;  ///< one of each lead, in MoveModel::choices
    MoveCount count;
    bool isLeast = true;  ///< false: it was stopped, and something better may be there
};

/// How far the work is, 0 to 1. @return false: stop, and give the best found
using MoveProgress = std::function<bool(double share)>;

/// The fewest new leads, then modules, then ports with another number.
/// @error NotFound   no solver, or no way to place all of them
/// @error BadInput   more leads than ports
/// @error Cancelled  stopped before a way to place them was found
Result<Assigned> assignMoves(const MoveModel&, const buy::Solver&, const MoveProgress& = {});

/// A setting that goes with the lead.
struct Setting {
    std::string what, value;
};

struct Move {
    plan::PortId from, to;
    std::string fromName, toName, partner;  ///< "core 3", "core-new 3", "vault 1"
    BitRate rate;                           ///< as before, at least
    bool needsLead = false;
    std::string newModule, oldModule;  ///< ids; empty: unchanged
    std::vector<Setting> settings;     ///< to be set at the new port
};

struct MoveList {
    std::vector<Move> moves;  ///< in the order of the old front
    MoveCount count;
    bool isLeast = true;  ///< false: stopped at the best found
    plan::Plan after;     ///< the house with all of it moved, the old switch bare
    text::Sentence sentence;
    std::vector<text::Sentence> notes;
};

struct MoveQuestion {
    const plan::Plan& plan;
    plan::DeviceId from, to;
    const kb::KnowledgeBase& kb;
    buy::Solver solver;
    MoveProgress progress = {};  ///< may be empty
};

/// @error Cancelled  stopped before every lead was looked at
/// @error BadInput   the same switch twice, one without ports, more leads than ports
/// @error NotFound   a lead that no port of the new switch takes: names it, and why
Result<MoveList> moveList(const MoveQuestion&);

}  // namespace sokudo::cutover
