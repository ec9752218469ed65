// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/single_points.h"

#include <algorithm>
#include <set>

#include "core/power/supply_net.h"

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }
std::size_t at(Goal goal) { return static_cast<std::size_t>(goal); }

/// One goal, searched for outwards from all devices that are it: they hang on a root that never fails, so that one is
/// as good as another. Each subtree is a stretch of the order. A device is the only way to a subtree that has no other
/// way back above it, a cable to one that has none back above itself (Hopcroft and Tarjan, 1973).
class Reach {
public:
    Reach(const SupplyNet& net, std::vector<int> goals) : m_net(net), m_goals(std::move(goals))
    {
        const std::size_t devices = net.size();
        m_number.assign(devices, -1);
        m_back.assign(devices, 0);
        m_last.assign(devices, -1);
        m_by.assign(devices, -1);
        m_isGoal.assign(devices, false);
        for (int goal : m_goals) m_isGoal[at(goal)] = true;
        for (int goal : m_goals)
            if (m_number[at(goal)] < 0) search(goal);
    }
    bool has(int device) const { return m_number[at(device)] >= 0; }
    bool isGoal(int device) const { return m_isGoal[at(device)]; }
    /// Devices that only this one leads to.
    template <class Visit>
    void eachBehind(int device, Visit visit) const
    {
        for (const SupplyNet::Way& way : m_net.ways[at(device)])
            if (m_by[at(way.to)] == way.edge && m_number[at(way.to)] > m_number[at(device)] &&
                m_back[at(way.to)] >= m_number[at(device)] + 1)
                eachOf(way.to, visit);
    }
    /// Devices behind a cable that is the only way to them.
    template <class Visit>
    void eachBehindEdge(int edge, Visit visit) const
    {
        const SupplyNet::Edge& link = m_net.edges[at(edge)];
        const int below = m_number[at(link.a)] > m_number[at(link.b)] ? link.a : link.b;
        if (has(below) && m_by[at(below)] == edge && m_back[at(below)] > m_number[at(below)]) eachOf(below, visit);
    }
    /// Whether a device still reaches the goal without those devices; `isGone` marks them.
    std::vector<bool> without(const std::vector<bool>& isGone) const
    {
        std::vector<bool> reached(m_net.size());
        std::vector<int> next;
        for (int goal : m_goals)
            if (!isGone[at(goal)] && !reached[at(goal)]) {
                reached[at(goal)] = true;
                next.push_back(goal);
            }
        while (!next.empty()) {
            const int here = next.back();
            next.pop_back();
            for (const SupplyNet::Way& way : m_net.ways[at(here)])
                if (!reached[at(way.to)] && !isGone[at(way.to)]) {
                    reached[at(way.to)] = true;
                    next.push_back(way.to);
                }
        }
        return reached;
    }

private:
    template <class Visit>
    void eachOf(int top, Visit visit) const
    {
        for (int i = m_number[at(top)]; i <= m_last[at(top)]; ++i) visit(m_order[at(i)]);
    }
    /// Depth first without recursion: a chain may be as long as the house has devices. `m_back` is the least number + 1
    /// that the subtree has a way to beside the one it was entered by; 0 stands for the root.
    void search(int goal)
    {
        struct Step {
            int device;
            std::size_t way;
        };
        std::vector<Step> stack{{goal, 0}};
        enter(goal, -1);
        while (!stack.empty()) {
            Step& step = stack.back();
            const int here = step.device;
            if (step.way == m_net.ways[at(here)].size()) {
                m_last[at(here)] = static_cast<int>(m_order.size()) - 1;
                stack.pop_back();
                if (!stack.empty()) {
                    int& above = m_back[at(stack.back().device)];
                    above = std::min(above, m_back[at(here)]);
                }
                continue;
            }
            const SupplyNet::Way way = m_net.ways[at(here)][step.way++];
            if (way.edge == m_by[at(here)]) continue;
            if (m_number[at(way.to)] >= 0) {
                m_back[at(here)] = std::min(m_back[at(here)], m_number[at(way.to)] + 1);
            } else {
                enter(way.to, way.edge);
                stack.push_back({way.to, 0});
            }
        }
    }
    void enter(int device, int by)
    {
        m_number[at(device)] = static_cast<int>(m_order.size());
        // A goal that is met on the way from another one hangs on the root too.
        m_back[at(device)] = by >= 0 && isGoal(device) ? 0 : m_number[at(device)] + 1;
        m_by[at(device)] = by;
        m_order.push_back(device);
    }

