// SPDX-License-Identifier: GPL-3.0-or-later
// A wire of a known rate between two network namespaces of this machine: a pair of virtual Ethernet ports with a token
// bucket before it.
#pragma once

#include "core/base/quantity.h"
#include "core/base/result.h"

namespace sokudo::testing {

struct WireQuestion {
    BitRate rate;  ///< of the link that is imitated
    int mtu = 1500;
    int streams = 1;
    Duration duration = Duration::of(3), warmup = Duration::of(1);
    Duration burst = Duration::of(0.002);  ///< what the bucket may save up: a longer one lets a busy machine catch up,
                                           ///< and adds so much to the measured time at most
};

/// What a real test between this program and an agent measures over such a wire, in a child process of its own.
/// The bucket counts frames without preamble, gap and check sequence: it is set to rate * (MTU + 14) / (MTU + 38).
/// @error NotAllowed  this machine lets nobody make namespaces or shapers; the sentence says which step
/// @error Unreachable  the wire stood, the test over it failed
Result<BitRate> measureOverWire(const WireQuestion&);

}  // namespace sokudo::testing
