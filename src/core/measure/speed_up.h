// SPDX-License-Identifier: GPL-3.0-or-later
// What people say of a gain, as a factor: "900 % faster", "half the time", "14 min 10 s to 1 min 25 s".
#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::measure {

struct SpeedUp {
    double least = 1, most = 1;  ///< new rate over old; they differ where the words can be read in two ways
    text::Sentence working;
};

/// "N times as fast", "N times faster" (N, or N + 1 when read by the letter), "p % faster", "p % less time", "half the
/// time", and two times with "to" or an arrow between.
/// @error BadInput  none of these; the sentence shows them
/// @source own: 1 + p/100; 1 / (1 - p/100); old time over new time
/// @example "90 % less time" is 10 times as fast
Result<SpeedUp> readSpeedUp(std::string_view text);

}  // namespace sokudo::measure
