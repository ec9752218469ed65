// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/single_points.h"

#include <algorithm>
#include <set>

namespace sokudo::power {

std::size_t SinglePoint::cutOff() const
{
    std::set<plan::DeviceId> all;
    for (const auto& one : cut) all.insert(one.begin(), one.end());
    return all.size();
}

Losses::Losses(const plan::Plan& plan, const SupplyNet& net) : m_plan(plan), m_net(net), m_reach(plan, net) {}

Result<SinglePoint> Losses::of(const Outage& outage) const
{
    const auto cut = cutOf(m_plan, m_net, outage);
    if (!cut) return tl::unexpected(cut.error());
    const Failure failure = failureOf(m_net, *cut);
    const auto idOf = [&](int device) { return m_net.devices[static_cast<std::size_t>(device)]->id; };
    const auto isItself = [&](int device) {
        return outage.what.kind == "device" && outage.what.id == idOf(device).value;
    };
    SinglePoint point{outage.what, {}, {}};
    for (int device : failure.dark)
        if (!isItself(device)) point.unpowered.push_back(idOf(device));
    for (Goal goal : kGoals)
        for (int device : m_reach.lost(goal, failure))
            if (!isItself(device) && isEndPoint(m_net.devices[static_cast<std::size_t>(device)]->role))
                point.cut[static_cast<std::size_t>(goal)].push_back(idOf(device));
    for (auto& one : point.cut) std::sort(one.begin(), one.end());
    return point;
}

std::vector<SinglePoint> singlePoints(const plan::Plan& plan, const match::Reports& reports,
                                      const kb::KnowledgeBase& kb)
{
    const SupplyNet net(plan, reports, kb, Feeds::Watts::Without);
    const Losses losses(plan, net);
    std::vector<SinglePoint> points;
    const auto add = [&](plan::Subject what) {
        auto point = losses.of({Outage::Cause::Broken, std::move(what)});
        if (point && point->cutOff() > 0) points.push_back(std::move(*point));
    };
    for (const plan::Device* device : net.devices) add({"device", device->id.value});
    for (const SupplyNet::Edge& edge : net.edges) add({"run", edge.run.value});
    for (const FeedNode& node : net.feeds.nodes)
        if (node.kind == FeedNode::Kind::Circuit || node.kind == FeedNode::Kind::Outlet) add(node.subject());
    std::stable_sort(points.begin(), points.end(),
                     [](const SinglePoint& a, const SinglePoint& b) { return a.cutOff() > b.cutOff(); });
    return points;
}

}  // namespace sokudo::power
