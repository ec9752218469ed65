// SPDX-License-Identifier: GPL-3.0-or-later
// A link proved without an instrument: run it full, count damaged frames, state the bound.
#pragma once

#include <atomic>
#include <functional>
#include <optional>

#include "core/cabletest/qualify.h"
#include "core/measure/seams.h"
#include "core/plan/plan.h"

namespace sokudo::cabletest {

struct QualifyProgress {
    double bits = 0, wanted = 0;  ///< that arrived, and that are needed
    std::int64_t errors = 0;
    Duration left;  ///< at the rate so far
};

struct QualifyRun {
    double bits = 0;  ///< that arrived, both directions
    Duration ran;
    std::int64_t errors = 0;  ///< frames whose check failed at a receiving card
    bool isCounted = false;   ///< a card told its counters; else an error would not be seen
    bool isWhole = false;     ///< as long as was needed
    QualifyAnswer answer;     ///< with the bound
    text::Sentence sentence;
};

/// Runs of a minute at most, one after the other, until as many bits have passed as the bound needs, the time is over
/// or it is stopped: what has run until then is judged all the same.
/// @param most  the longest that it may take, above 0
/// @error OutOfRange  a figure of the question; Unreachable, NotAllowed, TimedOut  of the first run
Result<QualifyRun> qualifyRun(measure::TrafficRunner&, measure::TrafficQuestion, const QualifyQuestion&, Duration most,
                              const std::function<void(const QualifyProgress&)>& onProgress,
                              const std::atomic<bool>& cancel);

/// What a run leaves among the test results. @param on  ISO 8601 date
plan::CableTest testOf(const QualifyRun&, const QualifyQuestion&, const plan::Run&, const std::string& on, IdSource&);

}  // namespace sokudo::cabletest
