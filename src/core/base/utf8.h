// SPDX-License-Identifier: GPL-3.0-or-later
// What bytes from outside are as text.
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>

namespace sokudo {

/// The first byte that does not belong to valid UTF-8; nothing where all do.
/// @source rfc-3629: shortest forms, no surrogates, up to U+10FFFF
std::optional<std::size_t> firstNotUtf8(std::string_view);
/// The text with each byte that is not UTF-8 as U+FFFD.
std::string asUtf8(std::string_view);
/// The text without the control signs that move a terminal's cursor or change its colours; line ends and tabs stay.
std::string withoutControls(std::string_view);

/// Nothing of it can be seen: blanks, and signs that have no width.
bool isBlank(std::string_view);
/// It holds signs that turn the text that follows them around, so that it reads as something else.
/// @source unicode-uax-9  embeddings, overrides and isolates: U+202A to U+202E, U+2066 to U+2069
bool turnsText(std::string_view);

/// Where a byte stands, both from 1; columns count characters.
struct TextPlace {
    std::size_t line = 1, column = 1;
};
TextPlace placeOf(std::string_view text, std::size_t byte);

}  // namespace sokudo
