// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/diagnosis.h"
#include "core/base/sentence.h"
#include "core/kb/cause_rows.h"

#include <cmath>

namespace sokudo::diagnose {
namespace {

constexpr double kWorthSaying = 0.05;  // nats; less does not move anyone

text::Sentence reasonText(const kb::KnowledgeBase& kb, const Weight& weight, const Observation& seen)
{
    if (!seen.text.empty()) return seen.text;
    const kb::Flag* flag = kb.find<kb::Flag>(weight.flag);
    const std::string what = flag ? flag->trueWhen : weight.flag;
    return seen.present ? text::Sentence(what) : text::say("diagnosis.not-so", "not so: {}", what);
}

}  // namespace

Diagnosis diagnose(const Facts& facts, const Evidence& told)
{
    Diagnosis result;
    result.evidence = observe(facts);
    for (const auto& [flag, seen] : told) result.evidence.insert_or_assign(flag, seen);
    result.context = contextOf(facts);
    auto beliefs = rank(facts.kb, result.context, result.evidence);
    result.next = nextChecks(facts.kb, beliefs, result.evidence);
    for (Belief& belief : beliefs) {
        LikelyCause likely{std::move(belief), {}};
        for (const Weight& weight : likely.belief.weights) {
            const auto seen = result.evidence.find(weight.flag);
            if (std::fabs(weight.nats) < kWorthSaying || seen == result.evidence.end()) continue;
            likely.reasons.push_back({weight.nats > 0, weight.nats, reasonText(facts.kb, weight, seen->second)});
        }
        result.causes.push_back(std::move(likely));
    }
    return result;
}

std::string_view cautionFor(std::string_view check)
{
    static constexpr std::pair<std::string_view, std::string_view> kCautions[] = {
        {"T12", "Before you open a case: shut down, unplug, and touch bare metal first."},
        {"T10", "Never look into a fibre or a cage: the light is invisible. Read the power from the module."},
        {"T43", "Never look into a fibre: both ends dark, caps on, before you inspect or clean."},
        {"T11",
         "Behind a wall plate there may be mains: switch the circuit off and check, or leave it to a "
         "licensed trade."},
        {"T31", "Restarting interrupts everyone: tell the house first."},
        {"T34", "Agree on it first, and switch protection back on at once."},
    };
    for (const auto& [id, text] : kCautions)
        if (id == check) return text;
    return {};
}

}  // namespace sokudo::diagnose
