// SPDX-License-Identifier: GPL-3.0-or-later
// Signs that lie in the figures of the tests themselves.
#include <algorithm>
#include <cmath>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/asymmetry.h"
#include "core/diagnose/band_position.h"
#include "core/diagnose/facts.h"
#include "core/diagnose/plateau.h"
#include "core/measure/statistics.h"

namespace sokudo::diagnose {
namespace {

using measure::Direction;
using measure::Trial;
using measure::TrialKind;

constexpr double kFewErrors = 1e-7, kFewDrops = 1e-4;  ///< of the frames received

Observation measured(bool present, text::Sentence text) { return {present, Witness::Measured, std::move(text)}; }

std::optional<Observation> multiGain(const Facts& facts)
{
    const Trial* one = facts.newest(TrialKind::Memory, Direction::Forward, 1);
    const Trial* many = nullptr;
    for (const Trial* trial : facts.samePath(TrialKind::Memory, Direction::Forward))
        if (trial->streams >= 2 && (!many || trial->streams > many->streams)) many = trial;
    if (!one || !many) return std::nullopt;
    const bool oneIsEnough =
        facts.memoryExpected && one->rate.value.in() >= 0.9 * facts.memoryExpected->expected.typical.in();
    const double factor = many->rate.value.in() / std::max(1.0, one->rate.value.in());
    return measured(!oneIsEnough && factor >= 1.5,
                    text::say("from-trials.several-streams-one-stream", "{} streams {}, one stream {}", many->streams,
                              text::figure::rate(many->rate.value, 3), text::figure::rate(one->rate.value, 3)));
}

std::optional<Observation> asymmetry(const Facts& facts)
{
    const Trial* forward = facts.newest(facts.trial.kind, Direction::Forward, facts.trial.streams);
    const Trial* reverse = facts.newest(facts.trial.kind, Direction::Reverse, facts.trial.streams);
    if (!forward || !reverse) return std::nullopt;
    const BitRate a = forward->rate.value, b = reverse->rate.value;
    if (!isAsymmetric(a, b))
        return measured(false, text::say("from-trials.the-same-in-both", "the same in both directions: {} and {}",
                                         text::figure::rate(a, 3), text::figure::rate(b, 3)));
    return measured(true,
                    text::say("from-trials.one-direction-is-times", "one direction is {} times as fast as the other",
                              text::figure::number(std::max(a, b).in() / std::max(1.0, std::min(a, b).in()), 2)));
}

std::optional<Observation> fileOnly(const Facts& facts)
{
    if (!facts.memoryExpected || facts.memoryExpected->isEmpty()) return std::nullopt;
    if (facts.trial.kind == TrialKind::Memory) {
        if (standing(measure::eachWay(facts.trial), *facts.memoryExpected).isSlow())
            return measured(false, text::say("from-trials.memory-to-memory-is", "memory to memory is already slow"));
        return std::nullopt;
    }
    const auto memory = facts.samePath(TrialKind::Memory, Direction::Forward);
    if (memory.empty()) return std::nullopt;
    const Trial& newest = *memory.front();
    const bool fine = !standing(newest.rate, *facts.memoryExpected).isSlow();
    return measured(fine,
                    text::say("from-trials.memory-to-memory-reaches", "memory to memory reaches {}, {}",
                              text::figure::rate(newest.rate.value, 3), fine ? "as expected" : "less than expected"));
}

std::optional<Observation> erratic(const Facts& facts)
{
    if (facts.trial.samples.size() < 4) return std::nullopt;
    const double variation = measure::summarise(facts.trial.samples).variation;
    return measured(variation > 0.15,
                    text::say("from-trials.the-seconds-of-the", "the seconds of the test vary by {} %",
                              text::figure::number(100 * variation, 2)));
}

std::optional<Observation> decay(const Facts& facts)
{
    const auto& samples = facts.trial.samples;
    if (samples.size() < 6) return std::nullopt;
    const std::size_t third = samples.size() / 3;
    const auto mean = [&](std::size_t from, std::size_t to) {
        return measure::summarise(std::vector<BitRate>(samples.begin() + static_cast<std::ptrdiff_t>(from),
                                                       samples.begin() + static_cast<std::ptrdiff_t>(to)))
            .mean;
    };
    const BitRate first = mean(0, third), last = mean(samples.size() - third, samples.size());
    return measured(last.in() < 0.75 * first.in(),
                    text::say("from-trials.it-starts-at-and", "it starts at {} and ends at {}",
                              text::figure::rate(first, 3), text::figure::rate(last, 3)));
}

std::optional<double> condition(const Facts& facts, const std::string& key)
{
    const auto at = facts.trial.conditions.find(key);
    return at == facts.trial.conditions.end() ? std::nullopt : text::parseNumber(at->second);
}

std::optional<Observation> corePegged(const Facts& facts)
{
    const auto top = condition(facts, "busiest_core_percent"), mean = condition(facts, "mean_core_percent");
    if (!top || !mean) return std::nullopt;
    return measured(*top >= 95 && *mean < 60,
                    text::say("from-trials.busiest-core-at-all", "busiest core at {} %, all cores at {} %",
                              text::figure::number(*top, 3), text::figure::number(*mean, 3)));
}

std::optional<Observation> processorFull(const Facts& facts)
{
    const auto mean = condition(facts, "mean_core_percent");
    if (!mean) return std::nullopt;
    return measured(*mean >= 85, text::say("from-trials.all-cores-at-on", "all cores at {} % on average",
                                           text::figure::number(*mean, 3)));
}

std::optional<Observation> retransmits(const Facts& facts)
{
    const auto percent = condition(facts, "sent_again_percent");
    if (!percent) return std::nullopt;
    return measured(*percent > 0.1,
                    text::say("from-trials.sent-again", "{} % sent again", text::figure::number(*percent, 2)));
}

std::optional<Observation> checkErrors(const Facts& facts)
{
    const auto errors = condition(facts, "rx_check_errors");
    if (!errors) return std::nullopt;
    const auto frames = condition(facts, "rx_frames");
    const bool isMany = frames && *frames > 0 ? *errors / *frames > kFewErrors : *errors > 0;
    return measured(isMany,
                    text::say("from-trials.frames-with-a-wrong", "{} frames with a wrong check sum during the test",
                              text::figure::number(*errors, 6)));
}

std::optional<Observation> receiveDrops(const Facts& facts)
{
    const auto drops = condition(facts, "rx_drops");
    if (!drops) return std::nullopt;
    const auto frames = condition(facts, "rx_frames");
    const bool isMany = frames && *frames > 0 ? *drops / *frames > kFewDrops : *drops > 0;
    return measured(isMany,
                    text::say("from-trials.frames-dropped-by-the", "{} frames dropped by the receiver during the test",
                              text::figure::number(*drops, 6)));
}

std::optional<Observation> windowBound(const Facts& facts)
{
    const auto share = condition(facts, "window_limited_percent");
    if (!share) return std::nullopt;
    return measured(*share >= 20, text::say("from-trials.held-back-by-the", "limited by the window {} % of the time",
                                            text::figure::number(*share, 2)));
}

/// A wired path is quick; shared media and the internet are not, and say nothing.
std::optional<Observation> idleLatency(const Facts& facts)
{
    const auto ms = condition(facts, "least_round_trip_ms");
    const expect::Expectation* path = facts.memoryExpected ? facts.memoryExpected : facts.expected;
    if (!ms || !path) return std::nullopt;
    for (const expect::Stage& stage : path->stages)
        if (stage.kind == expect::StageKind::Medium || stage.kind == expect::StageKind::Internet) return std::nullopt;
    return measured(
        *ms > 2, text::say("from-trials.least-round-trip-ms", "least round trip {} ms", text::figure::number(*ms, 3)));
}

std::optional<Observation> unitSlip(const Facts& facts)
{
    const expect::Expectation* path = facts.expected;
    if (!path || path->isEmpty()) return std::nullopt;
    if (facts.trial.origin == measure::Origin::Measured)
        return measured(
            false, text::say("from-trials.measured-by-sokudo-itself", "measured by Sokudo itself: the unit is right"));
    const auto typed = facts.trial.conditions.find("typed");
    const bool isBytes = typed != facts.trial.conditions.end() && typed->second.find('B') != std::string::npos;
    const BitRate rate = facts.trial.rate.value;
    const double asBytes = 8 * rate.in() / std::max(1.0, path->expected.typical.in());
    const bool fits = !isBytes && !slowerHopOf(rate, *path) && asBytes >= 0.75 && asBytes <= 1.02;
    return measured(fits, fits ? text::say("from-trials.eight-times-the-figure",
                                           "eight times the figure is {}: bits and bytes may be mixed up",
                                           text::figure::rate(scaled(rate, 8), 3))
                               : text::Sentence(text::say("from-trials.the-figure-times-eight",
                                                          "the figure times eight is not what is expected")));
}

std::optional<Observation> shortTest(const Facts& facts)
{
    if (facts.trial.duration.steps() == 0) return std::nullopt;
    return measured(
        facts.trial.duration < Duration::of(5),
        text::say("from-trials.the-test-ran-for", "the test ran for {}", text::figure::duration(facts.trial.duration)));
}

std::optional<Observation> aboveCeiling(const Facts& facts)
{
    if (!facts.expected || facts.expected->isEmpty()) return std::nullopt;
    const bool above = standing(measure::eachWay(facts.trial), *facts.expected).at == BandPosition::Impossible;
    return measured(above, above ? text::say("from-trials.more-than-the-path", "more than the path can carry")
                                 : text::say("from-trials.within-what-the-path", "within what the path can carry"));
}

/// A step down to a flat lower level: both levels steady, and nothing between them.
std::optional<Observation> knee(const Facts& facts)
{
    constexpr std::size_t kLeastOfEach = 3, kLeast = 8;
    constexpr double kSteady = 0.10, kStep = 1.4;
    const auto& samples = facts.trial.samples;
    if (samples.size() < kLeast) return std::nullopt;
    const auto part = [&](std::size_t from, std::size_t to) {
        return measure::summarise(std::vector<BitRate>(samples.begin() + static_cast<std::ptrdiff_t>(from),
                                                       samples.begin() + static_cast<std::ptrdiff_t>(to)));
    };
    for (std::size_t at = kLeastOfEach; at + kLeastOfEach <= samples.size(); ++at) {
        const auto before = part(0, at), after = part(at, samples.size());
        if (before.variation > kSteady || after.variation > kSteady || before.mean.in() < kStep * after.mean.in())
            continue;
        return measured(true, text::say("from-trials.a-step-down-after",
                                        "a step from {} down to {} after {} s, flat before and after",
                                        text::figure::rate(before.mean, 3), text::figure::rate(after.mean, 3), at));
    }
    return measured(false, text::say("from-trials.no-step-down", "no step down to a flat lower level"));
}

/// Something of the path was changed shortly before the test. What may have been written down only is left to the
/// owner.
std::optional<Observation> moved(const Facts& facts)
{
    constexpr auto kShortly = std::chrono::minutes(10);
    if (!facts.surelyChanged || facts.trial.at - *facts.surelyChanged > kShortly) return std::nullopt;
    const auto minutes =
        std::chrono::duration_cast<std::chrono::minutes>(facts.trial.at - *facts.surelyChanged).count();
    return measured(true, text::say("from-trials.changed-before-the-test",
                                    "the logbook has a change of this path {} min before", minutes));
}

constexpr FactReader kSigns[] = {
    {"e09", multiGain},    {"e10", asymmetry},     {"e12", fileOnly},    {"e13", decay},       {"e14", erratic},
    {"e15", corePegged},   {"e16", processorFull}, {"e19", retransmits}, {"e20", checkErrors}, {"e21", receiveDrops},
    {"e33", idleLatency},  {"e37", windowBound},   {"e38", moved},       {"e46", unitSlip},    {"e56", shortTest},
    {"e57", aboveCeiling}, {"e73", knee},
};

}  // namespace

std::span<const FactReader> readersOfTrials() { return kSigns; }

}  // namespace sokudo::diagnose
