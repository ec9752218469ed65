// SPDX-License-Identifier: GPL-3.0-or-later
// What a row of an older version becomes in this one. Steps are never changed, only added.
#pragma once

#include <string_view>

#include "core/base/json_fwd.h"

namespace sokudo::store {

/// The version that this Sokudo writes, of project files and of exported JSON. docs/project-file.md says what it
/// promises.
inline constexpr int kVersion = 3;

/// Brings the body of one row from `version` to kVersion.
void upgradeRow(std::string_view kind, Json& body, int version);

}  // namespace sokudo::store
