// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/link_book.h"

namespace sokudo::match {

void LinkBook::update(const plan::PlanPtr& next)
{
    if (next == m_plan) {
        m_judged = 0;
        return;
    }
    const plan::PlanPtr before = std::exchange(m_plan, next);
    if (!before) return rebuild();
    const Runs dirty = touched(*before, *next);
    for (plan::RunId id : dirty) drop(id);
    m_judged = 0;
    for (plan::RunId id : dirty)
        if (const plan::Run* run = next->runs.find(id); run && !m_byRun.contains(id)) judgeLinkOf(*run);
}

void LinkBook::rebuild()
{
    m_wiring = plan::Wiring(*m_plan);
    m_reports = judgeAll(*m_plan, m_kb);
    m_judged = m_reports.size();
    m_byRun.reserve(m_judged);
    m_reports.each([this](const ReportPtr& report) {
        for (plan::RunId run : report->link.runs) m_byRun[run] = report;
    });
}

void LinkBook::touchPort(const plan::Plan& plan, plan::PortId port, Runs& dirty) const
{
    for (plan::RunId run : m_wiring.at(port)) dirty.insert(run);
    // Legs of one split port count each other.
    const plan::Port* row = plan.ports.find(port);
    if (!row) return;
    const plan::PortId whole = row->splitOf.isSet() ? row->splitOf : port;
    if (!row->splitOf.isSet() && !row->traits.has("split")) return;
    for (const plan::Port& leg : plan.ports)
        if (leg.splitOf == whole || leg.id == whole)
            for (plan::RunId run : m_wiring.at(leg.id)) dirty.insert(run);
}

void LinkBook::touchDevice(const plan::Plan& plan, plan::DeviceId device, Runs& dirty) const
{
    for (const plan::Port& port : plan.ports)
        if (port.device == device) touchPort(plan, port.id, dirty);
}

/// A power budget is shared: one device more on a switch may darken another.
void LinkBook::touchNeighbours(const plan::Plan& plan, Runs& dirty) const
{
    std::set<plan::DeviceId> sharing;
    for (plan::RunId id : dirty) {
        const auto known = m_byRun.find(id);
        const plan::Run* run = plan.runs.find(id);
        const auto look = [&](plan::PortId port) {
            const plan::Port* row = plan.ports.find(port);
            if (row && (row->traits.has("pse") || row->traits.has("pd"))) sharing.insert(row->device);
        };
        if (known != m_byRun.end()) {
            look(known->second->link.a);
            look(known->second->link.b);
        }
        if (run) {
            const plan::Link link = m_wiring.linkOf(plan, *run);
            look(link.a);
            look(link.b);
        }
    }
    for (plan::DeviceId device : sharing) touchDevice(plan, device, dirty);
}

LinkBook::Runs LinkBook::touched(const plan::Plan& before, const plan::Plan& after)
{
    Runs dirty;
    const auto ends = [&](const plan::Run& run) {
        dirty.insert(run.id);
        for (plan::PortId end : {run.a, run.b})
            if (end.isSet()) touchPort(after, end, dirty);
    };
    eachDifference(before.runs, after.runs, [&](const plan::Run* old, const plan::Run* now) {
        if (old && now && old->a == now->a && old->b == now->b) {
            ends(*now);
            return;
        }
        if (old) {
            ends(*old);
            m_wiring.remove(*old);
        }
        if (now) {
            m_wiring.add(*now);
            ends(*now);
        }
    });
    eachDifference(before.ports, after.ports, [&](const plan::Port* old, const plan::Port* now) {
        if (old) touchPort(before, old->id, dirty);
        if (now) touchPort(after, now->id, dirty);
    });
    eachDifference(before.slots, after.slots, [&](const plan::Slot* old, const plan::Slot* now) {
        touchDevice(after, (now ? now : old)->device, dirty);
    });
    eachDifference(before.devices, after.devices, [&](const plan::Device* old, const plan::Device* now) {
        touchDevice(after, (now ? now : old)->id, dirty);
    });
    eachDifference(before.places, after.places, [&](const plan::Place* old, const plan::Place* now) {
        for (const plan::Device& device : after.devices)
            if (device.place == (now ? now : old)->id) touchDevice(after, device.id, dirty);
    });
    eachDifference(before.waivers, after.waivers,
                   [&](const plan::Waiver* old, const plan::Waiver* now) { dirty.insert((now ? now : old)->run); });
    touchNeighbours(after, dirty);
    return wholeLinks(after, dirty);
}

/// The runs of every link, before and now, that has one of these.
LinkBook::Runs LinkBook::wholeLinks(const plan::Plan& after, const Runs& dirty) const
{
    // A link is judged whole: the runs it had and the runs it will have.
    Runs whole = dirty;
    for (plan::RunId id : dirty) {
        if (const auto known = m_byRun.find(id); known != m_byRun.end())
            whole.insert(known->second->link.runs.begin(), known->second->link.runs.end());
        if (const plan::Run* run = after.runs.find(id)) {
            const plan::Link link = m_wiring.linkOf(after, *run);
            whole.insert(link.runs.begin(), link.runs.end());
        }
    }
    // Runs that a new link takes from another one take that one along.
    Runs closed = whole;
    for (plan::RunId id : whole)
        if (const auto known = m_byRun.find(id); known != m_byRun.end())
            closed.insert(known->second->link.runs.begin(), known->second->link.runs.end());
    return closed;
}

void LinkBook::drop(plan::RunId id)
{
    const auto known = m_byRun.find(id);
    if (known == m_byRun.end()) return;
    const ReportPtr report = known->second;
    m_reports = m_reports.without(report);
    for (plan::RunId run : report->link.runs) m_byRun.erase(run);
}

void LinkBook::judgeLinkOf(const plan::Run& run)
{
    const plan::Link link = m_wiring.linkOf(*m_plan, run);
    const auto report = std::make_shared<const LinkReport>(m_shapes.judge(*m_plan, link));
    m_reports = m_reports.with(report);
    for (plan::RunId id : link.runs) m_byRun[id] = report;
    ++m_judged;
}

}  // namespace sokudo::match
