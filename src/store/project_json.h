// SPDX-License-Identifier: GPL-3.0-or-later
// A project as JSON: the format of export and import.
#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "store/project.h"

namespace sokudo::store {

struct Export {
    bool isPrivateToo = false;  ///< addresses and log-in hints go along
    bool isCompact = false;     ///< on one line, for programs
};
/// The whole project, readable, with a format name and version. Rows that were set aside go along.
std::string exportJson(const Project&, const Export& = {});
/// @param name  how messages call the file
/// @error BadInput  not JSON (line and column), another format, a later version, a field of the wrong kind or out of
///                  range (its path), an id that stands twice, a reference that leads nowhere
Result<Project> importJson(std::string_view text, const std::string& name);

}  // namespace sokudo::store
