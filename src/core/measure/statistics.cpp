// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/statistics.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>
#include <boost/math/distributions/students_t.hpp>

#include "core/base/sentence.h"
#include "core/base/text.h"

namespace sokudo::measure {
namespace {

constexpr double kSmallestThatMatters = 0.03;

double meanOf(const std::vector<double>& values)
{
    double sum = 0;
    for (double value : values) sum += value;
    return sum / static_cast<double>(values.size());
}

double varianceOf(const std::vector<double>& values)
{
    if (values.size() < 2) return 0;
    const double mean = meanOf(values);
    double sum = 0;
    for (double value : values) sum += (value - mean) * (value - mean);
    return sum / static_cast<double>(values.size() - 1);
}

BitRate medianRate(const std::vector<BitRate>& runs)
{
    std::vector<double> values;
    for (BitRate run : runs) values.push_back(run.in());
    return BitRate::of(medianOf(std::move(values)));
}

std::vector<double> logs(const std::vector<BitRate>& runs)
{
    std::vector<double> out;
    for (BitRate run : runs) out.push_back(std::log(std::max(1.0, run.in())));
    return out;
}

}  // namespace

double medianOf(std::vector<double> values)
{
    if (values.empty()) return 0;
    std::sort(values.begin(), values.end());
    const std::size_t middle = values.size() / 2;
    return values.size() % 2 == 1 ? values[middle] : (values[middle - 1] + values[middle]) / 2;
}

double studentT(double degrees)
{
    constexpr double kUpper = 0.975;  // of the two sides that leave 95 % between them
    return boost::math::quantile(boost::math::students_t(std::max(1.0, degrees)), kUpper);
}

Summary summarise(std::vector<BitRate> runs)
{
    Summary result;
    result.count = runs.size();
    if (runs.empty()) return result;
    std::vector<double> values;
    for (BitRate run : runs) values.push_back(run.in());
    result.median = medianRate(runs);
    result.mean = BitRate::of(meanOf(values));
    result.low = *std::min_element(runs.begin(), runs.end());
    result.high = *std::max_element(runs.begin(), runs.end());
    const double deviation = std::sqrt(varianceOf(values));
    result.deviation = BitRate::of(deviation);
    result.variation = result.mean.steps() > 0 ? deviation / result.mean.in() : 0;
    const double n = static_cast<double>(runs.size());
    if (runs.size() >= 3) result.halfWidth = BitRate::of(studentT(n - 1) * deviation / std::sqrt(n));
    return result;
}

namespace {

/// How sure the direction is; empty: nothing was shown.
text::Sentence probability(const Comparison& found)
{
    if (!found.faster || found.change == Change::NoneShown) return {};
    const bool isFaster = *found.faster >= 0.5;
    const auto percent = text::figure::number(100 * std::min(0.999, isFaster ? *found.faster : 1 - *found.faster), 3);
    return isFaster ? text::say("statistics.probability-of-faster", ", faster with a probability of {} %", percent)
                    : text::say("statistics.probability-of-slower", ", slower with a probability of {} %", percent);
}

}  // namespace

Comparison compare(const std::vector<BitRate>& before, const std::vector<BitRate>& after)
{
    Comparison result;
    if (before.empty() || after.empty()) {
        result.words = text::say("statistics.there-is-nothing-to", "there is nothing to compare yet");
        return result;
    }
    result.ratio = medianRate(after).in() / std::max(1.0, medianRate(before).in());
    const text::Sentence factor =
        text::say("statistics.times-as-fast", "{} times as fast", text::figure::number(result.ratio, 3));
    if (before.size() < 2 || after.size() < 2) {
        result.words =
            factor + text::say("statistics.one-run-on-a",
                               "; one run on a side cannot tell a change from chance: run at least three of each");
        return result;
    }
    const auto a = logs(before), b = logs(after);
    const double na = static_cast<double>(a.size()), nb = static_cast<double>(b.size());
    const double partA = varianceOf(a) / na, partB = varianceOf(b) / nb;
    const double error = std::sqrt(partA + partB);
    const double degrees =
        partA + partB > 0 ? (partA + partB) * (partA + partB) / (partA * partA / (na - 1) + partB * partB / (nb - 1))
                          : na + nb - 2;
    const double shift = meanOf(b) - meanOf(a);
    if (error > 0)
        result.faster = boost::math::cdf(boost::math::students_t_distribution<double>(degrees), shift / error);
    const double width = studentT(degrees) * error;
    result.ratioLow = std::exp(shift - width);
    result.ratioHigh = std::exp(shift + width);
    const bool excludesOne = result.ratioLow > 1 || result.ratioHigh < 1;
    if (excludesOne && std::fabs(result.ratio - 1) >= kSmallestThatMatters)
        result.change = result.ratio > 1 ? Change::Improved : Change::Worse;
    else if (excludesOne) result.change = Change::TooSmallToMatter;
    else result.change = std::exp(width) - 1 <= kSmallestThatMatters ? Change::NoneShown : Change::NotEnoughData;
    constexpr text::Line kWords[] = {{"statistics.a-real-gain", "a real gain"},
                                     {"statistics.a-real-loss", "a real loss"},
                                     {"statistics.too-small", "measurable, too small to matter"},
                                     {"statistics.no-change-shown", "no change shown"},
                                     {"statistics.not-enough-runs", "not enough runs to tell"}};
    result.words =
        text::say("statistics.change", "{} ({} to {}): {}", factor, text::figure::number(result.ratioLow, 3),
                  text::figure::number(result.ratioHigh, 3), text::Sentence(kWords[static_cast<int>(result.change)]));
    result.words += probability(result);
    return result;
}

}  // namespace sokudo::measure
