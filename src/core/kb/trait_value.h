// SPDX-License-Identifier: GPL-3.0-or-later
// A typed value of a trait, checked and brought to its canonical text.
#pragma once

#include <optional>
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
/// What is wrong with a value that is said to be canonical, such as one out of a file; nothing: it is one.
std::optional<std::string> problemOfValue(const TraitKind&, std::string_view value);
/// The kind of that id as shipped; null: there is none, perhaps a later Sokudo has it.
const TraitKind* shippedTrait(std::string_view id);
/// How a person reads a canonical value: "55 °C", "2.5 Gb/s", "yes".
std::string traitText(const TraitKind&, std::string_view value);

}  // namespace sokudo::kb
