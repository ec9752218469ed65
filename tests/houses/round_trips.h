// SPDX-License-Identifier: GPL-3.0-or-later
// A project out and in again, by every way it can go: what comes back is compared field by field.
#pragma once

#include <string>
#include <vector>

#include "store/project.h"

namespace sokudo::houses {

/// The first row that differs between two projects, with its fields; empty: they are alike.
std::string difference(const store::Project&, const store::Project&);

/// What was lost or refused, a sentence each: through a file, JSON with and without what is private, and every table.
/// @param file  where the project is saved for it
std::vector<std::string> roundTripLosses(const store::Project&, const std::string& file);

}  // namespace sokudo::houses
