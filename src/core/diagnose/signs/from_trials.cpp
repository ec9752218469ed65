// SPDX-License-Identifier: GPL-3.0-or-later
// Signs that lie in the figures of the tests themselves.
#include <algorithm>
#include <cmath>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/facts.h"
#include "core/formulas/bus.h"
#include "core/measure/statistics.h"

namespace sokudo::diagnose {
namespace {

using measure::Direction;
using measure::Trial;
using measure::TrialKind;

Observation measured(bool present, text::Sentence text) { return {present, Witness::Measured, std::move(text)}; }

/// The best stable figure of the path: the greater of the medians of the two directions.
std::optional<BitRate> bestStable(const Facts& facts)
{
    if (facts.trial.kind != TrialKind::Memory) return std::nullopt;
    std::optional<BitRate> best;
    for (Direction direction : {Direction::Forward, Direction::Reverse}) {
        std::vector<BitRate> rates;
        for (const Trial* trial : facts.samePath(TrialKind::Memory, direction)) rates.push_back(trial->rate.value);
        if (rates.empty()) continue;
        const BitRate median = measure::summarise(rates).median;
        if (!best || median > *best) best = median;
    }
    return best ? best : std::optional(facts.trial.rate.value);
}

std::optional<Observation> plateau(const Facts& facts, double low, double high, std::string_view hop)
{
    const auto best = bestStable(facts);
    if (!best || facts.plannedRate().steps() == 0) return std::nullopt;
    const double gbps = inGigabits(*best);
    const bool inside = gbps >= low && gbps <= high && inGigabits(facts.plannedRate()) >= 1.5 * gbps;
    if (!inside)
        return measured(false, text::say("from-trials.is-not-what-a", "{} is not what a {} hop would give",
                                         text::figure::rate(*best, 3), hop));
    return measured(true, text::say("from-trials.best-stable-result-just",
                                    "best stable result {}: just what a {} hop gives, and the path promises {}",
                                    text::figure::rate(*best, 3), hop, text::figure::linkRate(facts.plannedRate())));
}

std::optional<Observation> plateau94(const Facts& facts) { return plateau(facts, 0.085, 0.0965, "100 Mb/s"); }
std::optional<Observation> plateau940(const Facts& facts) { return plateau(facts, 0.88, 0.965, "1 Gb/s"); }
std::optional<Observation> plateau235(const Facts& facts) { return plateau(facts, 2.15, 2.42, "2.5 Gb/s"); }

/// The result sits at a ceiling of a bus that is narrower than the link.
std::optional<Observation> plateauBus(const Facts& facts)
{
    const auto best = bestStable(facts);
    const expect::Expectation* path = facts.memoryExpected ? facts.memoryExpected : facts.expected;
    if (!best || !path) return std::nullopt;
    for (int generation = 1; generation <= 4; ++generation)
        for (int lanes : {1, 2, 4, 8}) {
            const auto bus = formulas::busCarries(facts.kb, {generation, lanes, 0});
            if (!bus) continue;
            const double typical = inGigabits(bus->usable.typical);
            const bool below = inGigabits(bus->usable.high) < 0.97 * inGigabits(facts.plannedRate()) * 0.9415;
            if (below && std::fabs(std::log(inGigabits(*best) / typical)) < 0.08)
                return measured(
                    true, text::say("from-trials.is-what-a-slot", "{} is what a {}.0 ×{} slot carries ({} Gb/s)",
                                    text::figure::rate(*best, 3), generation, lanes, text::figure::number(typical, 3)));
        }
    return measured(false, text::say("from-trials.is-no-ceiling-of", "{} is no ceiling of a narrower slot",
                                     text::figure::rate(*best, 3)));
}

std::optional<Observation> multiGain(const Facts& facts)
{
    std::optional<BitRate> one, many;
    for (const Trial* trial : facts.samePath(TrialKind::Memory, Direction::Forward)) {
        auto& best = trial->streams == 1 ? one : trial->streams >= 2 ? many : one;
        if (!best || trial->rate.value > *best) best = trial->rate.value;
    }
    if (!one || !many) return std::nullopt;
    const bool oneIsEnough = facts.memoryExpected && one->in() >= 0.9 * facts.memoryExpected->expected.typical.in();
    const double factor = many->in() / std::max(1.0, one->in());
    return measured(!oneIsEnough && factor >= 1.5,
                    text::say("from-trials.several-streams-one-stream", "several streams {}, one stream {}",
                              text::figure::rate(*many, 3), text::figure::rate(*one, 3)));
}

std::optional<Observation> asymmetry(const Facts& facts)
{
    std::vector<BitRate> forward, reverse;
    for (const Trial* trial : facts.samePath(facts.trial.kind, Direction::Forward))
        forward.push_back(trial->rate.value);
    for (const Trial* trial : facts.samePath(facts.trial.kind, Direction::Reverse))
        reverse.push_back(trial->rate.value);
    if (forward.empty() || reverse.empty()) return std::nullopt;
    const double a = measure::summarise(forward).median.in(), b = measure::summarise(reverse).median.in();
    const double factor = std::max(a, b) / std::max(1.0, std::min(a, b));
    return measured(factor >= 1.25,
                    factor >= 1.25
                        ? text::say("from-trials.one-direction-is-times",
                                    "one direction is {} times as fast as the other", text::figure::number(factor, 2))
                        : text::Sentence(text::say("from-trials.the-same-in-both", "the same in both directions")));
}

std::optional<Observation> fileOnly(const Facts& facts)
{
    if (!facts.memoryExpected) return std::nullopt;
    if (facts.trial.kind == TrialKind::Memory) {
        const auto standing = measure::standing(measure::eachWay(facts.trial).value, facts.memoryExpected->expected);
        if (standing == measure::Standing::Low || standing == measure::Standing::Fault)
            return measured(false, text::say("from-trials.memory-to-memory-is", "memory to memory is already slow"));
        return std::nullopt;
    }
    const auto memory = facts.samePath(TrialKind::Memory, Direction::Forward);
    if (memory.empty()) return std::nullopt;
    std::vector<BitRate> rates;
    for (const Trial* trial : memory) rates.push_back(trial->rate.value);
    const BitRate median = measure::summarise(rates).median;
    const bool fine = median >= facts.memoryExpected->expected.low;
    return measured(fine, text::say("from-trials.memory-to-memory-reaches", "memory to memory reaches {}, {}",
                                    text::figure::rate(median, 3), fine ? "as expected" : "less than expected"));
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
    return measured(*errors > 0,
                    text::say("from-trials.frames-with-a-wrong", "{} frames with a wrong check sum during the test",
                              text::figure::number(*errors, 6)));
}

std::optional<Observation> receiveDrops(const Facts& facts)
{
    const auto drops = condition(facts, "rx_drops");
    if (!drops) return std::nullopt;
    return measured(*drops > 0,
                    text::say("from-trials.frames-dropped-by-the", "{} frames dropped by the receiver during the test",
                              text::figure::number(*drops, 6)));
}

std::optional<Observation> windowBound(const Facts& facts)
{
    const auto share = condition(facts, "window_limited_percent");
    if (!share) return std::nullopt;
    return measured(*share >= 20, text::say("from-trials.held-back-by-the", "held back by the window {} % of the time",
                                            text::figure::number(*share, 2)));
}

std::optional<Observation> idleLatency(const Facts& facts)
{
    const auto ms = condition(facts, "least_round_trip_ms");
    if (!ms) return std::nullopt;
    return measured(
        *ms > 2, text::say("from-trials.least-round-trip-ms", "least round trip {} ms", text::figure::number(*ms, 3)));
}

std::optional<Observation> unitSlip(const Facts& facts)
{
    const expect::Expectation* path = facts.expected;
    if (!path) return std::nullopt;
    if (facts.trial.origin == measure::Origin::Measured)
        return measured(
            false, text::say("from-trials.measured-by-sokudo-itself", "measured by Sokudo itself: the unit is right"));
    const double share = facts.trial.rate.value.in() / std::max(1.0, path->expected.typical.in());
    const bool fits =
        share >= 0.09 && share <= 0.13 && 8 * facts.trial.rate.value.in() <= 1.03 * path->expected.high.in();
    return measured(fits, fits ? text::say("from-trials.eight-times-the-figure",
                                           "eight times the figure is {}: bits and bytes may be mixed up",
                                           text::figure::rate(scaled(facts.trial.rate.value, 8), 3))
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
    const bool above = facts.trial.rate.value.in() > 1.03 * facts.expected->expected.high.in();
    return measured(above, above ? text::say("from-trials.more-than-the-path", "more than the path can carry")
                                 : text::say("from-trials.within-what-the-path", "within what the path can carry"));
}

constexpr Sign kSigns[] = {
    {"e05", plateau94},     {"e06", plateau940},  {"e07", plateau235},  {"e08", plateauBus},   {"e09", multiGain},
    {"e10", asymmetry},     {"e12", fileOnly},    {"e13", decay},       {"e14", erratic},      {"e15", corePegged},
    {"e16", processorFull}, {"e19", retransmits}, {"e20", checkErrors}, {"e21", receiveDrops}, {"e33", idleLatency},
    {"e37", windowBound},   {"e46", unitSlip},    {"e56", shortTest},   {"e57", aboveCeiling},
};

}  // namespace

std::span<const Sign> signsFromTrials() { return kSigns; }

}  // namespace sokudo::diagnose
