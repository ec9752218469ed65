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
    double probability = 0;  ///< 0 to 1; those of one figure sum to 1
};

/// Each meaning with its probability, in the order of unit_readings.csv.
/// @param asRead    the figure as its unit says
/// @param plateaus  rates at which results often stand still; those above the band's high figure do not count
/// @param isCopy    the figure comes from a copy dialog
/// @source own: prior times the likelihood of the figure it would be: 0.45 near the usual expectation (10 % spread),
/// 0.25 on a plateau
///         (2.5 %), 0.30 anywhere from a thousandth to the high figure, and next to none above 1.03 of that
std::vector<UnitReading> unitReadings(BitRate asRead, const kb::Band&, const std::vector<BitRate>& plateaus,
                                      bool isCopy, const kb::KnowledgeBase&);

/// Plateaus of a path: what usual links carry, and each of its own stages but links.
std::vector<BitRate> plateausOf(const expect::Expectation&);

/// The unit that was probably meant, "MB/s"; empty: the one that stands there, or none that stands out.
/// @param typed  the figure as written; one given by a size and a time has no unit to doubt
std::string unitMeant(std::string_view typed, const std::vector<UnitReading>&);

}  // namespace sokudo::diagnose
