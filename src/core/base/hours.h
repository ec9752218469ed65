// SPDX-License-Identifier: GPL-3.0-or-later
// Working time and times of the day as people write them.
#pragma once

#include <array>
#include <optional>
#include <string>

#include "core/base/result.h"

namespace sokudo {

/// "2h", "90min", "1.5h" as minutes. @return nothing on any other text; may be below 0
std::optional<double> minutesIn(std::string word);

/// “tue 2h, sat 4h”: minutes on each day of the week, Monday first.
/// @error BadInput  a word that is no day or time, or outside 0 to 24 hours
Result<std::array<double, 7>> weekOf(const std::string& text);
/// The day of the week that a word begins with, Monday is 0.
std::optional<std::size_t> weekDayOf(const std::string& word);

/// "18:05" as minutes after midnight. @return nothing on any other text
std::optional<int> minuteOfDay(const std::string& text);
/// "18:05"; minutes outside one day wrap round.
std::string clockOf(int minutes);

}  // namespace sokudo
