// SPDX-License-Identifier: GPL-3.0-or-later
// Signs that the survey tells by itself.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/facts.h"

namespace sokudo::diagnose {
namespace {

Observation planned(bool present, text::Sentence text) { return {present, Witness::Plan, std::move(text)}; }

/// Judged links of the path.
std::vector<const match::LinkReport*> pathLinks(const Facts& facts)
{
    std::vector<const match::LinkReport*> found;
    const expect::Expectation* path = facts.memoryExpected ? facts.memoryExpected : facts.expected;
    if (!path) return found;
    for (const expect::Stage& stage : path->stages)
        if (stage.run.isSet())
            if (const auto* report = facts.analysis.reportOf(stage.run)) found.push_back(report);
    return found;
}

std::optional<Observation> ruleBroken(const Facts& facts)
{
    const auto links = pathLinks(facts);
    if (links.empty()) return std::nullopt;
    for (const match::LinkReport* report : links)
        for (const match::Finding& finding : report->findings) {
            const bool isReach = finding.rule.view().starts_with("reach") || finding.rule == "optical-loss";
            if (isReach && finding.verdict() == Verdict::Marginal)
                return planned(true, report->title + ": " + finding.text());
        }
    return planned(false,
                   text::say("from-plan.every-cable-on-the", "every cable on the way is within its length and loss"));
}

std::optional<Observation> slotLimit(const Facts& facts)
{
    const expect::Expectation* path = facts.memoryExpected ? facts.memoryExpected : facts.expected;
    if (!path) return std::nullopt;
    bool sawSlot = false;
    for (const expect::Stage& stage : path->stages) {
        if (stage.kind != expect::StageKind::Slot) continue;
        sawSlot = true;
        if (stage.carries.typical.in() < facts.plannedRate().in() * 0.9415)
            return planned(true, fmt::format("{} ({}) carries {}", stage.name, stage.detail,
                                             text::rate(stage.carries.typical, 3)));
    }
    if (!sawSlot) return std::nullopt;
    return planned(false, text::say("from-plan.the-slots-on-the", "the slots on the way are wide enough"));
}

std::optional<Observation> pairFault(const Facts& facts)
{
    bool tested = false;
    for (const match::LinkReport* report : pathLinks(facts))
        for (plan::RunId id : report->link.runs) {
            const plan::Run* run = facts.plan.runs.find(id);
            if (!run || run->wireMap.empty()) continue;
            tested = true;
            if (run->wireMap != "good")
                return planned(true, text::say("from-plan.the-tester-found-a", "the tester found a bad pair in run ") +
                                         run->label);
        }
    if (!tested) return std::nullopt;
    return planned(false, text::say("from-plan.the-tester-found-all", "the tester found all pairs straight"));
}

std::optional<Observation> rateForced(const Facts& facts)
{
    const auto links = pathLinks(facts);
    if (links.empty()) return std::nullopt;
    for (const match::LinkReport* report : links)
        for (plan::PortId end : {report->link.a, report->link.b})
            if (const plan::Port* port = facts.plan.ports.find(end); port && port->forced)
                return planned(true, plan::portText(facts.plan, end) +
                                         text::say("from-plan.is-forced-to", " is forced to ") +
                                         text::linkRate(*port->forced));
    return planned(false, text::say("from-plan.no-port-on-the", "no port on the way has a forced rate"));
}

constexpr Sign kSigns[] = {{"e58", rateForced}, {"e59", pairFault}, {"e60", ruleBroken}, {"e62", slotLimit}};

}  // namespace

std::span<const Sign> signsFromPlan() { return kSigns; }

}  // namespace sokudo::diagnose
