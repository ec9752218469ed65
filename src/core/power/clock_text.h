// SPDX-License-Identifier: GPL-3.0-or-later
// Times of an outage in words: to the minute, since nobody knows them better.
#pragma once

#include <string>

#include "core/base/quantity.h"

namespace sokudo::power {

/// Two weeks and more: nothing empties it.
inline constexpr Duration kForEver = Duration::fromSteps(14LL * 24 * 3600 * 1'000'000'000);

/// "0 min", "41 min", "2 h 5 min", "for ever".
std::string clockText(Duration);
/// "0:41", "2:05": on a scale.
std::string clockFigure(Duration);

}  // namespace sokudo::power
