// SPDX-License-Identifier: GPL-3.0-or-later
// Which devices reach gateway, storage and internet, and which no longer do when something is gone.
#pragma once

#include <array>
#include <string_view>

#include "core/power/supply_net.h"

namespace sokudo::power {

/// What an end point wants to reach.
enum class Goal { Gateway, Storage, Internet };
inline constexpr std::array kGoals{Goal::Gateway, Goal::Storage, Goal::Internet};
std::string_view word(Goal);

/// A device that uses the network and does not carry it for others.
bool isEndPoint(plan::Role);
/// Devices that are the goal: gateways, stores, and the boxes the internet comes from (without one, the gateways).
std::vector<plan::DeviceId> goalDevices(const plan::Plan&, Goal);

/// What fails: devices and one cable.
struct Failure {
    std::vector<int> dark;  ///< by number, as in SupplyNet
    int edge = -1;          ///< -1: no cable
};

/// Which devices reach any of some others. Traffic stays in its network and passes only what forwards, as on paths
/// (core/plan/forwarding.h). Searched once; a failure is worked out on the part of the search tree below it.
class Reach {
public:
    /// @param net  outlives it  @param goals  numbers of devices
    Reach(const SupplyNet& net, std::vector<int> goals);
    bool has(int device) const;
    bool isGoal(int device) const;
    /// Devices that reach a goal, and no longer after the failure; those that failed among them. In rising order.
    std::vector<int> lost(const Failure&) const;
    /// The devices on the way to the nearest goal, this one first; alone where there is no way.
    std::vector<int> wayFrom(int device) const;

private:
    /// A state is a device by a network: what travels is in one at a time.
    struct Step {
        std::uint32_t state;
        int edge;  ///< -1: a goal, where the search began
    };
    std::size_t count() const { return m_net.networks.all.size(); }
    void addSteps(std::uint32_t from);
    void search();
    /// Devices of the doubtful states to which no way is left.
    std::vector<int> withoutWay(const Failure&, const std::vector<std::uint32_t>& doubtful) const;

    const SupplyNet& m_net;
    std::vector<int> m_goals;
    std::vector<bool> m_isGoal;
    std::vector<std::vector<Step>> m_steps, m_into;        ///< of each state that was found
    std::vector<std::uint32_t> m_order, m_number, m_last;  ///< the tree: each subtree is a stretch of the order
    std::vector<Step> m_by;                                ///< of each state: whence it was found first
    std::vector<std::vector<std::uint32_t>> m_under;       ///< of each edge: the states that were found over it
};

/// All goals of a house. Without a gateway there is no way to the internet; without a terminal the internet is where
/// the gateway is.
class GoalReach {
public:
    GoalReach(const plan::Plan&, const SupplyNet&);
    const Reach& of(Goal goal) const { return m_reach[static_cast<std::size_t>(goal)]; }
    bool has(Goal, int device) const;
    std::vector<int> lost(Goal, const Failure&) const;

private:
    std::vector<Reach> m_reach;
};

}  // namespace sokudo::power
