// SPDX-License-Identifier: GPL-3.0-or-later
// What TCP makes of a round trip: what must be under way to fill a path, and what random loss leaves.
#pragma once

#include "core/base/quantity.h"

namespace sokudo::formulas {

/// Bytes that must be under way to fill a path: rate * round trip / 8.
/// @source rfc-7323
/// @example 10 Gb/s, 20 ms: 25 MB = 23.8 MiB
DataSize bandwidthDelay(BitRate, Duration roundTrip);

/// The law of the square root and that of CUBIC, of which the greater holds.
enum class LossLaw { SquareRoot, Cubic };
struct LossLimit {
    BitRate rate;
    LossLaw law = LossLaw::SquareRoot;
};

/// What one TCP stream reaches where packets are lost at random: 8 * segment / RTT * 1.2247 / √p, or * 1.054 * (RTT³ /
/// p³)^¼.
/// @param loss  above 0 and below 1  @param roundTrip  above 0  @param segment  bytes of payload in a packet
/// @source rfc-9438; the square root after the macroscopic model of 1997
/// @example 0.1 %, 0.3 ms, 1448 bytes: 1.495 Gb/s
LossLimit lossLimited(double loss, Duration roundTrip, int segment);

/// The most that may be lost so that one stream still fills this rate; the inverse of lossLimited.
/// @example 10 Gb/s of link (9.415 of payload), 0.3 ms, 1448 bytes: 2.5e-5
double lossThatFills(BitRate payload, Duration roundTrip, int segment);

}  // namespace sokudo::formulas
