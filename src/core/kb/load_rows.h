// SPDX-License-Identifier: GPL-3.0-or-later
// One table of the data folder into a vector of rows; shared by the loaders.
#pragma once

#include "core/kb/row_reader.h"

namespace sokudo::kb {

template <class Row>
void readRows(const Files& files, const std::string& name, std::vector<Row>& rows, Row (*make)(RowReader&),
              std::optional<Error>& error)
{
    if (error) return;
    const auto file = files.find(name);
    if (file == files.end()) {
        error = Error{ErrorCode::NotFound, "the table is missing from the data folder", name};
        return;
    }
    const auto sheet = csv::parse(file->second, name);
    if (!sheet) {
        error = sheet.error();
        return;
    }
    for (const csv::Record& record : sheet->records()) {
        RowReader reader(*sheet, record, error);
        rows.push_back(make(reader));
    }
}

/// Twisted pair, power over Ethernet, coax, power line.
void loadMediaRows(const Files&, KnowledgeBase&, std::optional<Error>&);
/// Prices, work, connectors, break-outs, module codes, acceptance limits.
void loadTradeRows(const Files&, KnowledgeBase&, std::optional<Error>&);
/// Ceilings of stages that a table says, and what changes them.
void loadStageRows(const Files&, KnowledgeBase&, std::optional<Error>&);
/// Clauses of the rules, kinds of traits.
void loadRuleRows(const Files&, KnowledgeBase&, std::optional<Error>&);

}  // namespace sokudo::kb
