// SPDX-License-Identifier: GPL-3.0-or-later
// What a house loses with one cable, one device or one feed.
#pragma once

#include <array>
#include <vector>

#include "core/power/failure.h"

namespace sokudo::power {

/// A cable, a device or a feed that is the only way for others.
struct SinglePoint {
    plan::Subject what;  ///< a device, the first run of a link, a circuit or an outlet
    std::array<std::vector<plan::DeviceId>, kGoals.size()> cut;  ///< by goal: end points that reach it no more
    std::vector<plan::DeviceId> unpowered;                       ///< lose their power with it, itself left out
    /// End points that lose any goal, each once.
    std::size_t cutOff() const;
};

/// What is lost without one thing; built once for many questions.
class Losses {
public:
    /// Both outlive it.
    Losses(const plan::Plan&, const SupplyNet&);
    /// With a device goes what it feeds, and with a cable the device that is fed over it alone.
    /// @error NotFound  it is not in the plan, or nothing hangs on it
    Result<SinglePoint> of(const Outage&) const;
    const GoalReach& reach() const { return m_reach; }

private:
    const plan::Plan& m_plan;
    const SupplyNet& m_net;
    GoalReach m_reach;
};

/// Every cable and device with which an end point loses a goal that it has now, those first that cut off most. Links
/// that do not come up are no way, those of unknown verdict are one; a second cable and a second way round are. With a
/// device goes what it feeds, and with a cable the device that is fed over it alone. A circuit or an outlet takes along
/// what hangs on it: a battery puts that off and does not mend it. Each is taken away in turn, and what was reached
/// through it is searched again.
std::vector<SinglePoint> singlePoints(const plan::Plan&, const match::Reports&, const kb::KnowledgeBase&);

}  // namespace sokudo::power