    const SupplyNet& m_net;
    std::vector<int> m_goals;
    std::vector<int> m_order, m_number, m_back, m_last, m_by;
    std::vector<bool> m_isGoal;
};

/// Finds what is lost with each cable and device.
class Finder {
public:
    Finder(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb)
        : m_net(plan, reports, kb, Feeds::Watts::Without)
    {
        for (Goal goal : kGoals) {
            std::vector<int> goals;
            for (plan::DeviceId id : goalDevices(plan, goal)) goals.push_back(m_net.feeds.nodeOf(id));
            m_reach.emplace_back(m_net, std::move(goals));
        }
        m_isInternetAsGateway = goalDevices(plan, Goal::Internet) == goalDevices(plan, Goal::Gateway);
    }
    std::vector<SinglePoint> found()
    {
        for (std::size_t i = 0; i < m_net.size(); ++i) addDevice(static_cast<int>(i));
        for (std::size_t i = 0; i < m_net.edges.size(); ++i) addEdge(static_cast<int>(i));
        for (std::size_t i = m_net.size(); i + 1 < m_net.feeds.size(); ++i)
            if (m_net.feeds.nodes[i].kind != FeedNode::Kind::Place) addFeed(static_cast<int>(i));
        std::stable_sort(m_points.begin(), m_points.end(),
                         [](const SinglePoint& a, const SinglePoint& b) { return a.cutOff() > b.cutOff(); });
        return std::move(m_points);
    }

private:
    bool isEnd(int device) const { return isEndPoint(m_net.devices[at(device)]->role); }
    plan::DeviceId id(int device) const { return m_net.devices[at(device)]->id; }

    /// What is lost when these devices go dark. @param itself  is not counted; -1: all are
    SinglePoint lossOf(const std::vector<int>& dark, int itself) const
    {
        SinglePoint point;
        for (int one : dark)
            if (one != itself) point.unpowered.push_back(id(one));
        // Devices at the end of one cable lead to nobody: beside the first, only they themselves are lost.
        const bool areLeaves =
            std::all_of(dark.begin() + 1, dark.end(), [&](int one) { return m_net.ways[at(one)].size() <= 1; });
        for (Goal goal : kGoals) {
            if (isAsGateway(goal)) {
                point.cut[at(goal)] = point.cut[at(Goal::Gateway)];
                continue;
            }
            const Reach& reach = m_reach[at(goal)];
            const bool isOneLost =
                areLeaves && std::none_of(dark.begin() + 1, dark.end(), [&](int one) { return reach.isGoal(one); });
            if (isOneLost) {
                addBehind(dark, itself, goal, point.cut[at(goal)]);
                continue;
            }
            std::vector<bool> isGone(m_net.size());
            for (int one : dark) isGone[at(one)] = true;
            const std::vector<bool> still = reach.without(isGone);
            for (std::size_t i = 0; i < m_net.size(); ++i) {
                const int other = static_cast<int>(i);
                if (other != itself && isEnd(other) && reach.has(other) && !still[i])
                    point.cut[at(goal)].push_back(id(other));
            }
        }
        return point;
    }
    /// Where the house has no terminal, the internet is where the gateway is.
    bool isAsGateway(Goal goal) const { return goal == Goal::Internet && m_isInternetAsGateway; }
    /// What only the first leads to, and all of these that reach the goal, each once.
    void addBehind(const std::vector<int>& dark, int itself, Goal goal, std::vector<plan::DeviceId>& cut) const
    {
        const Reach& reach = m_reach[at(goal)];
        reach.eachBehind(dark.front(), [&](int behind) {
            if (isEnd(behind)) cut.push_back(id(behind));
        });
        for (int one : dark)
            if (one != itself && isEnd(one) && reach.has(one)) cut.push_back(id(one));
        std::sort(cut.begin(), cut.end());
        cut.erase(std::unique(cut.begin(), cut.end()), cut.end());
    }
    /// Those of the nodes that are devices, and take power.
    std::vector<int> devicesOf(const std::vector<int>& nodes) const
    {
        std::vector<int> devices;
        for (int node : nodes)
            if (at(node) < m_net.size()) devices.push_back(node);
        return devices;
    }
    /// With a device goes what it feeds, and what only it leads to.
    void addDevice(int device)
    {
        const std::vector<int> dark = devicesOf(m_net.feeds.darkWith({device}));
        SinglePoint point = lossOf(dark, device);
        point.what = {"device", id(device).value};
        keep(std::move(point));
    }
    /// With a circuit or an outlet goes what hangs on it. Batteries only put it off.
    void addFeed(int node)
    {
        const std::vector<int> dark = devicesOf(m_net.feeds.darkWith({node}));
        if (dark.empty()) return;
        SinglePoint point = lossOf(dark, -1);
        point.what = m_net.feeds.nodes[at(node)].subject();
        keep(std::move(point));
    }
    /// A cable takes along the device that is fed over it alone, and what only it leads to.
    void addEdge(int edge)
    {
        const SupplyNet::Edge& link = m_net.edges[at(edge)];
        const std::vector<int> dark =
            link.feed >= 0 ? devicesOf(m_net.feeds.darkWith({}, link.feed)) : std::vector<int>{};
        SinglePoint point;
        if (!dark.empty()) point = lossOf(dark, -1);
        else
            for (Goal goal : kGoals)
                m_reach[at(goal)].eachBehindEdge(edge, [&](int behind) {
                    if (isEnd(behind)) point.cut[at(goal)].push_back(id(behind));
                });
        point.what = {"run", link.run.value};
        keep(std::move(point));
    }
    /// Without a gateway there is no way to the internet either.
    void addBehindGateway(SinglePoint& point) const
    {
        std::vector<plan::DeviceId>& internet = point.cut[at(Goal::Internet)];
        for (plan::DeviceId device : point.cut[at(Goal::Gateway)])
            if (m_reach[at(Goal::Internet)].has(m_net.feeds.nodeOf(device)) &&
                std::find(internet.begin(), internet.end(), device) == internet.end())
                internet.push_back(device);
    }
    void keep(SinglePoint point)
    {
        addBehindGateway(point);
        for (auto& cut : point.cut) std::sort(cut.begin(), cut.end());
        if (point.cutOff() > 0) m_points.push_back(std::move(point));
    }

