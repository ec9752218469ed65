// SPDX-License-Identifier: GPL-3.0-or-later
// A file read in one piece, whatever stands under its name.
#pragma once

#include <string>

#include "core/base/result.h"

namespace sokudo::store {

/// @error NotFound    there is no such file
/// @error BadInput    a folder, a pipe that nobody writes into, more than 1 GB
/// @error NotAllowed  it cannot be read
Result<std::string> wholeFile(const std::string& path);

}  // namespace sokudo::store
