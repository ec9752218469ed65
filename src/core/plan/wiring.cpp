// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/wiring.h"

#include <algorithm>

namespace sokudo::plan {
namespace {

bool isActive(const Plan& plan, PortId port)
{
    const Device* device = deviceOf(plan, port);
    return device && !isPassive(device->role);
}

Link turned(Link link)
{
    std::swap(link.a, link.b);
    std::reverse(link.runs.begin(), link.runs.end());
    std::reverse(link.through.begin(), link.through.end());
    return link;
}

}  // namespace

Wiring::Wiring(const Plan& plan)
{
    m_at.reserve(2 * plan.runs.size());
    for (const Run& run : plan.runs) add(run);
}

void Wiring::add(const Run& run)
{
    for (PortId end : {run.a, run.b})
        if (end.isSet()) {
            Pair& there = m_at[end];
            if (there.count == 2) continue;  // the plan's invariants rule out a third
            there.runs[there.count++] = run.id;
            if (there.count == 2 && there.runs[1] < there.runs[0]) std::swap(there.runs[0], there.runs[1]);
        }
}

void Wiring::remove(const Run& run)
{
    for (PortId end : {run.a, run.b})
        if (const auto found = m_at.find(end); found != m_at.end()) {
            Pair& there = found->second;
            const auto last = there.runs.begin() + static_cast<std::ptrdiff_t>(there.count);
            there.count = static_cast<std::size_t>(std::remove(there.runs.begin(), last, run.id) - there.runs.begin());
            if (there.count == 0) m_at.erase(found);
        }
}

std::span<const RunId> Wiring::at(PortId port) const
{
    const auto found = m_at.find(port);
    return found == m_at.end() ? std::span<const RunId>() : std::span(found->second.runs).first(found->second.count);
}

/// From one end of a run outwards: to an active port, an open end or a jack with nothing behind it.
Wiring::Side Wiring::follow(const Plan& plan, const Run& run, PortId from) const
{
    Side side;
    PortId at = from;
    RunId last = run.id;
    while (at.isSet()) {
        side.terminal = at;
        side.isActive = isActive(plan, at);
        if (side.isActive) return side;
        const Run* next = nullptr;
        for (RunId other : this->at(at))
            if (other != last && !next) next = plan.runs.find(other);
        // A ring of jacks would never end: no run counts twice.
        if (!next || next->id == run.id || std::find(side.runs.begin(), side.runs.end(), next->id) != side.runs.end())
            return side;
        side.runs.push_back(next->id);
        side.through.push_back(at);
        last = next->id;
        at = next->a == at ? next->b : next->a;
        side.terminal = {};
    }
    return side;
}

Link Wiring::linkOf(const Plan& plan, const Run& run) const
{
    Side left = follow(plan, run, run.a);
    const Side right = follow(plan, run, run.b);
    std::reverse(left.runs.begin(), left.runs.end());
    std::reverse(left.through.begin(), left.through.end());
    Link link{left.terminal, right.terminal, std::move(left.runs), std::move(left.through)};
    link.runs.push_back(run.id);
    link.runs.insert(link.runs.end(), right.runs.begin(), right.runs.end());
    link.through.insert(link.through.end(), right.through.begin(), right.through.end());
    bool farIsActive = right.isActive;
    const bool startsPoorly = left.isActive == right.isActive ? !link.a.isSet() : !left.isActive;
    if (startsPoorly) {
        link = turned(std::move(link));
        farIsActive = left.isActive;
    }
    // Beside an active end a jack with nothing behind it is no end: the cable is not traced.
    if ((left.isActive || right.isActive) && !farIsActive && link.b.isSet()) {
        link.through.push_back(link.b);
        link.b = {};
    }
    return link.b.isSet() && link.b < link.a ? turned(std::move(link)) : link;
}

}  // namespace sokudo::plan
