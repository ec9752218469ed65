// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/diagnosis.h"

#include <algorithm>
#include <cmath>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/cause_rows.h"
#include "core/kb/rule_rows.h"

namespace sokudo::diagnose {
namespace {

constexpr double kWorthSaying = 0.05;  // nats; less does not move anyone
constexpr std::string_view kNoLink = "e01";

text::Sentence reasonText(const kb::KnowledgeBase& kb, const Weight& weight, const Observation& seen)
{
    if (!seen.text.empty()) return seen.text;
    const kb::Flag* flag = kb.find<kb::Flag>(weight.flag);
    const std::string what = flag ? flag->trueWhen : weight.flag;
    return seen.present ? text::Sentence(what) : text::say("diagnosis.not-so", "not so: {}", what);
}

bool isDown(const Evidence& evidence)
{
    const auto seen = evidence.find(std::string(kNoLink));
    return seen != evidence.end() && seen->second.present;
}

/// Checks that were done, or that cannot be done now.
bool isOpen(const Evidence& evidence, const kb::Check& check, bool bothRead)
{
    if (check.needsLink && isDown(evidence)) return false;
    // What two readings do not tell, a third does not tell either.
    return !(bothRead && check.by == kb::CheckBy::Read);
}

/// The rate of one way that crossed the best way of the survey for certain; empty: another way, a radio or another
/// interface may have carried it, or the figure itself is in doubt.
std::optional<BitRate> crossedBest(const Facts& facts, const Diagnosis& found)
{
    // Another interface, above the ceiling, a blocked link, a name that leads elsewhere.
    constexpr const char* kElsewhere[] = {"e35", "e57", "e82", "e83"};
    for (const char* flag : kElsewhere) {
        const auto seen = found.evidence.find(flag);
        if (seen != found.evidence.end() && seen->second.present) return {};
    }
    const BitRate rate = measure::eachWay(facts.trial).value;
    const bool mayBeOther = std::any_of(facts.otherWays.begin(), facts.otherWays.end(),
                                        [&](const OtherWay& way) { return rate <= way.carries.high; });
    if (mayBeOther || found.context.contains("wifi") || rate.steps() <= 0) return {};
    return rate;
}

void fill(Diagnosis& result, const kb::KnowledgeBase& kb, const UserAnswers& told, bool bothRead,
          std::optional<BitRate> crossed)
{
    auto [beliefs, out] = rank(kb, result.context, result.evidence, told.failed, crossed);
    result.out = std::move(out);
    Evidence settled = result.evidence;
    for (const std::string& flag : told.unsure) settled.try_emplace(flag, Observation{});
    result.next = nextChecks(kb, beliefs, settled);
    std::erase_if(result.next, [&](const NextCheck& next) { return !isOpen(result.evidence, *next.check, bothRead); });
    for (Belief& belief : beliefs) {
        LikelyCause likely{std::move(belief), {}};
        for (const Weight& weight : likely.belief.weights) {
            const auto seen = result.evidence.find(weight.flag);
            if (std::fabs(weight.nats) < kWorthSaying || seen == result.evidence.end()) continue;
            likely.reasons.push_back({weight.nats > 0, weight.nats, reasonText(kb, weight, seen->second)});
        }
        result.causes.push_back(std::move(likely));
    }
}

}  // namespace

Diagnosis diagnose(const Facts& facts, const UserAnswers& told)
{
    Diagnosis result;
    result.evidence = observe(facts);
    for (const auto& [flag, seen] : told.answers) result.evidence.insert_or_assign(flag, seen);
    result.context = contextOf(facts, result.evidence);
    const bool bothRead = facts.hosts.contains(facts.trial.from) && facts.hosts.contains(facts.trial.to);
    fill(result, facts.kb, told, bothRead, crossedBest(facts, result));
    return result;
}

Diagnosis diagnose(const kb::KnowledgeBase& kb, Context context, const UserAnswers& told)
{
    Diagnosis result;
    result.evidence = told.answers;
    result.context = std::move(context);
    result.context.merge(contextOf(kb, result.evidence));
    fill(result, kb, told, false, {});
    return result;
}

std::vector<text::Sentence> ruledOutLines(const Diagnosis& diagnosis)
{
    std::vector<std::pair<text::Sentence, std::vector<std::string>>> byReason;
    for (const RuledOut& one : diagnosis.out) {
        const auto letter = one.cause->letterOf(kNoLink);
        if (one.isTried || !letter || *letter == 'Z') continue;
        const auto at = std::find_if(byReason.begin(), byReason.end(),
                                     [&](const auto& known) { return known.first.text() == one.why.text(); });
        if (at == byReason.end()) byReason.push_back({one.why, {one.cause->title}});
        else at->second.push_back(one.cause->title);
    }
    std::vector<text::Sentence> lines;
    for (const auto& [why, causes] : byReason)
        lines.push_back(text::say("diagnosis.ruled-out", "{}. Not the cause: {}", why, text::joined(causes, "; ")));
    return lines;
}

std::string_view cautionText(const kb::KnowledgeBase& kb, std::string_view id)
{
    const kb::Caution* caution = id.empty() ? nullptr : kb.find<kb::Caution>(id);
    return caution ? std::string_view(caution->text) : std::string_view();
}

std::vector<std::string> contextTags(const kb::KnowledgeBase& kb)
{
    std::set<std::string> tags;
    for (const kb::Cause& cause : kb.all<kb::Cause>()) tags.insert(cause.needs.begin(), cause.needs.end());
    return {tags.begin(), tags.end()};
}

}  // namespace sokudo::diagnose
