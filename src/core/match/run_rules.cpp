// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/run_rules.h"

#include <algorithm>

#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// Of equally bad findings the one that allows least speaks first.
bool worseFirst(const Finding& a, const Finding& b)
{
    if (a.verdict() != b.verdict()) return a.verdict() > b.verdict();
    if (a.outcome.rate.has_value() != b.outcome.rate.has_value()) return a.outcome.rate.has_value();
    return a.outcome.rate && *a.outcome.rate < *b.outcome.rate;
}

std::string mediumText(const LinkContext& link)
{
    if (link.stretches.empty()) return {};
    std::string made = link.weakest ? link.weakest->name : std::string("cable of unknown kind");
    return made + (link.length ? ", " + text::length(*link.length) : ", length not measured");
}

}  // namespace

LinkReport judge(const LinkContext& link)
{
    LinkReport report;
    report.wanted = link.wanted;
    report.title = link.a.name + " — " + (link.hasFarEnd() ? link.b.name : std::string("not traced"));
    for (const Rule* rule : allRules())
        for (Outcome& outcome : rule->check(link)) report.findings.push_back({std::string(rule->id), std::move(outcome)});
    std::stable_sort(report.findings.begin(), report.findings.end(), worseFirst);
    if (report.findings.empty()) return report;
    report.verdict = report.findings.front().verdict();
    for (const Finding& finding : report.findings)
        if (finding.outcome.rate && (!report.rate || *finding.outcome.rate < *report.rate)) report.rate = finding.outcome.rate;
    if (report.rate && link.common && *link.common < *report.rate) report.rate = link.common;
    const bool dead = std::any_of(report.findings.begin(), report.findings.end(), [](const Finding& f) { return f.verdict() == Verdict::NoLink; });
    if (dead) report.rate.reset();
    report.reason = report.verdict == Verdict::Fits ? mediumText(link) : report.findings.front().text();
    return report;
}

std::vector<LinkReport> judgeAll(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    std::vector<LinkReport> reports;
    for (const plan::Link& traced : plan::links(plan)) {
        reports.push_back(judge(linkContext(plan, traced, kb)));
        reports.back().link = traced;
    }
    std::stable_sort(reports.begin(), reports.end(), [](const LinkReport& a, const LinkReport& b) {
        return a.verdict != b.verdict ? a.verdict > b.verdict : a.title < b.title;
    });
    return reports;
}

}  // namespace sokudo::match
