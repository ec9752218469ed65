// SPDX-License-Identifier: GPL-3.0-or-later
// What a figure's unit was probably meant to be, from where the figure would lie under each meaning.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/expect/stage.h"
#include "core/kb/stage_rows.h"

namespace sokudo::diagnose {

struct UnitReading {
    const kb::UnitMeaning* row = nullptr;
    double factor = 1;       ///< of the figure as it was read
    std::string unit;        ///< "MB/s": the unit so meant; empty where none was written
    double probability = 0;  ///< 0 to 1; those of one figure sum to 1
};

/// Each meaning that the written unit can have, with its probability, in the order of unit_readings.csv.
/// @param asRead    the figure as its unit says
/// @param typed     how it was written, "1.1 Gb/s"; a size in a time has no unit to doubt
/// @param band      what is expected; nothing is likely above 1.03 of its high figure
/// @param plateaus  rates at which results often stand still; those above the band's high figure do not count
/// @param isCopy    the figure comes from a copy dialog
/// @source own: prior times the likelihood of the figure it would be: 0.45 near the typical expectation (10 % spread),
/// 0.25 on a plateau (2.5 %), 0.30 anywhere from a thousandth to the high figure, and next to none above it
std::vector<UnitReading> unitReadings(BitRate asRead, std::string_view typed, const kb::Band& band,
                                      const std::vector<BitRate>& plateaus, bool isCopy, const kb::KnowledgeBase&);

/// The reading that stands out against the unit as it is written; null: the written one does, or none.
/// @param isOddAsWritten  as written the figure would be a fault: a reading that is likely at all is asked for, even
/// where a plateau explains the figure as well
const UnitReading* unitMeant(const std::vector<UnitReading>&, bool isOddAsWritten = false);

}  // namespace sokudo::diagnose
