// SPDX-License-Identifier: GPL-3.0-or-later
// Honest statistics of a few runs, and whether a change is real.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/sentence.h"

namespace sokudo::measure {

struct Summary {
    std::size_t count = 0;
    BitRate median, mean, low, high;   ///< low and high: the least and the greatest run
    BitRate deviation;                 ///< sample standard deviation (n - 1); 0 for one run
    double variation = 0;              ///< deviation / mean
    std::optional<BitRate> halfWidth;  ///< of the 95 % interval of the mean, from n = 3
};

/// @param runs  run means, not samples inside a run; at least one
/// @source own: t interval, n - 1 degrees of freedom
Summary summarise(std::vector<BitRate> runs);

/// Two-sided 95 % point of Student's t. @param degrees  at least 1
double studentT(double degrees);

enum class Change { Improved, Worse, TooSmallToMatter, NoneShown, NotEnoughData };
struct Comparison {
    Change change = Change::NotEnoughData;
    double ratio = 1;                    ///< median after / median before
    double ratioLow = 0, ratioHigh = 0;  ///< 95 % interval by Welch's t on log rates; 0 when there are too few runs
    /// How likely the path became faster, 0 to 1, by the scatter of the runs: one-sided Welch's t on log rates with no
    /// belief beforehand. Empty: fewer than two runs on a side, or all of them alike.
    std::optional<double> faster;
    text::Sentence words;
};

/// The middle of the values, the mean of the middle two of an even number. 0 of none.
double medianOf(std::vector<double> values);

/// Before and after of the same path. A change counts when the interval excludes 1 and it is at least 3 %.
/// @source own: unequal-variance t test on logarithms
Comparison compare(const std::vector<BitRate>& before, const std::vector<BitRate>& after);

}  // namespace sokudo::measure
