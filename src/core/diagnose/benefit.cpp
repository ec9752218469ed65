// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/benefit.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"

namespace sokudo::diagnose {
namespace {

constexpr double kNoChange = 0.03;

std::optional<measure::Comparison> compared(const std::vector<measure::Trial>& trials, plan::DeviceId from,
                                            plan::DeviceId to, measure::TrialKind kind, measure::Timestamp change)
{
    std::vector<BitRate> before, after;
    for (const measure::Trial& trial : trials)
        if (trial.from == from && trial.to == to && trial.kind == kind &&
            trial.direction == measure::Direction::Forward)
            (trial.at < change ? before : after).push_back(trial.rate.value);
    if (before.empty() || after.empty()) return std::nullopt;
    return measure::compare(before, after);
}

bool isChanged(double ratio) { return ratio > 1 + kNoChange || ratio < 1 - kNoChange; }

text::Sentence became(std::string_view what, double ratio)
{
    if (!isChanged(ratio)) return text::say("benefit.stayed-as-it-was", "{} stayed as it was", what);
    return ratio > 1 ? text::say("benefit.became-times-as-quick", "{} became {} times as fast", what,
                                 text::figure::number(ratio, 3))
                     : text::say("benefit.fell-to-of-what", "{} fell to {} of what it was", what,
                                 text::figure::number(ratio, 2));
}

text::Sentence limitedBy(const expect::Expectation* path)
{
    const expect::Stage* binding = path ? path->limitingStage() : nullptr;
    return binding ? text::say("benefit.holds-a-copy-here", "; copies here are limited by {}, typically to {}",
                               binding->name, text::figure::rate(binding->carries.typical, 3))
                   : std::string();
}

}  // namespace

Benefit benefit(const std::vector<measure::Trial>& trials, plan::DeviceId from, plan::DeviceId to,
                measure::Timestamp change, const expect::Expectation* copyPath)
{
    Benefit result;
    result.network = compared(trials, from, to, measure::TrialKind::Memory, change);
    result.copy = compared(trials, from, to, measure::TrialKind::FileCopy, change);
    if (!result.network || !result.copy) {
        result.sentence =
            result.network ? text::say("benefit.the-network-has-results",
                                       "the network has results before and after, copies have not: time a copy that "
                                       "was also timed before")
            : result.copy
                ? text::say("benefit.copies-have-results-before",
                            "copies have results before and after, the network has not: a test from memory to memory "
                            "tells what the change did for it")
                : text::say("benefit.neither-the-network-nor",
                            "neither the network nor copies have results on both sides of the change");
        return result;
    }
    const double network = result.network->ratio, copy = result.copy->ratio;
    const text::Sentence both =
        text::say("benefit.both", "{}, {}", became("the network", network), became("a copy", copy));
    if (network > 1 + kNoChange && copy > 0) result.arrives = std::log(copy) / std::log(network);
    if (!isChanged(network) && !isChanged(copy))
        result.sentence = both + text::say("benefit.nothing-was-gained", ": nothing was gained");
    else if (!isChanged(network))
        result.sentence =
            both + text::say("benefit.what-changed-lies-in", ": what changed lies in the machines, not in the network");
    else if (result.arrives && !isChanged(copy))
        result.sentence =
            both + text::say("benefit.the-gain-does-not", ": the gain does not reach copies") + limitedBy(copyPath);
    else if (result.arrives && copy > 1)
        result.sentence = text::say("benefit.of-that-gain-reaches", "{}: {:.0f} % of that gain reaches copies{}", both,
                                    100 * std::min(1.0, *result.arrives),
                                    *result.arrives < 1 - kNoChange ? limitedBy(copyPath) : std::string());
    else result.sentence = both;
    return result;
}

}  // namespace sokudo::diagnose
