// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/transport.h"

#include <algorithm>
#include <cmath>

namespace sokudo::formulas {
namespace {

constexpr double kSquareRoot = 1.2247;  ///< √(3/2): every segment acknowledged, or bytes counted
constexpr double kCubic = 1.054;

double oneSegment(Duration roundTrip, int segment) { return 8.0 * segment / roundTrip.in(); }
double cubicFactor(Duration roundTrip) { return kCubic * std::pow(roundTrip.in(), 0.75); }

}  // namespace

DataSize bandwidthDelay(BitRate rate, Duration roundTrip) { return DataSize::of(rate.in() * roundTrip.in() / 8); }

LossLimit lossLimited(double loss, Duration roundTrip, int segment)
{
    const double each = oneSegment(roundTrip, segment);
    const double root = each * kSquareRoot / std::sqrt(loss),
                 cubic = each * cubicFactor(roundTrip) / std::pow(loss, 0.75);
    return cubic > root ? LossLimit{BitRate::of(cubic), LossLaw::Cubic}
                        : LossLimit{BitRate::of(root), LossLaw::SquareRoot};
}

double lossThatFills(BitRate payload, Duration roundTrip, int segment)
{
    const double share = oneSegment(roundTrip, segment) / payload.in();
    return std::max(std::pow(share * kSquareRoot, 2), std::pow(share * cubicFactor(roundTrip), 4.0 / 3));
}

}  // namespace sokudo::formulas
