// SPDX-License-Identifier: GPL-3.0-or-later
// Direct current over a cable to a load that takes the same watts at any voltage.
#pragma once

#include <optional>

#include "core/base/power_quantity.h"

namespace sokudo::formulas {

struct Fed {
    Ampere current;
    Watt lost;  ///< in the cable
    Volt atLoad;
    Watt fromSource;  ///< load and loss
};

/// I = (V - √(V² - 4·R·P)) / 2R; lost I²·R; at the load V - I·R.
/// @return nothing where the load cannot be fed through so much cable
/// @source 802.3-145
/// @example 25.5 W at 50 V through 8.42 Ω: 0.563 A, 2.67 W lost, 45.3 V
std::optional<Fed> feedThrough(Volt source, Ohm, Watt load);

/// What arrives of the most that a source gives: P - (P/V)²·R.
Watt mostThrough(Volt source, Ohm, Watt most);

}  // namespace sokudo::formulas
