// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/link_down.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/trade_rows.h"

namespace sokudo::match {
namespace {

bool hasFec(const LinkEnd& end) { return end.port && end.port->fec && *end.port->fec != plan::Fec::Auto; }
bool hasRate(const LinkEnd& end) { return end.ratesStated; }
bool hasLight(const LinkEnd& end) { return end.port && end.port->traits.has("rx"); }

/// What is still to be read before silence of the rules clears the step; empty: all was stated.
text::Sentence unstated(const LinkContext& link, std::string_view need)
{
    using Has = bool (*)(const LinkEnd&);
    static constexpr struct {
        std::string_view need;
        Has has;
        text::Line what;
    } kOfEnds[] = {{"fec", &hasFec, {"link-down.the-fec-mode", "the FEC mode"}},
                   {"rates", &hasRate, {"link-down.the-rates", "the rates"}},
                   {"light", &hasLight, {"link-down.the-light-received", "the light received"}}};
    for (const auto& row : kOfEnds) {
        if (row.need != need) continue;
        const bool a = row.has(link.a), b = row.has(link.b);
        if (a && b) return {};
        return text::say("link-down.of-was-never-read", "{} of {} was never read", text::Sentence(row.what),
                         a   ? link.b.name
                         : b ? link.a.name
                             : link.a.name + " and " + link.b.name);
    }
    if (need == "class" && link.runWord("class").empty() && link.runWord("aoc-code").empty())
        return text::say("link-down.the-class-of-the", "the class of the lead was never read");
    return {};
}

bool concerns(const kb::LinkDownCheck& step, const LinkContext& link)
{
    const BitRate most = std::max(link.common.value_or(BitRate{}), link.wanted.value_or(BitRate{}));
    const BitRate cage =
        link.a.cage && link.b.cage ? std::min(link.a.cage->usualRate(), link.b.cage->usualRate()) : BitRate{};
    if (std::max(most, cage) < step.atLeast) return false;
    if (step.on == "lead") return link.isCaptive();
    if (step.on == "fibre") return link.isOnFibre();
    return true;
}

/// A step names the rules that it asks, or single cases of them; a case that a step names counts there alone.
bool isOf(const Finding& finding, const kb::LinkDownCheck& row, const kb::KnowledgeBase& kb)
{
    const auto names = [](const kb::LinkDownCheck& step, std::string_view word) {
        return std::find(step.rules.begin(), step.rules.end(), word) != step.rules.end();
    };
    const std::string_view caseId = finding.outcome.caseId;
    const auto& all = kb.all<kb::LinkDownCheck>();
    const bool isNamed = std::any_of(all.begin(), all.end(), [&](const auto& step) { return names(step, caseId); });
    return names(row, isNamed ? caseId : std::string_view(finding.rule));
}

/// One step is the fault, the one with the worst finding; what else was found is to be looked at.
void keepOneFault(std::vector<LinkDownStep>& steps, const std::vector<Verdict>& worst)
{
    std::size_t fault = steps.size();
    for (std::size_t i = 0; i < steps.size(); ++i)
        if (steps[i].state == StepState::Found && (fault == steps.size() || worst[i] > worst[fault])) fault = i;
    for (std::size_t i = 0; i < steps.size(); ++i)
        if (i != fault && steps[i].state == StepState::Found) steps[i].state = StepState::Look;
}

/// @param worstOut  the worst verdict of the step's findings
LinkDownStep judged(const kb::LinkDownCheck& row, const LinkContext& link, const LinkReport& report, Verdict& worstOut)
{
    LinkDownStep result{&row, StepState::Cleared, {}};
    const Finding* worst = nullptr;
    for (const Finding& finding : report.findings)
        if (isOf(finding, row, link.kb) && (!worst || worst->verdict() < finding.verdict())) worst = &finding;
    worstOut = worst ? worst->verdict() : Verdict::Fits;
    if (worst && worst->verdict() >= Verdict::Marginal) return {&row, StepState::Found, worst->text()};
    if (worst && worst->verdict() == Verdict::Unknown) return {&row, StepState::Look, worst->text()};
    for (const std::string& need : row.needs)
        if (const text::Sentence what = unstated(link, need); !what.empty()) return {&row, StepState::Look, what};
    result.because =
        worst ? worst->text() : text::say("link-down.nothing-speaks-against-it", "nothing speaks against it");
    return result;
}

}  // namespace

std::string_view word(StepState state)
{
    static constexpr std::string_view kWords[] = {"this is it", "look", "ruled out"};
    return kWords[static_cast<int>(state)];
}

const LinkDownStep* LinkDown::next() const
{
    const auto at = std::find_if(steps.begin(), steps.end(),
                                 [](const LinkDownStep& step) { return step.state != StepState::Cleared; });
    return at == steps.end() ? nullptr : &*at;
}

LinkDown linkDown(const plan::Plan& plan, const LinkReport& report, const kb::KnowledgeBase& kb)
{
    LinkDown result;
    const LinkContext link = linkContext(plan, report.link, kb);
    const auto holds = [](const LinkEnd& end) { return end.cage && end.cage->holdsModule; };
    if (!link.hasFarEnd() || (!holds(link.a) && !holds(link.b))) return result;
    std::vector<Verdict> worst;
    for (const kb::LinkDownCheck& row : kb.all<kb::LinkDownCheck>()) {
        if (!concerns(row, link)) continue;
        result.steps.push_back(judged(row, link, report, worst.emplace_back()));
        if (result.steps.back().state != StepState::Cleared) result.minutes += row.minutes;
    }
    keepOneFault(result.steps, worst);
    return result;
}

}  // namespace sokudo::match
