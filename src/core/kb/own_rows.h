// SPDX-License-Identifier: GPL-3.0-or-later
// Rows an owner adds to the catalogue, or puts in the place of shipped ones: same tables, same columns, same checks.
#pragma once

#include <map>
#include <span>

#include "core/kb/load.h"

namespace sokudo::kb {

/// One row of a table, by column name. Columns left out are empty; source and confidence default to "own" and
/// "typical".
struct OwnRow {
    std::string table;  ///< file name without ending: "modules"
    std::map<std::string, std::string> cells;
};

/// A table that takes own rows.
struct OpenTable {
    std::string_view table, what;       ///< "modules", "a module"
    std::vector<std::string_view> key;  ///< columns that name a row: another row with the same ones is replaced
};
std::span<const OpenTable> openTables();
/// The columns of a table in their order; empty for one that does not exist.
std::vector<std::string> columnsOf(const Files&, std::string_view table);

/// The catalogue with the rows in it.
/// @param built  what the shipped files say; tables that take none of the rows are shared with it
/// @error BadInput  a table that takes none, an unknown column, a cell of the wrong kind, a row that contradicts
/// another; says which and how to fix it
Result<KnowledgeBase> loadWith(const KnowledgeBase& built, const Files& shipped, std::span<const OwnRow>);

/// Rows of a CSV file with the columns of `table`; columns may be left out, in any order.
/// @error BadInput  a column the table has not, the key is missing
Result<std::vector<OwnRow>> ownRowsFromCsv(const Files&, std::string_view table, std::string_view csv,
                                           const std::string& name);

}  // namespace sokudo::kb
