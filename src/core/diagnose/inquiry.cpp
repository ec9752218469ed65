// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/inquiry.h"

namespace sokudo::diagnose {

expect::PathQuestion questionOf(const measure::Trial& trial)
{
    const bool turned = trial.direction == measure::Direction::Reverse;
    const auto traffic =
        trial.kind == measure::TrialKind::FileCopy ? expect::Traffic::FileCopy : expect::Traffic::MemoryToMemory;
    return {turned ? trial.to : trial.from,
            turned ? trial.from : trial.to,
            traffic,
            std::max(1, trial.streams),
            {},
            0,
            trial.direction == measure::Direction::Both};
}

Inquiry inquire(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
                const measure::Trial& trial, const std::vector<measure::Trial>& all,
                const std::map<plan::DeviceId, measure::HostSnapshot>& hosts, const Evidence& told)
{
    Inquiry result;
    expect::PathQuestion question = questionOf(trial);
    if (auto expected = expect::expectation(plan, kb, analysis.links, question)) result.expected = std::move(*expected);
    else result.whyNoExpectation = expected.error().message();
    question.traffic = expect::Traffic::MemoryToMemory;
    if (auto memory = expect::expectation(plan, kb, analysis.links, question))
        result.memoryExpected = std::move(*memory);
    const Facts facts{plan,
                      kb,
                      analysis,
                      trial,
                      all,
                      result.expected ? &*result.expected : nullptr,
                      result.memoryExpected ? &*result.memoryExpected : nullptr,
                      hosts};
    result.diagnosis = diagnose(facts, told);
    return result;
}

}  // namespace sokudo::diagnose
