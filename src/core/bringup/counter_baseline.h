// SPDX-License-Identifier: GPL-3.0-or-later
// Counters of a port now beside those when it was brought up: what has come since, and whether it was restarted.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/base/verdict.h"
#include "core/measure/port_counters.h"

namespace sokudo::bringup {

using measure::CounterState;

struct CounterChange {
    std::string name;
    double since = 0;                  ///< counted since the baseline; from 0 where it was reset
    std::optional<double> perMillion;  ///< frames
};
struct SinceBaseline {
    std::vector<CounterChange> changes;  ///< by name; those of errors first
    bool wasReset = false;               ///< a count is less than before, or the uptime is shorter than the time since
    Verdict verdict = Verdict::Unknown;  ///< fits: no error came; marginal: some did; unknown: none was read
    text::Sentence says;
};
/// no error, errors came, not counted: what is said of `SinceBaseline::verdict`.
std::string_view countedWord(Verdict);
/// @param between  from the baseline to now; empty: not known
/// @source own: names with "err", "crc", "drop", "discard", "fcs" or "align" count errors
SinceBaseline sinceBaseline(const CounterState& baseline, const CounterState& now, std::optional<Duration> between);

}  // namespace sokudo::bringup
