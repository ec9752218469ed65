// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/band_position.h"

#include <fmt/format.h>

namespace sokudo::diagnose {
namespace {

constexpr double kImpossible = 1.01;  ///< of the hard ceiling: clocks and sizes are read with an error
constexpr double kFull = 0.97, kNormal = 0.90, kLow = 0.70;

BandPosition standingOf(BitRate rate, const expect::Expectation& path)
{
    const kb::Band& band = path.expected;
    const expect::Stage* hard = path.hardStage();
    if (hard && rate.in() > kImpossible * hard->hard->in()) return BandPosition::Impossible;
    if (rate.in() >= kFull * band.high.in() || (hard && rate.in() >= kFull * hard->hard->in()))
        return BandPosition::Full;
    if (rate >= band.low || rate.in() >= kNormal * band.typical.in()) return BandPosition::Normal;
    return rate.in() >= kLow * band.typical.in() ? BandPosition::Low : BandPosition::Fault;
}

}  // namespace

std::string_view code(BandPosition standing)
{
    constexpr std::string_view kCodes[] = {"impossible", "full", "normal", "low", "fault"};
    return kCodes[static_cast<int>(standing)];
}

std::string text(const Stand& stand)
{
    if (!stand.isBorderline()) return std::string(code(stand.at));
    return fmt::format("{}, borderline ({} to {})", code(stand.at), code(stand.least), code(stand.most));
}

Stand standing(const measure::MeasuredRate& measured, const expect::Expectation& path)
{
    Stand stand;
    stand.at = standingOf(measured.value, path);
    const bool isInterval = measured.low < measured.high;
    stand.least = isInterval ? standingOf(measured.low, path) : stand.at;
    stand.most = isInterval ? standingOf(measured.high, path) : stand.at;
    stand.isAboveEstimate = stand.at != BandPosition::Impossible && measured.value > path.expected.high;
    return stand;
}

}  // namespace sokudo::diagnose
