// SPDX-License-Identifier: GPL-3.0-or-later
// Heat in a cupboard: the air it needs, and the temperature that settles.
#pragma once

#include <optional>

#include "core/base/power_quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::formulas {

/// Air that carries off so much heat at so much rise: W / (rho · c · rise).
/// @param height  above the sea: thinner air carries less
/// @source own; 2.985 m³/h for each watt and kelvin at sea level
/// @example 180 W at 11 K: 48.8 m³/h
AirFlow airFor(const kb::KnowledgeBase&, Watt, Kelvin rise, Length height = {});

/// The rise of the same air at another load, and at another flow with the same load: both in proportion.
Kelvin riseAt(Kelvin before, Watt then, Watt now);
/// "Same heat, half the rise: twice the air": the flow now over that before.
double flowRatio(Kelvin before, Kelvin now);

struct Cupboard {
    Watt heat;
    Volume volume;               ///< of a box about as wide as high and deep
    int vents = 0;               ///< half of them low, half high
    Opening each;                ///< free area of one
    std::optional<AirFlow> fan;  ///< what a fan moves; then the vents are its way in and out
    Celsius outside;
    Length height;  ///< above the sea
};
struct Settled {
    Celsius low, usual, high;
    text::Sentence working;
};
/// Where the heat that leaves through vents and walls is the heat that is made. Warm air rises through the vents with
/// Q = Cd · A · √(2·g·h·rise/T); the walls pass U · S · rise; with a fan the air is what it moves.
/// @error OutOfRange  no heat, no volume, more than 100 kW or 1000 m³
/// @source own; low, usual and high by the figures of power_figures.csv
Result<Settled> settled(const Cupboard&, const kb::KnowledgeBase&);

}  // namespace sokudo::formulas
