// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/checks.h"
#include "core/base/sentence.h"

#include <algorithm>

namespace sokudo::measure {

std::optional<plan::FieldProblem> problemOf(const Trial& trial)
{
    using plan::FieldProblem;
    const auto isRate = [](BitRate rate) { return rate >= BitRate{} && rate <= gigabits(1600); };
    const auto isTime = [](Duration time) { return time >= Duration{} && time <= Duration::of(366.0 * 86400); };
    if (trial.streams < 1 || trial.streams > 1024)
        return FieldProblem{"streams", text::say("checks.lies-outside-to", "lies outside 1 to 1024")};
    if (!isTime(trial.duration))
        return FieldProblem{"duration_s", text::say("checks.lies-outside-s-to", "lies outside 0 s to a year")};
    if (!isTime(trial.warmup))
        return FieldProblem{"warmup_s", text::say("checks.lies-outside-s-to-2", "lies outside 0 s to a year")};
    if (!isRate(trial.rate.value))
        return FieldProblem{
            "rate_bps", text::say("checks.must-be-a-rate", "must be a rate from 0 to 1600 Gb/s, in bits per second")};
    if (!isRate(trial.rate.low) || trial.rate.low > trial.rate.value)
        return FieldProblem{"low_bps", text::say("checks.must-lie-between-and", "must lie between 0 and rate_bps")};
    if (!isRate(trial.rate.high) || trial.rate.high < trial.rate.value)
        return FieldProblem{"high_bps",
                            text::say("checks.must-lie-between-rate", "must lie between rate_bps and 1600 Gb/s")};
    if (!std::all_of(trial.samples.begin(), trial.samples.end(), isRate))
        return FieldProblem{"samples_bps", text::say("checks.must-be-rates-from",
                                                     "must be rates from 0 to 1600 Gb/s, in bits per second")};
    if (trial.note.size() > 4000)
        return FieldProblem{"note", text::say("checks.is-longer-than-bytes", "is longer than 4000 bytes; shorten it")};
    return std::nullopt;
}

}  // namespace sokudo::measure
