// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/own_rows.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/kb/check.h"

namespace sokudo::kb {
namespace {

const OpenTable kOpen[] = {
    {"modules", "a module", {"id"}},
    {"media", "a cable", {"id"}},
    {"supplies", "a price of a cable", {"medium"}},
    {"reach", "a reach", {"phy", "medium"}},
    {"optics", "light levels", {"phy"}},
    {"media_converters", "a media converter", {"id"}},
    {"switches", "a switch", {"id"}},
    {"gear", "a card or adapter", {"id"}},
    {"leads", "ready-made leads", {"medium"}},
    {"small_parts", "a small part", {"id"}},
};

const OpenTable* open(std::string_view table)
{
    const auto found =
        std::find_if(std::begin(kOpen), std::end(kOpen), [&](const OpenTable& entry) { return entry.table == table; });
    return found == std::end(kOpen) ? nullptr : found;
}

std::string tableNames()
{
    std::vector<std::string> names;
    for (const OpenTable& entry : kOpen) names.emplace_back(entry.table);
    return text::joined(names, ", ");
}

std::string cellOf(const OwnRow& row, std::string_view column)
{
    const auto found = row.cells.find(std::string(column));
    if (found != row.cells.end() && !found->second.empty()) return found->second;
    return column == "source" ? "own" : column == "confidence" ? "typical" : "";
}

std::string nameOf(const OwnRow& row, const OpenTable& table)
{
    std::vector<std::string> parts;
    for (std::string_view column : table.key) parts.push_back(cellOf(row, column));
    return fmt::format("own row “{}” of {}", text::joined(parts, " "), row.table);
}

/// Puts the row into the text of its table.
tl::expected<void, Error> putRow(Files& files, std::set<std::string>& changed, const OwnRow& row)
{
    const OpenTable* table = open(row.table);
    if (!table)
        return failure(ErrorCode::BadInput,
                       fmt::format("the table “{}” takes no rows of your own; these do: {}", row.table, tableNames()));
    const std::string file = row.table + ".csv";
    const auto sheet = csv::parse(files.at(file), file);
    if (!sheet) return tl::unexpected(sheet.error());
    for (const auto& [column, cell] : row.cells)
        if (!sheet->hasColumn(column)) {
            const std::string near = text::nearest(column, sheet->columns());
            return failure(ErrorCode::BadInput,
                           fmt::format("{} has no column “{}”{}", row.table, column,
                                       near.empty() ? "" : "; did you mean " + near + "?"),
                           nameOf(row, *table));
        }
    for (std::string_view column : table->key)
        if (cellOf(row, column).empty())
            return failure(ErrorCode::BadInput, fmt::format("the column {} is empty; it names the row", column),
                           nameOf(row, *table));
    std::string result = csv::line(sheet->columns());
    for (const csv::Record& record : sheet->records()) {
        const bool same = std::all_of(table->key.begin(), table->key.end(), [&](std::string_view column) {
            return sheet->cell(record, column) == cellOf(row, column);
        });
        if (!same) result += csv::line(record.fields);
    }
    std::vector<std::string> cells;
    for (const std::string& column : sheet->columns()) cells.push_back(cellOf(row, column));
    files[file] = result + csv::line(cells);
    changed.insert(file);
    return {};
}

Result<KnowledgeBase> loadChecked(const KnowledgeBase& built, const Files& files, const std::set<std::string>& changed)
{
    auto kb = loadAgain(built, files, changed);
    if (!kb) return kb;
    if (const auto wrong = contradictions(*kb); !wrong.empty()) return failure(ErrorCode::BadInput, wrong.front());
    return kb;
}

}  // namespace

std::span<const OpenTable> openTables() { return kOpen; }

std::vector<std::string> columnsOf(const Files& files, std::string_view table)
{
    const auto file = files.find(std::string(table) + ".csv");
    if (file == files.end()) return {};
    const auto sheet = csv::parse(file->second, file->first);
    return sheet ? sheet->columns() : std::vector<std::string>();
}

Result<KnowledgeBase> loadWith(const KnowledgeBase& built, const Files& shipped, std::span<const OwnRow> rows)
{
    if (rows.empty()) return built;
    Files files = shipped;
    std::set<std::string> changed;
    for (const OwnRow& row : rows)
        if (auto put = putRow(files, changed, row); !put) return tl::unexpected(put.error());
    auto all = loadChecked(built, files, changed);
    if (all) return all;
    // Once more, a row at a time, so that the message names the one at fault.
    files = shipped;
    for (const OwnRow& row : rows) {
        if (auto put = putRow(files, changed, row); !put) return tl::unexpected(put.error());
        if (auto kb = loadChecked(built, files, changed); !kb)
            return failure(ErrorCode::BadInput, kb.error().what, nameOf(row, *open(row.table)));
    }
    return all;
}

Result<std::vector<OwnRow>> ownRowsFromCsv(const Files& files, std::string_view table, std::string_view text,
                                           const std::string& name)
{
    const OpenTable* target = open(table);
    if (!target)
        return failure(ErrorCode::BadInput,
                       fmt::format("the table “{}” takes no rows of your own; these do: {}", table, tableNames()),
                       name);
    const auto sheet = csv::parse(text, name);
    if (!sheet) return tl::unexpected(sheet.error());
    const std::vector<std::string> columns = columnsOf(files, table);
    for (const std::string& column : sheet->columns())
        if (std::find(columns.begin(), columns.end(), column) == columns.end())
            return failure(ErrorCode::BadInput,
                           fmt::format("{} has no column “{}”; it has {}", table, column, text::joined(columns, ", ")),
                           name);
    for (std::string_view key : target->key)
        if (!sheet->hasColumn(key))
            return failure(ErrorCode::BadInput, fmt::format("the column {} is missing; it names the row", key), name);
    std::vector<OwnRow> rows;
    for (const csv::Record& record : sheet->records()) {
        OwnRow row{std::string(table), {}};
        for (const std::string& column : sheet->columns())
            if (const std::string& cell = sheet->cell(record, column); !cell.empty()) row.cells[column] = cell;
        rows.push_back(std::move(row));
    }
    return rows;
}

}  // namespace sokudo::kb
