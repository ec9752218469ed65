// SPDX-License-Identifier: GPL-3.0-or-later
// A typed number as an int, where it is one.
#pragma once

#include <cmath>
#include <limits>
#include <optional>

namespace sokudo {

/// Nothing for a fraction, for no number, and for what lies outside the bounds.
inline std::optional<int> wholeOf(double value, int least = std::numeric_limits<int>::min(),
                                  int most = std::numeric_limits<int>::max())
{
    if (!(value >= least && value <= most) || value != std::floor(value)) return std::nullopt;
    return static_cast<int>(value);
}

}  // namespace sokudo
