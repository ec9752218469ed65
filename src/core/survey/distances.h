// SPDX-License-Identifier: GPL-3.0-or-later
// How far it is between two devices: straight, and as a cable goes.
#pragma once

#include <optional>

#include "core/plan/plan.h"

namespace sokudo::survey {

struct Distance {
    Length straight;          ///< through walls and floors
    Length routed;            ///< up or down walls, along ceilings or floors, at right angles, and across the yard
    Length withSlack;         ///< routed, with a tenth and 3 m at each end for what nobody measured and for terminating
    int walls = 0;            ///< room boundaries that the straight line crosses on the floors it passes
    int floors = 0;           ///< ceilings between the two
    bool isEstimate = false;  ///< a room's size, a position or a ceiling height was not stated: typical ones count
};

/// Between the spots of two devices; where one has no spot, the middle of its place counts.
/// Ceilings without a height count 2.7 m; a building without a distance 0 m.
/// @return nothing where a place of one of them was never measured
/// @source own reasoning: cables run parallel to walls; TIA-569 asks for routes at right angles
std::optional<Distance> distance(const plan::Plan&, plan::DeviceId from, plan::DeviceId to);

/// The distance that a run must cover at least; nothing where it is not known.
std::optional<Distance> distanceOf(const plan::Plan&, const plan::Run&);

/// Rooms whose sides a straight line between two spots on one floor crosses.
int wallsBetween(const plan::Plan&, int level, const std::string& building, plan::Spot from, plan::Spot to);

}  // namespace sokudo::survey
