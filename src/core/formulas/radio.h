// SPDX-License-Identifier: GPL-3.0-or-later
// Radio figures: the PHY rate of 802.11ax and be, and what rain takes at 60 GHz.
#pragma once

#include <optional>

#include "core/base/quantity.h"

namespace sokudo::formulas {

/// PHY rate with the 0.8 µs guard interval: data subcarriers * bits * coding / 13.6 µs * streams.
/// @param mcs 0 to 13; 12 and 13 are 802.11be only  @param widthMhz 20, 40, 80, 160 or 320  @param streams 1 to 16
/// @return nothing outside those ranges
/// @source 802.11
std::optional<BitRate> wifiRate(int mcs, int widthMhz, int streams);

/// The stated PHY rate, else the one its MCS and width give; nothing where neither is known.
std::optional<BitRate> radioRate(std::optional<BitRate> stated, std::optional<int> mcs, std::optional<int> widthMhz,
                                 std::optional<int> streams);

/// Loss by rain at 60 GHz: 0.861 * R^0.766 dB/km.
/// @param millimetresPerHour  0 and above
/// @source itu-p838
Decibel rainLoss(double millimetresPerHour, Length path);

}  // namespace sokudo::formulas
