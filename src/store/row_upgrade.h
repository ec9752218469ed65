// SPDX-License-Identifier: GPL-3.0-or-later
// What a row of an older version becomes in this one. Steps are never changed, only added.
#pragma once

#include <cstdint>
#include <string_view>
#include <vector>

#include "core/base/json_fwd.h"

namespace sokudo::store {

/// The version that this Sokudo writes, of project files and of exported JSON. docs/project-file.md says what it
/// promises.
inline constexpr int kVersion = 4;
/// From this version on readings of ports are records; before, they were notes.
inline constexpr int kReadingsVersion = 4;

/// Brings the body of one row from `version` to kVersion.
void upgradeRow(std::string_view kind, Json& body, int version);

/// Readings of ports that stood as notes in a log before kReadingsVersion, “read: rate=10g duplex=full” and
/// “counters: frames=8.1m crc=3”, as bodies of rows. The notes stay.
/// @param entries  bodies of the log
/// @param lastId  the greatest id that there is; the rows made count on from it
std::vector<Json> readingsInLog(const std::vector<Json>& entries, std::int64_t lastId);

}  // namespace sokudo::store
