// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/services.h"

#include <algorithm>
#include <deque>
#include <set>

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }

/// What a service needs: devices that give it, and what they must reach; without goals it is enough that they are up.
struct Need {
    HouseService service;
    std::vector<int> givers, goals;
};

class Needs {
public:
    Needs(const plan::Plan& plan, const SupplyNet& net) : m_plan(plan), m_net(net)
    {
        const auto gateways = goals(Goal::Gateway), internet = goals(Goal::Internet);
        add(HouseService::Phones, services(plan::ServiceKind::Telephone, gateways), internet);
        add(HouseService::Internet, gateways.empty() ? internet : gateways, internet);
        add(HouseService::Wifi, ofRole(plan::Role::AccessPoint), gateways);
        std::vector<int> recorders = ofRole(plan::Role::Recorder);
        if (recorders.empty()) recorders = goals(Goal::Storage);
        add(HouseService::Cameras, ofRole(plan::Role::Camera), recorders);
        add(HouseService::Storage, goals(Goal::Storage), gateways);
        add(HouseService::Alarm, services(plan::ServiceKind::Alarm, {}), {});
    }
    std::vector<Need> all;

private:
    void add(HouseService service, std::vector<int> givers, std::vector<int> goals)
    {
        if (!givers.empty()) all.push_back({service, std::move(givers), std::move(goals)});
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
    Services(TimeLine& line, const SupplyNet& net, const plan::Plan& plan, plan::RunId cut)
        : m_line(line), m_net(net), m_plan(plan), m_cut(cut)
    {}
    void add(const Need& need)
    {
        const std::vector<bool> allUp(m_net.size(), true);
        ServiceLine line{need.service, 0, {}};
        std::vector<int> givers;
        const auto before = working(need, allUp, {});
        for (int giver : need.givers)
            if (before[at(giver)]) givers.push_back(giver);
        line.all = static_cast<int>(givers.size());
        if (givers.empty()) return;
        std::set<Duration> times{Duration{}};
        for (const Drop& drop : m_line.drops) times.insert(drop.at);
        int last = line.all;
        std::vector<bool> still = before;
        for (Duration time : times) {
            std::vector<bool> isUp(m_net.size(), true);
            for (const Drop& drop : m_line.drops)
                if (drop.at <= time) isUp[at(m_net.feeds.nodeOf(drop.device))] = false;
            const auto now = working(need, isUp, m_cut);
            const auto works = std::count_if(givers.begin(), givers.end(), [&](int giver) { return now[at(giver)]; });
            if (static_cast<int>(works) == last) continue;
            last = static_cast<int>(works);
            line.steps.push_back({time, last, {}});
            for (int giver : givers)
                if (still[at(giver)] && !now[at(giver)] && line.steps.back().why.empty())
                    line.steps.back().why = whyNot(giver, need, isUp);
            still = now;
        }
        m_line.services.push_back(std::move(line));
    }

private:
    /// Which devices are up and reach a goal that is up.
    std::vector<bool> working(const Need& need, const std::vector<bool>& isUp, plan::RunId cut) const
    {
        if (need.goals.empty()) return isUp;
        std::vector<bool> reached(m_net.size());
        std::vector<int> next;
        for (int goal : need.goals)
            if (isUp[at(goal)] && !reached[at(goal)]) {
                reached[at(goal)] = true;
                next.push_back(goal);
            }
        while (!next.empty()) {
            const int here = next.back();
            next.pop_back();
            for (const SupplyNet::Way& way : m_net.ways[at(here)])
                if (!reached[at(way.to)] && isUp[at(way.to)] &&
                    !(cut.isSet() && m_net.edges[at(way.edge)].run == cut)) {
                    reached[at(way.to)] = true;
                    next.push_back(way.to);
                }
        }
        return reached;
    }
    /// The first thing on its usual way that is out.
    text::Sentence whyNot(int giver, const Need& need, const std::vector<bool>& isUp) const
    {
        for (int device : wayTo(giver, need.goals))
            if (!isUp[at(device)]) return reasonOf(device);
        if (const plan::Run* run = m_plan.runs.find(m_cut))
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
    /// The shortest way to any of the goals before the outage, the giver first.
    std::vector<int> wayTo(int giver, const std::vector<int>& goals) const
    {
        std::vector<int> by(m_net.size(), -2);
        std::deque<int> next{giver};
        by[at(giver)] = -1;
        while (!next.empty()) {
            const int here = next.front();
            next.pop_front();
            if (std::find(goals.begin(), goals.end(), here) != goals.end()) {
                std::vector<int> way;
                for (int one = here; one >= 0; one = by[at(one)]) way.push_back(one);
                std::reverse(way.begin(), way.end());
                return way;
            }
            for (const SupplyNet::Way& step : m_net.ways[at(here)])
                if (by[at(step.to)] == -2) {
                    by[at(step.to)] = here;
                    next.push_back(step.to);
                }
        }
        return {giver};
    }
    TimeLine& m_line;
    const SupplyNet& m_net;
    const plan::Plan& m_plan;
    plan::RunId m_cut;
};

}  // namespace

std::string_view word(HouseService service)
{
    static constexpr std::string_view kWords[] = {"phones", "internet", "Wi-Fi", "cameras", "storage", "alarm"};
    return kWords[static_cast<std::size_t>(service)];
}

void addServices(TimeLine& line, const plan::Plan& plan, const SupplyNet& net, plan::RunId cut)
{
    Services services(line, net, plan, cut);
    for (const Need& need : Needs(plan, net).all) services.add(need);
}

}  // namespace sokudo::power
