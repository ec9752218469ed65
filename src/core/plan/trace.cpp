// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/trace.h"

#include <algorithm>
#include <deque>
#include <map>
#include <set>
#include <unordered_set>

#include "core/plan/wiring.h"

namespace sokudo::plan {
std::vector<Link> links(const Plan& plan)
{
    const Wiring wiring(plan);
    std::vector<Link> found;
    found.reserve(plan.runs.size());
    std::unordered_set<RunId> done;
    for (const Run& run : plan.runs) {
        if (done.contains(run.id)) continue;
        Link link = wiring.linkOf(plan, run);
        if (link.runs.size() > 1) done.insert(link.runs.begin(), link.runs.end());
        found.push_back(std::move(link));
    }
    return found;
}

std::optional<Link> linkOf(const Plan& plan, RunId id)
{
    const Run* run = plan.runs.find(id);
    return run ? std::optional(Wiring(plan).linkOf(plan, *run)) : std::nullopt;
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
