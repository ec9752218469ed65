// SPDX-License-Identifier: GPL-3.0-or-later
// Numbers to text and back, in one unit style, never by the locale.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <variant>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::text {

/// Thin no-break space between a number and its unit.
inline constexpr std::string_view kThin = "\u202f";

/// `digits` significant digits without trailing zeros: 9.4148, 31.5, 250.
std::string number(double value, int digits = 4);
/// "9.415 Gb/s"; below 1 Gb/s "941.5 Mb/s"; figure and unit joined by a thin space.
std::string rate(BitRate value, int digits = 4);
/// "1.18 GB/s", bytes per second, decimal.
std::string byteRate(BitRate value, int digits = 3);
/// The named link rate: "2.5 Gb/s", "100 Mb/s"; exact.
std::string linkRate(BitRate value);
/// Gb/s as a bare figure for a column whose heading names the unit: "63", "9.41".
std::string gigabitFigure(BitRate value);
std::string length(Length value);
std::string decibel(Decibel value);
std::string power(PowerDbm value);
std::string watt(Watt value);
std::string duration(Duration value);
std::string size(DataSize value);

std::string lower(std::string_view);
std::string trimmed(std::string_view);
std::vector<std::string> split(std::string_view, char separator);
std::vector<std::string> words(std::string_view);  ///< split at blanks, no empty words
std::string joined(const std::vector<std::string>& parts, std::string_view between);

/// The whole of `text` as a decimal number with a point; nothing on any other text.
std::optional<double> parseNumber(std::string_view text);

/// A value that a message can carry; its text depends only on its type.
using Arg = std::variant<std::string, BitRate, Length, Decibel, PowerDbm, Watt, double, Sentence>;
using Args = std::vector<std::pair<std::string_view, Arg>>;  ///< names are literals
std::string toText(const Arg&);
/// Puts each argument in place of `{name}`. An unknown name stays as it stands, so that a test finds it.
std::string render(std::string_view pattern, const Args& args);

/// The entry of `known` nearest to `word` by edit distance, when near enough to suggest; else empty.
std::string nearest(std::string_view word, const std::vector<std::string>& known);

}  // namespace sokudo::text
