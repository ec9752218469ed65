// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a result as people write it: "1.15 GB/s", "2.35 Gbit/s", "3 GiB in 27 s ±1".
#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/measure/trial.h"

namespace sokudo::measure {

struct ParsedResult {
    MeasuredRate rate;
    text::Sentence working;  ///< the sum as a person follows it
};

/// A rate, or a size and a time. `b` is bits and `B` bytes; k, M, G, T are decimal, Ki, Mi, Gi, Ti binary.
/// Behind it may stand ± (also +-, +/-) and an error: of the time for a size in a time, of the rate otherwise;
/// a number in the unit before it, or a percentage. Without one, low and high equal the value.
/// @error BadInput  what is not understood, with the word, and how to write it
/// @source iec-80000-13; own: r = S/t, bounds S/(t + e) and S/(t - e)
/// @example "1.2 GB in 9.8 s ±1" is 0.980 Gb/s, 0.889 to 1.091
Result<ParsedResult> parseResult(std::string_view text);

}  // namespace sokudo::measure
