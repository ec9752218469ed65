// SPDX-License-Identifier: GPL-3.0-or-later
// What a source of power over Ethernet has promised, what is drawn of it, and what is left: two sums that people mix
// up.
#pragma once

#include <optional>
#include <vector>

#include "core/kb/copper_rows.h"
#include "core/plan/plan.h"

namespace sokudo::power {

/// A device on a port of the source.
struct PoeLoad {
    plan::PortId port;
    plan::DeviceId device;
    const kb::PoeClass* asks = nullptr;  ///< null: not known
    Watt reserved;                       ///< granted by class, at the source; 0 where it is refused
    std::optional<Watt> drawn;           ///< as read at the port
    bool isRefused = false;              ///< by class the ports before it have used up the budget
};

/// How many more devices of a class fit: by the budget and by the free ports that give as much.
struct PoeRoom {
    const kb::PoeClass* asks = nullptr;
    int more = 0;
    Watt left;  ///< of the budget, with them
};

struct PoeSource {
    plan::DeviceId device;
    std::optional<Watt> budget;  ///< not stated: nothing can be said of what is left
    std::vector<PoeLoad> loads;  ///< in the order in which they are granted: by priority, then from the first port
    Watt reserved;               ///< by class: what a source that reserves by class counts
    Watt drawn;                  ///< as read, and by class where nobody read it: what one that measures counts
    int unread = 0;              ///< loads whose draw nobody read
    int unknown = 0;             ///< fed devices whose class nobody knows: in neither sum
    std::vector<PoeRoom> room;   ///< from the least class up; empty without a budget
};

/// Nothing where no port of the device supplies power.
std::optional<PoeSource> poeSource(const plan::Plan&, plan::DeviceId, const kb::KnowledgeBase&);
std::vector<PoeSource> poeSources(const plan::Plan&, const kb::KnowledgeBase&);

/// A device that could move to a free port and leave one that is wanted.
struct PoeSwap {
    plan::PortId from, to;
};
struct PoePorts {
    std::vector<plan::PortId> free;  ///< give both the rate and the power
    std::vector<PoeSwap> swaps;  ///< where none is free: each would make one free, and serves the moved device as well
};
/// Ports of the device for a wanted rate and class.
PoePorts portsFor(const plan::Plan&, plan::DeviceId, BitRate, const kb::PoeClass&, const kb::KnowledgeBase&);

}  // namespace sokudo::power
