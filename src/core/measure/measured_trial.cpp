// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/measured_trial.h"

#include <algorithm>

#include "core/measure/statistics.h"

namespace sokudo::measure {
namespace {

/// Means of whole seconds after the warm-up, out of tenths.
std::vector<BitRate> secondsOf(const std::vector<TrafficSample>& samples, Duration warmup)
{
    std::vector<BitRate> output;
    double sum = 0;
    int count = 0;
    Duration end = warmup + Duration::of(1);
    for (const auto& sample : samples) {
        if (sample.isWarmup) continue;
        sum += sample.forward.in() + sample.reverse.in();
        ++count;
        if (sample.at < end) continue;
        output.push_back(BitRate::of(sum / count));
        sum = 0;
        count = 0;
        end = end + Duration::of(1);
    }
    return output;
}

}  // namespace

Trial measuredTrial(const TrafficQuestion& question, const TrafficResult& result)
{
    Trial trial;
    trial.origin = Origin::Measured;
    trial.direction = question.direction;
    trial.streams = question.streams;
    trial.duration = question.duration;
    trial.warmup = question.warmup;
    trial.samples = secondsOf(result.samples, question.warmup);
    trial.conditions = result.conditions;
    const BitRate rate = result.forward + result.reverse;
    trial.rate = {rate, rate, rate};
    const Summary spread = summarise(trial.samples);
    if (spread.count >= 3) trial.rate = {rate, std::min(rate, spread.low), std::max(rate, spread.high)};
    return trial;
}

}  // namespace sokudo::measure
