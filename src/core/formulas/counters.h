// SPDX-License-Identifier: GPL-3.0-or-later
// How busy a wire was, from what a port counted.
#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/stage_rows.h"

namespace sokudo::formulas {

/// What a port counted in one direction between two readings.
struct CounterReading {
    double counts = 0;        ///< of octets, or of what the place counts in; 1 and above
    std::int64_t frames = 0;  ///< 1 and above
    Duration over;            ///< between the two readings
    BitRate link;             ///< MAC rate
    int mtu = 1500;           ///< of the traffic, to see when frames were merged before they were counted
};

struct WireUse {
    BitRate wire;               ///< with preamble, gap and what else the place leaves out
    double share = 0;           ///< of the link
    double octetsPerFrame = 0;  ///< as counted
    bool isMerged = false;  ///< the frames were merged before they were counted; the frames on the wire are estimated
                            ///< from the octets
    text::Sentence working;
    std::vector<text::Sentence> notes;
};

/// (octets + extra * frames) * 8 / (time * link). Frames longer than the MTU allows were merged by an offload: then
/// full frames are estimated.
/// @error OutOfRange  nothing counted, no time, no link, an MTU outside 576 to 65535
/// @source 802.3-3; own
/// @example 8 127 438 frames and 12.304941132 GB in 10 s at 10 Gb/s, counted by an interface: 100 % of the wire
Result<WireUse> wireUse(const CounterReading&, const kb::CounterPlace&);

}  // namespace sokudo::formulas
