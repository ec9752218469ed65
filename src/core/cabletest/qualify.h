// SPDX-License-Identifier: GPL-3.0-or-later
// A link proved by running it: how long for a wanted bit error ratio, and what a run with so many errors proves.
#pragma once

#include <optional>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::cabletest {

struct QualifyQuestion {
    BitRate rate;               ///< of the link
    double load = 0.9;          ///< share of it that the test fills, one way, above 0 to 1
    double wanted = 1e-10;      ///< bit error ratio, above 0 to 0.01
    double sure = 0.95;         ///< 0.5 to 0.9999
    int frameBytes = 1518;      ///< 64 to 9018: an error in any bit loses the frame
    std::optional<double> ran;  ///< bits sent in the run, if there was one
    std::int64_t errors = 0;    ///< frames lost or damaged in it
};

struct QualifyAnswer {
    double bits = 0;               ///< to send without an error
    Duration time;                 ///< for them
    double withOne = 0;            ///< bits where one error may happen
    std::optional<double> bound;   ///< the ratio is below that, as sure as asked, by the run
    std::optional<bool> isProved;  ///< the bound is at most what was wanted
    double framesLost = 0;         ///< of a million frames at the wanted ratio
    text::Sentence says, provesNot;
};

/// @error OutOfRange  a figure outside its range
/// @source own: Poisson counts; n = −ln(1 − sure) / ratio without errors, else half the χ² quantile of 2 (errors + 1)
/// @example 10 Gb/s, load 1, 1e-12, 95 %: 2.996e12 bits, 300 s
Result<QualifyAnswer> qualifyAnswer(const QualifyQuestion&);

}  // namespace sokudo::cabletest
