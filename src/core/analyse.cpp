// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/analyse.h"

#include <algorithm>

namespace sokudo {
namespace {

std::vector<Gap> gapsOf(const plan::Plan& plan, const match::Reports& reports)
{
    std::vector<Gap> gaps;
    for (const plan::Run& run : plan.runs) {
        const std::string name = run.label.empty() ? plan::portText(plan, run.a.isSet() ? run.a : run.b) : run.label;
        if (!run.length)
            gaps.push_back(
                {text::say("analyse.no-length", "run {} has no measured length", name), Verdict::Unknown, run.id, {}});
        if (run.medium.empty())
            gaps.push_back({text::say("analyse.no-medium", "run {}: the kind of cable is not known", name),
                            Verdict::Unknown,
                            run.id,
                            {}});
    }
    for (const match::LinkReport& report : reports)
        if (!report.link.b.isSet()) {
            const plan::PortId last = report.link.through.empty() ? report.link.a : report.link.through.back();
            gaps.push_back(
                {text::say("analyse.not-traced", "{} is not traced to a second port", plan::portText(plan, last)),
                 Verdict::Unknown,
                 report.link.id(),
                 {}});
        }
    for (const plan::Slot& slot : plan.slots)
        if (slot.card && (slot.generation == 0 || slot.lanes == 0)) {
            const plan::Device* device = plan.devices.find(slot.device);
            gaps.push_back({text::say("analyse.slot-not-read", "slot {} of {} was never read", slot.name,
                                      device ? device->name : std::string("?")),
                            Verdict::Unknown,
                            {},
                            slot.device});
        }
    for (const match::LinkReport& report : reports)
        for (const match::WaiverState& state : report.waivers)
            if (!state.holds)
                gaps.push_back({text::say("analyse.waiver-gone", "{}: the waiver “{}” no longer fits: {}", report.title,
                                          state.waiver.reason, state.why),
                                Verdict::Unknown,
                                report.link.id(),
                                {}});
    for (const match::LinkReport& report : reports)
        if (report.verdict == Verdict::Unsafe)
            gaps.push_back(
                {text::Sentence(report.title + ": " + report.reason()), Verdict::Unsafe, report.link.id(), {}});
    return gaps;
}

}  // namespace

const match::LinkReport* Analysis::reportOf(plan::RunId run) const
{
    const auto at = byRun.find(run);
    return at == byRun.end() ? nullptr : at->second;
}

namespace {

Analysis summed(const plan::Plan& plan, match::Reports links, const kb::KnowledgeBase& kb)
{
    Analysis result;
    result.links = std::move(links);
    result.byRun.reserve(plan.runs.size());
    for (const match::LinkReport& report : result.links) {
        ++result.counts[static_cast<std::size_t>(report.verdict)];
        for (plan::RunId run : report.link.runs) result.byRun.emplace(run, &report);
    }
    result.gaps = gapsOf(plan, result.links);
    result.power = power::judge(plan, result.links, kb);
    result.swaps = match::crossedLinks(plan, result.links, kb);
    return result;
}

}  // namespace

Result<kb::KnowledgeBase> knowledgeOf(const plan::Plan& plan, const kb::KnowledgeBase& built, const kb::Files& shipped)
{
    std::vector<kb::OwnRow> rows;
    for (const plan::CatalogueRow& row : plan.catalogue) rows.push_back({row.table, row.cells});
    return kb::loadWith(built, shipped, rows);
}

Analysis analyse(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    return summed(plan, match::judgeAll(plan, kb), kb);
}
Analysis analyse(const plan::Plan& plan, const match::LinkBook& book, const kb::KnowledgeBase& kb)
{
    return summed(plan, book.reports(), kb);
}

}  // namespace sokudo
