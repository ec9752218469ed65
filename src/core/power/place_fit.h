// SPDX-License-Identifier: GPL-3.0-or-later
// What stands in a place and what the place can take: heat, sockets, units, weight, depth.
#pragma once

#include <optional>
#include <vector>

#include "core/formulas/air.h"
#include "core/power/feeds.h"

namespace sokudo::power {

struct PlaceFit {
    plan::PlaceId place;
    WattBand heat;  ///< of what stands in it, in normal use
    int devices = 0;
    Celsius outside;                           ///< the air around it, on the warmest day
    bool isOutsideStated = false;              ///< else 26 °C counts
    std::optional<formulas::Settled> settled;  ///< inside, where volume or vents are known
    Celsius most;                              ///< the warmest air allowed
    std::optional<AirFlow> needs;              ///< air that keeps it at `most`; nothing where the air around is warmer
    std::optional<int> unitsFree, unitsAll;    ///< of a rack
    Mass weight;                               ///< as far as weights are stated
    int unweighed = 0;                         ///< devices without a stated weight
    std::optional<Mass> carries;
};

/// Places in which a device takes power, in the order of the plan. What stands in a rack heats the rack; what stands in
/// a room heats the room.
/// @source formulas/air.h
std::vector<PlaceFit> placeFits(const plan::Plan&, const Feeds&, const kb::KnowledgeBase&);

/// The air of a place as a question of formulas/air.h; nothing where nobody stated a volume.
std::optional<formulas::Cupboard> cupboardOf(const plan::Plan&, const plan::Place&, Watt heat);

}  // namespace sokudo::power