    SupplyNet m_net;
    std::vector<Reach> m_reach;
    bool m_isInternetAsGateway = false;
    std::vector<SinglePoint> m_points;
};

}  // namespace

std::string_view word(Goal goal)
{
    static constexpr std::string_view kWords[] = {"gateway", "storage", "internet"};
    return kWords[at(goal)];
}

std::size_t SinglePoint::cutOff() const
{
    std::set<plan::DeviceId> all;
    for (const auto& one : cut) all.insert(one.begin(), one.end());
    return all.size();
}

bool isEndPoint(plan::Role role)
{
    switch (role) {
    case plan::Role::Switch:
    case plan::Role::Router:
    case plan::Role::Jack:
    case plan::Role::Panel:
    case plan::Role::CoaxAdapter:
    case plan::Role::PowerLineAdapter:
    case plan::Role::RadioAdapter:
    case plan::Role::Injector:
    case plan::Role::MediaConverter:
    case plan::Role::InternetTerminal:
    case plan::Role::CoaxOutlet:
    case plan::Role::CoaxSplitter:
    case plan::Role::Ups:
    case plan::Role::PoeSplitter: return false;
    default: return true;
    }
}

std::vector<plan::DeviceId> goalDevices(const plan::Plan& plan, Goal goal)
{
    std::vector<plan::DeviceId> found;
    const auto add = [&](plan::Role role) {
        for (const plan::Device& device : plan.devices)
            if (device.role == role) found.push_back(device.id);
    };
    if (goal == Goal::Storage) add(plan::Role::Storage);
    if (goal == Goal::Internet) {
        add(plan::Role::InternetTerminal);
        for (const plan::Service& service : plan.services)
            if (service.kind == plan::ServiceKind::Internet && plan.devices.has(service.device) &&
                std::find(found.begin(), found.end(), service.device) == found.end())
                found.push_back(service.device);
    }
    if (goal == Goal::Gateway || (goal == Goal::Internet && found.empty())) add(plan::Role::Router);
    return found;
}

std::vector<SinglePoint> singlePoints(const plan::Plan& plan, const match::Reports& reports,
                                      const kb::KnowledgeBase& kb)
{
    return Finder(plan, reports, kb).found();
}

}  // namespace sokudo::power
