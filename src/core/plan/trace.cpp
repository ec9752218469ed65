// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/trace.h"

#include <algorithm>
#include <unordered_set>

#include "core/plan/net.h"
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

std::optional<std::vector<Hop>> path(const Plan& plan, DeviceId from, DeviceId to, const LinkRate& rate)
{
    return Net(plan, rate).way(from, to);
}

}  // namespace sokudo::plan
