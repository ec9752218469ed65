// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/inquiry.h"

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"

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

std::optional<measure::Timestamp> lastChange(const std::vector<logbook::Entry>& entries, measure::Timestamp before)
{
    std::optional<measure::Timestamp> last;
    for (const logbook::Entry& entry : entries)
        if (entry.kind == logbook::EntryKind::Change && entry.at <= before && (!last || entry.at > *last))
            last = entry.at;
    return last;
}

Inquiry inquire(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
                const measure::Trial& trial, const Known& known)
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
                      known.trials,
                      result.expected ? &*result.expected : nullptr,
                      result.memoryExpected ? &*result.memoryExpected : nullptr,
                      known.hosts,
                      partsOf(plan, analysis, trial.from, trial.to),
                      lastChange(known.entries, trial.at)};
    result.diagnosis = diagnose(facts, known.told);
    if (result.expected && !result.expected->isEmpty())
        result.stand = standing(measure::eachWay(trial), *result.expected);
    const bool isFine = result.stand && !result.stand->isSlow() && result.stand->at != BandPosition::Impossible;
    if (isFine) {
        result.diagnosis.causes.clear();
        result.diagnosis.next.clear();
    }
    return result;
}

text::Sentence conclusion(const Inquiry& inquiry, const measure::Trial& trial, const plan::Plan& plan)
{
    const auto nameOf = [&](plan::DeviceId id) {
        const plan::Device* device = plan.devices.find(id);
        return device ? device->name : std::string("?");
    };
    std::string result =
        fmt::format("{} → {} at {}", nameOf(trial.from), nameOf(trial.to), text::rate(trial.rate.value, 3));
    const auto& causes = inquiry.diagnosis.causes;
    if (causes.empty()) return result + text::say("inquiry.no-cause-stands-out", ": no cause stands out");
    const auto named = [](const auto& likely) {
        return fmt::format("{} ({:.0f} %)", likely.belief.cause->title, 100 * likely.belief.share);
    };
    result += ": most likely " + named(causes.front());
    if (causes.size() > 1) result += ", then " + named(causes[1]);
    return result + ". " + causes.front().belief.cause->fix;
}

}  // namespace sokudo::diagnose
