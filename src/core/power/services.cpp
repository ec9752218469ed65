// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/services.h"

#include <algorithm>
#include <memory>
#include <optional>
#include <set>

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }

/// What a service needs: devices that give or use it, and what they must reach; without a goal it is enough that they
/// are up.
struct Need {
    HouseService service;
    std::vector<int> devices;
    std::optional<Goal> goal;
    std::shared_ptr<const Reach> reach;  ///< of a goal of its own
};

class Needs {
public:
    Needs(const plan::Plan& plan, const SupplyNet& net) : m_plan(plan), m_net(net)
    {
        const std::vector<int> gateways = goals(Goal::Gateway);
        add({HouseService::Phones, services(plan::ServiceKind::Telephone, gateways), Goal::Internet, {}});
        add({HouseService::Internet, usersOf(Goal::Internet), Goal::Internet, {}});
        add({HouseService::Wifi, ofRole(plan::Role::AccessPoint), Goal::Gateway, {}});
        const std::vector<int> recorders = ofRole(plan::Role::Recorder);
        if (recorders.empty()) add({HouseService::Cameras, ofRole(plan::Role::Camera), Goal::Storage, {}});
        else
            add({HouseService::Cameras, ofRole(plan::Role::Camera), std::nullopt,
                 std::make_shared<const Reach>(net, recorders)});
        add({HouseService::Storage, usersOf(Goal::Storage), Goal::Storage, {}});
        add({HouseService::Alarm, services(plan::ServiceKind::Alarm, {}), std::nullopt, {}});
    }
    std::vector<Need> all;

private:
    void add(Need need)
    {
        if (!need.devices.empty()) all.push_back(std::move(need));
    }
    std::vector<int> goals(Goal goal) const
    {
        std::vector<int> found;
        for (plan::DeviceId id : goalDevices(m_plan, goal)) found.push_back(m_net.feeds.nodeOf(id));
        return found;
    }
    std::vector<int> ofRole(plan::Role role) const
    {
        std::vector<int> found;
        for (std::size_t i = 0; i < m_net.size(); ++i)
            if (m_net.devices[i]->role == role) found.push_back(static_cast<int>(i));
        return found;
    }
    /// End points, and the gateway: phones and laptops that nobody drew use it there. A store is no user of stores, and
    /// a house without any has no such service.
    std::vector<int> usersOf(Goal goal) const
    {
        const std::vector<int> givers = goals(goal);
        if (givers.empty()) return {};
        std::vector<int> found;
        for (std::size_t i = 0; i < m_net.size(); ++i) {
            const int device = static_cast<int>(i);
            const bool isUser = isEndPoint(m_net.devices[i]->role) || m_net.devices[i]->role == plan::Role::Router;
            const bool isGiver = std::find(givers.begin(), givers.end(), device) != givers.end();
            if (isUser && !(goal == Goal::Storage && isGiver)) found.push_back(device);
        }
        return found;
    }
    /// Their boxes; a service without a box of its own is given by the gateway.
    std::vector<int> services(plan::ServiceKind kind, const std::vector<int>& otherwise) const
    {
        std::vector<int> found;
        for (const plan::Service& service : m_plan.services) {
            if (service.kind != kind) continue;
            if (service.device.isSet()) found.push_back(m_net.feeds.nodeOf(service.device));
            else found.insert(found.end(), otherwise.begin(), otherwise.end());
        }
        return found;
    }
    const plan::Plan& m_plan;
    const SupplyNet& m_net;
};

class Services {
public:
    Services(TimeLine& line, const SupplyNet& net, const plan::Plan& plan, int edge)
        : m_line(line), m_net(net), m_plan(plan), m_edge(edge), m_reach(plan, net)
    {}
    void add(const Need& need)
    {
        ServiceLine line{need.service, 0, {}};
        std::vector<int> devices;
        for (int device : need.devices)
            if (has(need, device)) devices.push_back(device);
        line.all = static_cast<int>(devices.size());
        if (devices.empty()) return;
        std::set<Duration> times{Duration{}};
        for (const Drop& drop : m_line.drops) times.insert(drop.at);
        std::set<int> before;
        for (Duration time : times) {
            const Failure failure = failureAt(time);
            const std::vector<int> lost = lostOf(need, failure);
            std::set<int> out;
            for (int device : devices)
                if (std::binary_search(lost.begin(), lost.end(), device)) out.insert(device);
            if (out.size() == before.size()) continue;
            line.steps.push_back({time, line.all - static_cast<int>(out.size()), {}});
            for (int device : out)
                if (!before.contains(device) && line.steps.back().why.empty())
                    line.steps.back().why = whyNot(device, need, failure);
            before = std::move(out);
        }
        m_line.services.push_back(std::move(line));
    }

private:
    bool has(const Need& need, int device) const
    {
        if (need.reach) return need.reach->has(device);
        return !need.goal || m_reach.has(*need.goal, device);
    }
    /// In rising order.
    std::vector<int> lostOf(const Need& need, const Failure& failure) const
    {
        if (need.reach) return need.reach->lost(failure);
        return need.goal ? m_reach.lost(*need.goal, failure) : failure.dark;
    }
    Failure failureAt(Duration time) const
    {
        Failure failure{{}, m_edge};
        for (const Drop& drop : m_line.drops)
            if (drop.at <= time) failure.dark.push_back(m_net.feeds.nodeOf(drop.device));
        std::sort(failure.dark.begin(), failure.dark.end());
        return failure;
    }
    /// The first thing on its usual way that is out.
    text::Sentence whyNot(int device, const Need& need, const Failure& failure) const
    {
        std::vector<int> way{device};
        if (need.reach) way = need.reach->wayFrom(device);
        else if (need.goal) {
            way = m_reach.of(*need.goal).wayFrom(device);
            if (*need.goal == Goal::Internet) {
                const std::vector<int> more = m_reach.of(Goal::Gateway).wayFrom(device);
                way.insert(way.end(), more.begin(), more.end());
            }
        }
        for (int one : way)
            if (std::binary_search(failure.dark.begin(), failure.dark.end(), one)) return reasonOf(one);
        if (m_edge >= 0)
            if (const plan::Run* run = m_plan.runs.find(m_net.edges[at(m_edge)].run))
                return text::say("services.cable", "cable {} is cut", run->label);
        return {};
    }
    text::Sentence reasonOf(int device) const
    {
        const plan::DeviceId id = m_net.devices[at(device)]->id;
        for (const Drop& drop : m_line.drops)
            if (drop.device == id) return drop.why;
        return {};
    }
    TimeLine& m_line;
    const SupplyNet& m_net;
    const plan::Plan& m_plan;
    int m_edge;
    GoalReach m_reach;
};

}  // namespace

std::string_view word(HouseService service)
{
    static constexpr std::string_view kWords[] = {"phones", "internet", "Wi-Fi", "cameras", "storage", "alarm"};
    return kWords[static_cast<std::size_t>(service)];
}

void addServices(TimeLine& line, const plan::Plan& plan, const SupplyNet& net, int edge)
{
    Services services(line, net, plan, edge);
    for (const Need& need : Needs(plan, net).all) services.add(need);
}

}  // namespace sokudo::power
