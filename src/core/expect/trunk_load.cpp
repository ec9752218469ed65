// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/trunk_load.h"

#include <algorithm>
#include <optional>
#include <set>
#include <tuple>

namespace sokudo::expect {
namespace {

bool isNode(const plan::Device* device)
{
    return device && (device->role == plan::Role::Switch || device->role == plan::Role::Router);
}

/// Links of devices that are no switch.
struct Access {
    BitRate sum;
    int devices = 0;
    bool hasPlan = false, hasRouter = false;  ///< the internet comes in there; a router stands there
    bool hasStore = false;
};

/// The tree of the fastest links, and what hangs behind one end of a trunk in it.
class Tree {
public:
    Tree(const plan::Plan& plan, const match::Reports& reports)
    {
        struct Link {
            const match::LinkReport* report;
            const plan::Device *a, *b;
        };
        std::vector<Link> fastest;
        for (const match::LinkReport& report : reports) {
            const plan::Device* a = plan::deviceOf(plan, report.link.a);
            const plan::Device* b = plan::deviceOf(plan, report.link.b);
            if (a && b && a != b && report.rate) fastest.push_back({&report, a, b});
        }
        std::stable_sort(fastest.begin(), fastest.end(), [](const Link& x, const Link& y) {
            return *x.report->rate != *y.report->rate ? *y.report->rate < *x.report->rate
                                                      : x.report->link.id() < y.report->link.id();
        });
        for (const auto& [report, a, b] : fastest) {
            const plan::DeviceId atA = root(a->id), atB = root(b->id);
            if (atA == atB) continue;
            m_parent[atA] = atB;
            m_links.insert(report);
            hang(*a, *b, *report);
            hang(*b, *a, *report);
        }
    }
    /// A link that closes a ring carries nothing while the faster way lasts.
    bool holds(const match::LinkReport& report) const { return m_links.contains(&report); }
    /// What hangs on one side of the cut.
    Access behind(plan::DeviceId from, const match::LinkReport* cut) const
    {
        std::set<plan::DeviceId> seen{from};
        std::vector<plan::DeviceId> open{from};
        Access result;
        for (std::size_t i = 0; i < open.size(); ++i) {
            const auto node = m_nodes.find(open[i]);
            if (node == m_nodes.end()) continue;
            result.sum = result.sum + node->second.own.sum;
            result.devices += node->second.own.devices;
            result.hasPlan = result.hasPlan || node->second.own.hasPlan;
            result.hasRouter = result.hasRouter || node->second.own.hasRouter;
            result.hasStore = result.hasStore || node->second.own.hasStore;
            for (const auto& [to, report] : node->second.next)
                if (report != cut && seen.insert(to).second) open.push_back(to);
        }
        return result;
    }

private:
    struct Node {
        Access own;
        std::vector<std::pair<plan::DeviceId, const match::LinkReport*>> next;  ///< switches and routers only
    };
    void hang(const plan::Device& at, const plan::Device& other, const match::LinkReport& report)
    {
        Node& node = m_nodes[at.id];
        node.own.hasRouter = node.own.hasRouter || at.role == plan::Role::Router;
        if (isNode(&other)) return node.next.push_back({other.id, &report});
        // What the internet brings is what the others ask for, not one more that asks.
        if (other.traits.has("plan-rate")) {
            node.own.hasPlan = true;
            return;
        }
        node.own.hasStore = node.own.hasStore || other.role == plan::Role::Storage;
        node.own.sum = node.own.sum + *report.rate;
        ++node.own.devices;
    }
    plan::DeviceId root(plan::DeviceId at)
    {
        while (true) {
            plan::DeviceId& up = m_parent.try_emplace(at, at).first->second;
            if (up == at) return at;
            up = m_parent.try_emplace(up, up).first->second;
            at = up;
        }
    }
    std::map<plan::DeviceId, plan::DeviceId> m_parent;
    std::set<const match::LinkReport*> m_links;
    std::map<plan::DeviceId, Node> m_nodes;
};

/// The side away from the core counts; where neither is the core, the one that asks for less, and the other is told
/// beside it. Nothing asks from a side on which nothing hangs.
void putAccess(const Access& a, const Access& b, TrunkLoad& trunk)
{
    const auto core = [&]() -> std::optional<bool> {
        if (a.hasPlan != b.hasPlan) return a.hasPlan;
        if (a.hasRouter != b.hasRouter) return a.hasRouter;
        if (a.hasStore != b.hasStore) return a.hasStore;
        if ((a.devices == 0) != (b.devices == 0)) return a.devices == 0;
        return std::nullopt;
    }();
    const bool aIsCore = core.value_or(b.sum < a.sum);
    const Access& away = aIsCore ? b : a;
    const Access& other = aIsCore ? a : b;
    std::tie(trunk.access, trunk.devices) = std::tie(away.sum, away.devices);
    if (!core) std::tie(trunk.otherAccess, trunk.otherDevices) = std::tie(other.sum, other.devices);
}

}  // namespace

std::vector<TrunkLoad> trunksOf(const plan::Plan& plan, const match::Reports& reports, const RunLoads& loads)
{
    std::vector<TrunkLoad> result;
    const Tree tree(plan, reports);
    for (const match::LinkReport& report : reports) {
        const plan::Device* a = plan::deviceOf(plan, report.link.a);
        const plan::Device* b = plan::deviceOf(plan, report.link.b);
        if (!isNode(a) || !isNode(b) || a == b || !report.rate) continue;
        TrunkLoad trunk;
        trunk.title = report.title;
        trunk.run = report.link.id();
        trunk.line = *report.rate;
        trunk.isSpare = !tree.holds(report);
        const Access atA = tree.behind(a->id, &report), atB = tree.behind(b->id, &report);
        if (!trunk.isSpare) putAccess(atA, atB, trunk);
        if (const auto load = loads.find(trunk.run); load != loads.end())
            for (const auto& [way, rate] : load->second) trunk.load = std::max(trunk.load, rate);
        result.push_back(std::move(trunk));
    }
    std::stable_sort(result.begin(), result.end(), [](const TrunkLoad& x, const TrunkLoad& y) {
        return x.oversubscription() > y.oversubscription();
    });
    return result;
}

}  // namespace sokudo::expect
