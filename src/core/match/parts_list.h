// SPDX-License-Identifier: GPL-3.0-or-later
// What the house is made of: modules, cables and ports by kind, and the best use of each switch's free ports.
#pragma once

#include <map>

#include "core/match/reports.h"

namespace sokudo::match {

struct ModuleCount { const kb::ModuleKind* kind; int inPlace = 0; };
struct CableCount { const kb::Medium* medium; int runs = 0, unmeasured = 0; Length length; };

/// Ports of one device by the most they offer; a combo port counts once.
struct PortMap {
    std::string device;
    struct Row { BitRate rate; std::string cage; int free = 0, used = 0; std::string bestUse; };
    std::vector<Row> rows;  ///< fastest first
};

/// A card with its ports against the bus under it, all ports busy one way.
struct CardLoad {
    std::string device, slot, card;
    int ports = 0;
    BitRate sum;                   ///< of the fastest each port offers
    std::optional<BitRate> carries;  ///< payload of the bus; empty: the slot was never read
    bool isEnough() const { return carries && *carries >= sum; }
};

struct PartsList {
    std::vector<ModuleCount> modules;  ///< most first
    std::vector<CableCount> cables;
    std::vector<PortMap> devices;      ///< those with three ports or more
    std::vector<CardLoad> cards;
    int linksWithoutModules = 0;       ///< links with an empty cage at an end and no lead
};

PartsList partsList(const plan::Plan&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
