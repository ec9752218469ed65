// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/inquiry.h"

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/path_change.h"

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

namespace {

/// The ways that traffic could have taken in place of the best, where the result is below what the best carries.
std::vector<OtherWay> otherWaysOf(const plan::Plan& plan, const expect::Paths& paths, expect::PathQuestion question,
                                  const Inquiry& inquiry)
{
    std::vector<OtherWay> result;
    if (!inquiry.stand || !inquiry.stand->isSlow()) return result;
    const auto ways = paths.ways(question.from, question.to);
    for (std::size_t i = 1; i < ways.size(); ++i) {
        question.route = static_cast<int>(i);
        if (const auto other = paths.expectation(question); other && !other->isEmpty())
            result.push_back({expect::wayText(plan, ways[i]), other->expected});
    }
    return result;
}

}  // namespace

Inquiry inquire(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
                const measure::Trial& trial, const Known& known)
{
    Inquiry result;
    expect::PathQuestion question = questionOf(trial);
    const expect::Paths paths(plan, kb, analysis.links);
    if (auto expected = paths.expectation(question)) result.expected = std::move(*expected);
    else result.whyNoExpectation = expected.error().message();
    if (result.expected && !result.expected->isEmpty())
        result.stand = standing(measure::eachWay(trial), *result.expected);
    std::vector<OtherWay> otherWays = otherWaysOf(plan, paths, question, result);
    question.traffic = expect::Traffic::MemoryToMemory;
    if (auto memory = paths.expectation(question)) result.memoryExpected = std::move(*memory);
    PathParts path = partsOf(plan, analysis, trial.from, trial.to);
    const auto madeLast = [&](logbook::Touch least) -> std::optional<measure::Timestamp> {
        const logbook::Entry* entry = lastChange(path, known.entries, {{}, trial.at}, least);
        return entry ? std::optional(entry->happened()) : std::nullopt;
    };
    const auto changed = madeLast(logbook::Touch::Perhaps), surely = madeLast(logbook::Touch::Changed);
    const Facts facts{plan,
                      kb,
                      analysis,
                      trial,
                      known.trials,
                      result.expected ? &*result.expected : nullptr,
                      result.memoryExpected ? &*result.memoryExpected : nullptr,
                      known.hosts,
                      std::move(path),
                      changed,
                      surely,
                      std::move(otherWays)};
    result.diagnosis = diagnose(facts, known.told);
    const bool isFine = result.stand && !result.stand->isSlow() && result.stand->at != BandPosition::Impossible;
    if (isFine) {
        result.diagnosis.causes.clear();
        result.diagnosis.next.clear();
        result.diagnosis.out.clear();
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
