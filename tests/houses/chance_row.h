// SPDX-License-Identifier: GPL-3.0-or-later
// One row of any kind, made by the schema of its fields: whatever a field may hold comes up, stated or not.
#pragma once

#include <map>
#include <string>
#include <vector>

#include "chance.h"
#include "core/base/json.h"

namespace sokudo::houses {

/// The ids of the rows that there are, by their kind as in tables.h: what a reference may lead to.
using KnownIds = std::map<std::string, std::vector<std::int64_t>, std::less<>>;

/// A row of a list as exported JSON writes it. It may hold what the checks refuse: the caller asks them.
/// @param list  "ports"
/// @param share  of the fields that need not be there, how many are
Json chanceRow(const char* list, std::int64_t id, const KnownIds&, double share, Chance&);

}  // namespace sokudo::houses
