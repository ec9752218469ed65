// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/trace.h"

#include <algorithm>
#include <deque>
#include <map>
#include <set>
#include <unordered_map>

namespace sokudo::plan {
namespace {

/// Which runs touch a port: asked once for the whole plan, so that tracing all links stays linear.
class Wiring {
public:
    explicit Wiring(const Plan& plan) : m_plan(plan)
    {
        for (const Run& run : plan.runs)
            for (PortId end : {run.a, run.b})
                if (end.isSet()) m_at[end].push_back(&run);
    }
    bool isActive(PortId port) const
    {
        const Device* device = deviceOf(m_plan, port);
        return device && !isPassive(device->role);
    }
    /// Walks away from `start` along `run` to the next active port or open end.
    Link walk(PortId start, const Run* run) const
    {
        Link link{start, {}, {}, {}};
        std::set<RunId> seen;
        PortId at = start;
        while (run && seen.insert(run->id).second) {
            link.runs.push_back(run->id);
            at = run->a == at ? run->b : run->a;
            if (!at.isSet()) return link;
            if (isActive(at)) {
                link.b = at;
                return link;
            }
            link.through.push_back(at);
            run = other(at, run);
        }
        return link;
    }
    const std::vector<const Run*>& at(PortId port) const
    {
        static const std::vector<const Run*> kNone;
        const auto found = m_at.find(port);
        return found == m_at.end() ? kNone : found->second;
    }

private:
    const Run* other(PortId port, const Run* than) const
    {
        for (const Run* run : at(port))
            if (run != than) return run;
        return nullptr;
    }
    const Plan& m_plan;
    std::unordered_map<PortId, std::vector<const Run*>> m_at;
};

Link turned(Link link)
{
    std::swap(link.a, link.b);
    std::reverse(link.runs.begin(), link.runs.end());
    std::reverse(link.through.begin(), link.through.end());
    return link;
}

}  // namespace

std::vector<Link> links(const Plan& plan)
{
    const Wiring wiring(plan);
    std::vector<Link> found;
    std::set<RunId> done;
    const auto take = [&](Link link) {
        for (RunId run : link.runs) done.insert(run);
        if (link.b.isSet() && link.b < link.a) link = turned(std::move(link));
        found.push_back(std::move(link));
    };
    for (const Run& run : plan.runs) {
        if (done.contains(run.id)) continue;
        for (PortId end : {run.a, run.b})
            if (end.isSet() && wiring.isActive(end) && !done.contains(run.id)) take(wiring.walk(end, &run));
    }
    // What is left touches no active port: cables between jacks and panels only.
    for (const Run& run : plan.runs)
        if (!done.contains(run.id)) {
            const PortId end = run.a.isSet() ? run.a : run.b;
            Link link = wiring.walk(end, &run);
            if (!link.b.isSet() && !link.through.empty()) {
                link.b = link.through.back();
                link.through.pop_back();
            }
            take(std::move(link));
        }
    return found;
}

std::optional<Link> linkOf(const Plan& plan, RunId run)
{
    for (Link& link : links(plan))
        if (std::find(link.runs.begin(), link.runs.end(), run) != link.runs.end()) return std::move(link);
    return std::nullopt;
}

namespace {

struct RatedHop { Hop hop; std::optional<BitRate> rate; };
using Neighbours = std::map<DeviceId, std::vector<RatedHop>>;

/// Fewest links among those that carry at least `least`; nothing: links without a rate count too.
std::optional<std::vector<Hop>> shortest(const Plan& plan, const Neighbours& out, DeviceId from, DeviceId to, std::optional<BitRate> least)
{
    std::map<DeviceId, const Hop*> cameBy;
    std::deque<DeviceId> open{from};
    std::set<DeviceId> seen{from};
    while (!open.empty() && !seen.contains(to)) {
        const DeviceId at = open.front();
        open.pop_front();
        const auto hops = out.find(at);
        if (hops == out.end()) continue;
        for (const RatedHop& next : hops->second) {
            if (least && (!next.rate || *next.rate < *least)) continue;
            const DeviceId device = deviceOf(plan, next.hop.to)->id;
            if (!seen.insert(device).second) continue;
            cameBy.emplace(device, &next.hop);
            open.push_back(device);
        }
    }
    if (!seen.contains(to)) return std::nullopt;
    std::vector<Hop> way;
    for (DeviceId at = to; at != from;) {
        way.push_back(*cameBy.at(at));
        at = deviceOf(plan, way.back().from)->id;
    }
    std::reverse(way.begin(), way.end());
    return way;
}

}  // namespace

std::optional<std::vector<Hop>> path(const Plan& plan, DeviceId from, DeviceId to, const LinkRate& rate)
{
    if (from == to || !plan.devices.has(from) || !plan.devices.has(to)) return std::nullopt;
    Neighbours out;
    std::set<BitRate, std::greater<>> rates;
    for (const Link& link : links(plan)) {
        const Device* a = deviceOf(plan, link.a);
        const Device* b = deviceOf(plan, link.b);
        if (!a || !b || a == b || isPassive(a->role) || isPassive(b->role)) continue;
        const auto carries = rate(link);
        if (carries) rates.insert(*carries);
        out[a->id].push_back({{link, link.a, link.b}, carries});
        out[b->id].push_back({{link, link.b, link.a}, carries});
    }
    for (BitRate least : rates)
        if (auto way = shortest(plan, out, from, to, least)) return way;
    return shortest(plan, out, from, to, std::nullopt);
}

}  // namespace sokudo::plan
