// SPDX-License-Identifier: GPL-3.0-or-later
// A typed value of a trait, checked and brought to its canonical text.
#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/kb/rule_rows.h"

namespace sokudo::kb {

/// "55", "55 °C", "55c" for celsius; "25mm" for a length; "2.5" for a rate; "rs" for a choice.
/// @return the value as text: a word, or a number in metres, dB, dBm, W, Ω, °C, MHz or bit/s
/// @error OutOfRange  outside least and most
/// @error BadInput    no such choice, or not a number in that unit
Result<std::string> traitValue(const TraitKind&, std::string_view typed);
/// How a person reads a canonical value: "55 °C", "2.5 Gb/s", "yes".
std::string traitText(const TraitKind&, std::string_view value);

}  // namespace sokudo::kb
