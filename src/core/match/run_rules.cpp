// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/reports.h"

#include <algorithm>

#include "core/base/cores.h"
#include "core/base/sentence.h"
#include "core/match/link_shape.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// Of equally bad findings the one that allows least speaks first.
bool worseFirst(const Finding& a, const Finding& b)
{
    if (a.isWaived != b.isWaived) return b.isWaived;
    if (a.verdict() != b.verdict()) return a.verdict() > b.verdict();
    if (a.outcome.rate.has_value() != b.outcome.rate.has_value()) return a.outcome.rate.has_value();
    return a.outcome.rate && *a.outcome.rate < *b.outcome.rate;
}

void applyWaivers(const LinkContext& link, std::vector<Finding>& findings, std::vector<WaiverState>& waivers)
{
    for (const plan::Waiver& waiver : link.plan.waivers) {
        const bool isOurs = std::any_of(link.sections.begin(), link.sections.end(),
                                        [&](const CableSection& s) { return s.run->id == waiver.run; });
        if (!isOurs) continue;
        WaiverState state{waiver, false,
                          text::say("run-rules.the-finding-is-gone", "the finding is gone: take the waiver out")};
        for (Finding& finding : findings) {
            if (!(finding.outcome.caseId == waiver.clause)) continue;
            state.holds = code(finding.verdict()) == waiver.verdict && finding.verdict() != Verdict::Unsafe;
            state.why = state.holds
                            ? ""
                            : text::say("run-rules.the-finding-is-now", "the finding is now “") +
                                  std::string(word(finding.verdict())) + "”, and “" + waiver.verdict +
                                  text::say("run-rules.was-accepted-decide-again", "” was accepted: decide again");
            finding.isWaived = state.holds;
            break;
        }
        waivers.push_back(std::move(state));
    }
}

std::string mediumText(const LinkContext& link)
{
    if (link.sections.empty()) return {};
    return (link.weakest ? link.weakest->name : "cable of unknown kind") +
           (link.length ? ", " + text::length(*link.length) : ", length not measured");
}

}  // namespace

LinkReport judge(const LinkContext& link)
{
    LinkReport report;
    report.wanted = link.wanted;
    std::vector<Finding> findings;
    findings.reserve(12);
    report.title = link.a.name + " — " + (link.hasFarEnd() ? link.b.name : std::string("not traced"));
    for (const Rule* rule : allRules())
        for (Outcome& outcome : rule->check(link))
            findings.push_back({StaticText(rule->id.data()), std::move(outcome)});
    if (!link.plan.waivers.empty()) applyWaivers(link, findings, report.waivers);
    std::stable_sort(findings.begin(), findings.end(), worseFirst);
    if (findings.empty()) return report;
    report.verdict = findings.front().isWaived ? Verdict::Fits : findings.front().verdict();
    for (const Finding& finding : findings)
        if (finding.outcome.rate && (!report.rate || *finding.outcome.rate < *report.rate))
            report.rate = finding.outcome.rate;
    if (report.rate && link.common && *link.common < *report.rate) report.rate = link.common;
    const bool dead = std::any_of(findings.begin(), findings.end(),
                                  [](const Finding& f) { return f.verdict() == Verdict::NoLink && !f.isWaived; });
    if (dead || link.isIdle()) report.rate.reset();
    report.findings = std::move(findings);
    report.result = mediumText(link);
    return report;
}

namespace {

constexpr std::size_t kWorthAThread = 500;  // links; below, starting a thread costs more than it saves

/// Judges every link into its place. Rules are pure, so the work is shared among the cores.
void judgeShared(const plan::Plan& plan, const kb::KnowledgeBase& kb, std::vector<plan::Link>& traced,
                 std::vector<ReportPtr>& found)
{
    const auto work = [&](std::size_t from, std::size_t to) {
        ShapeBook shapes(kb);
        for (std::size_t i = from; i < to; ++i) found[i] = std::make_shared<LinkReport>(shapes.judge(plan, traced[i]));
    };
    onAllCores(traced.size(), kWorthAThread, work);
}

}  // namespace

Reports judgeAll(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    std::vector<plan::Link> traced = plan::links(plan);
    std::vector<ReportPtr> found(traced.size());
    judgeShared(plan, kb, traced, found);
    // The keys stand side by side: following a pointer for each comparison would cost more than the comparison.
    struct Key {
        Verdict verdict;
        std::string_view title;
        plan::RunId id;
        std::size_t at;
    };
    std::vector<Key> keys;
    keys.reserve(found.size());
    for (std::size_t i = 0; i < found.size(); ++i)
        keys.push_back({found[i]->verdict, found[i]->title, found[i]->link.id(), i});
    std::sort(keys.begin(), keys.end(), [](const Key& a, const Key& b) {
        if (a.verdict != b.verdict) return a.verdict > b.verdict;
        return a.title != b.title ? a.title < b.title : a.id < b.id;
    });
    std::vector<ReportPtr> rows;
    rows.reserve(keys.size());
    for (const Key& key : keys) rows.push_back(std::move(found[key.at]));
    return Reports(std::move(rows));
}

}  // namespace sokudo::match
