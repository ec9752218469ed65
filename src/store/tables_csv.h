// SPDX-License-Identifier: GPL-3.0-or-later
// One kind of row as a table of comma-separated values, for spreadsheets, and back.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "store/project.h"

namespace sokudo::store {

/// The lists that can be written as tables: "places", "runs", …, in the order of the file.
std::vector<std::string> tableNames();
/// Whether the table is part of the house, not of its record of results, log and versions.
bool isHouseTable(const std::string& list);
/// Rows by id; columns as in exported JSON, those of an inner object with a dot ("processor.kind"), lists as JSON.
/// Beside a column that names another row by its id stands one in brackets with its name, for reading.
/// @param list  "runs"
/// @error NotFound  no such list
Result<std::string> exportTable(const Project&, const std::string& list);
/// The project with the rows of the table in it: a row with an id that is there replaces it, others are added. Columns
/// in brackets are left unread.
/// @param name  how messages call the file
/// @error BadInput  with line and column: a cell that is no number, a field out of range, a reference that leads
/// nowhere
Result<Project> importTable(Project, const std::string& list, std::string_view text, const std::string& name);

}  // namespace sokudo::store
