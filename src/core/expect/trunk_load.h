// SPDX-License-Identifier: GPL-3.0-or-later
// Links between switches and routers: what hangs behind them, and what flows put on them.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::expect {

/// A link between two switches or routers, with what hangs behind it.
struct TrunkLoad {
    std::string title;
    plan::RunId run;
    BitRate line, access;  ///< its rate; the sum of the links to devices on the side away from the core
    int devices = 0;       ///< how many hang there
    /// Where neither side is clearly the core: the sum and the number on the other side; 0: one side is.
    BitRate otherAccess;
    int otherDevices = 0;
    bool isSpare = false;  ///< closes a ring: a faster link bypasses it
    BitRate load;          ///< usual sum of the flows over it, the busier way
    double oversubscription() const { return line.steps() > 0 ? access.in() / line.in() : 0; }
};

/// What is put on a run, by the name of the way it is travelled.
using RunLoads = std::map<plan::RunId, std::map<plan::PortId, BitRate>>;

/// Every trunk, most oversubscribed first. Where switches form a ring, the tree of its fastest links counts: that is
/// the way traffic takes. The core is the side that holds the internet plan; without one the side of a router; without
/// one that of a store, or the one on which nothing hangs; else both sides are told.
/// @source own: oversubscription = sum of access rates / rate of the trunk
std::vector<TrunkLoad> trunksOf(const plan::Plan&, const match::Reports&, const RunLoads&);

}  // namespace sokudo::expect
