// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/utf8.h"

#include <algorithm>
#include <iterator>

#include <utf8.h>

namespace sokudo {

std::optional<std::size_t> firstNotUtf8(std::string_view text)
{
    const auto at = utf8::find_invalid(text.begin(), text.end());
    return at == text.end() ? std::nullopt : std::optional(static_cast<std::size_t>(at - text.begin()));
}

std::string asUtf8(std::string_view text)
{
    std::string result;
    utf8::replace_invalid(text.begin(), text.end(), std::back_inserter(result));
    return result;
}

std::string withoutControls(std::string_view text)
{
    std::string result;
    result.reserve(text.size());
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto byte = static_cast<unsigned char>(text[i]);
        if ((byte < 0x20 && byte != '\n' && byte != '\t') || byte == 0x7F) continue;
        // U+0080 to U+009F, the second set of controls
        if (byte == 0xC2 && i + 1 < text.size() && static_cast<unsigned char>(text[i + 1]) < 0xA0) {
            ++i;
            continue;
        }
        result.push_back(text[i]);
    }
    return result;
}

TextPlace placeOf(std::string_view text, std::size_t byte)
{
    const std::string_view before = text.substr(0, std::min(byte, text.size()));
    TextPlace place;
    place.line = 1 + static_cast<std::size_t>(std::count(before.begin(), before.end(), '\n'));
    const std::size_t newline = before.rfind('\n');
    const std::string_view line = newline == std::string_view::npos ? before : before.substr(newline + 1);
    const auto starts = [](char c) { return (static_cast<unsigned char>(c) & 0xC0) != 0x80; };
    place.column = 1 + static_cast<std::size_t>(std::count_if(line.begin(), line.end(), starts));
    return place;
}

namespace {

/// Calls `visit` with each code point of UTF-8 text; what is not UTF-8 is passed over byte by byte.
template <class Visit>
void eachSign(std::string_view text, Visit visit)
{
    for (std::size_t i = 0; i < text.size();) {
        const auto lead = static_cast<unsigned char>(text[i]);
        const std::size_t length = lead >= 0xF0 ? 4 : lead >= 0xE0 ? 3 : lead >= 0xC0 ? 2 : 1;
        char32_t sign = length == 1 ? lead : lead & (0x7F >> length);
        for (std::size_t k = 1; k < length && i + k < text.size(); ++k)
            sign = (sign << 6) | (static_cast<unsigned char>(text[i + k]) & 0x3F);
        visit(sign);
        i += length;
    }
}

bool isUnseen(char32_t sign)
{
    return sign <= 0x20 || sign == 0x7F || sign == 0xA0 || sign == 0xAD || sign == 0x034F || sign == 0x061C ||
           sign == 0x115F || sign == 0x1160 || sign == 0x1680 || sign == 0x180E || (sign >= 0x2000 && sign <= 0x200F) ||
           (sign >= 0x2028 && sign <= 0x202F) || (sign >= 0x205F && sign <= 0x206F) || sign == 0x3000 ||
           sign == 0x3164 || sign == 0xFEFF || (sign >= 0xFE00 && sign <= 0xFE0F) || sign == 0xFFA0;
}

}  // namespace

bool isBlank(std::string_view text)
{
    bool isSeen = false;
    eachSign(text, [&](char32_t sign) { isSeen = isSeen || !isUnseen(sign); });
    return !isSeen;
}

bool turnsText(std::string_view text)
{
    bool isFound = false;
    eachSign(text, [&](char32_t sign) {
        isFound = isFound || (sign >= 0x202A && sign <= 0x202E) || (sign >= 0x2066 && sign <= 0x2069);
    });
    return isFound;
}

}  // namespace sokudo
