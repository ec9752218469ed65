// SPDX-License-Identifier: GPL-3.0-or-later
// What a house loses with one cable, one device or one feed.
#pragma once

#include <array>
#include <vector>

#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::power {

/// What an end point wants to reach.
enum class Goal { Gateway, Storage, Internet };
inline constexpr std::array kGoals{Goal::Gateway, Goal::Storage, Goal::Internet};
std::string_view word(Goal);

/// A cable, a device or a feed that is the only way for others.
struct SinglePoint {
    plan::Subject what;  ///< a device, the first run of a link, a circuit or an outlet
    std::array<std::vector<plan::DeviceId>, kGoals.size()> cut;  ///< by goal: end points that reach it no more
    std::vector<plan::DeviceId> unpowered;                       ///< lose their power with it, itself left out
    /// End points that lose any goal, each once.
    std::size_t cutOff() const;
};

/// A device that uses the network and does not carry it for others.
bool isEndPoint(plan::Role);
/// Devices that are the goal: gateways, stores, and the boxes the internet comes from (without one, the gateways).
std::vector<plan::DeviceId> goalDevices(const plan::Plan&, Goal);

/// Every cable and device with which an end point loses a goal that it has now, those first that cut off most. Links
/// that do not come up are no way, those of unknown verdict are one; a second cable and a second way round are. With a
/// device goes what it feeds, and with a cable the device that is fed over it alone. A circuit or an outlet takes along
/// what hangs on it: a battery puts that off and does not mend it. Exact: by articulation points and bridges of the
/// net, and by a search of its own for each device that feeds others.
std::vector<SinglePoint> singlePoints(const plan::Plan&, const match::Reports&, const kb::KnowledgeBase&);

}  // namespace sokudo::power
