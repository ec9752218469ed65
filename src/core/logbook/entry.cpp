// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/logbook/entry.h"

namespace sokudo::logbook {

namespace {
constexpr std::string_view kCodes[] = {"change", "measurement", "note", "diagnosis"};
constexpr std::string_view kTouches[] = {"recorded", "perhaps", "changed"};
}  // namespace

std::string_view code(EntryKind kind) { return kCodes[static_cast<int>(kind)]; }

std::string_view code(Touch how) { return kTouches[static_cast<int>(how)]; }

std::optional<EntryKind> entryKindFromCode(std::string_view text)
{
    for (int i = 0; i < 4; ++i)
        if (kCodes[i] == text) return static_cast<EntryKind>(i);
    return std::nullopt;
}

}  // namespace sokudo::logbook
