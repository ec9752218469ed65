// SPDX-License-Identifier: GPL-3.0-or-later
// How long a battery unit carries a load, and what running costs a year.
#pragma once

#include "core/base/power_quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/power_rows.h"

namespace sokudo::formulas {

struct RunTime {
    Duration low, usual, high;
    text::Sentence working;
};

/// The battery gives load / inverter. Of its rated energy it gives the usable share, less for each year, and by Peukert
/// less the faster it is emptied: E · (E / (P · rated hours))^(k - 1), never more than E.
/// @param years  age, 0 to 30
/// @error OutOfRange  no energy, no load, more than a megawatt-hour or a megawatt, an age outside 0 to 30
/// @source own; low, usual and high by batteries.csv and power_figures.csv
/// @example 480 Wh lead at 35 W: 5 h 24 min, 7 h 51 min, 9 h 47 min
Result<RunTime> runTime(const kb::BatteryKind&, WattHour rated, Watt load, double years, const kb::KnowledgeBase&);

/// Energy of a load that never stops, in a year of 8,760 hours.
WattHour yearOf(Watt);

}  // namespace sokudo::formulas
