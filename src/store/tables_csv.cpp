// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/tables_csv.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/plan/invariants.h"
#include "store/loaded.h"
#include "store/reference.h"
#include "store/row.h"
#include "store/schema.h"

namespace sokudo::store {
namespace {

constexpr std::size_t kLongestCell = 16'000'000;  ///< bytes: a cell may hold a picture

using Cells = std::map<std::string, std::string>;

std::string cellOf(const Json& value) { return value.is_string() ? value.get<std::string>() : jsonText(value); }

/// Every field of a row under its column; inner objects are taken apart.
void flatten(const Json& row, const std::string& before, Cells& into, std::vector<std::string>& columns)
{
    for (const auto& [key, value] : row.items()) {
        const std::string column = before + key;
        if (value.is_object()) {
            flatten(value, column + ".", into, columns);
            continue;
        }
        into[column] = cellOf(value);
        if (std::find(columns.begin(), columns.end(), column) == columns.end()) columns.push_back(column);
    }
}

/// Where a column stands in a row, and what the schema says of it.
struct Column {
    std::vector<std::string> keys;
    const Json* schema = nullptr;  ///< null: nothing
};

/// The parts of "processor.kind". In an object of free keys all that is left is one key: "sources", "traits.damp".
Column columnOf(const Json& row, std::string_view name)
{
    Column column{{}, &row};
    while (!name.empty()) {
        const bool isFree = column.schema && column.schema->contains("additionalProperties");
        const std::size_t dot = isFree ? std::string_view::npos : name.find('.');
        const std::string key(name.substr(0, dot));
        name = dot == std::string_view::npos ? std::string_view() : name.substr(dot + 1);
        const Json* next = nullptr;
        if (isFree) {
            next = &*column.schema->find("additionalProperties");
        } else if (column.schema && column.schema->contains("properties")) {
            const Json& known = (*column.schema)["properties"];
            if (const auto found = known.find(key); found != known.end()) next = &*found;
        }
        column.keys.push_back(key);
        column.schema = next;
    }
    return column;
}

/// Order of the fields of a kind, so that the table does not depend on which row states which.
std::size_t rankOf(const Json& schema, const std::string& column)
{
    const std::string first = column.substr(0, column.find('.'));
    std::size_t rank = 0;
    for (const auto& [key, value] : schema["properties"].items()) {
        if (key == first) return rank;
        ++rank;
    }
    return rank;
}

std::string tableOf(const std::vector<Json>& rows, const plan::Kind& kind, const plan::Plan& plan)
{
    const Json schema = schemaOf(kind);
    std::vector<Cells> cells;
    std::vector<std::string> columns;
    for (const Json& row : rows) flatten(row, "", cells.emplace_back(), columns);
    std::stable_sort(columns.begin(), columns.end(), [&](const std::string& a, const std::string& b) {
        return std::pair(rankOf(schema, a), a) < std::pair(rankOf(schema, b), b);
    });
    std::vector<std::string> head;
    for (const std::string& column : columns) {
        head.push_back(column);
        if (isReference(column)) head.push_back("(" + column + ")");
    }
    if (head.empty()) head.emplace_back("id");
    std::string result = csv::line(head);
    for (Cells& row : cells) {
        std::vector<std::string> line;
        for (const std::string& column : columns) {
            line.push_back(row[column]);
            if (isReference(column)) line.push_back(referenceName(plan, column, row[column]));
        }
        result += csv::sheetLine(line);
    }
    return result;
}

/// A cell as the JSON that its column holds.
Result<Json> valueOf(const std::string& cell, const Json* schema, const std::string& where)
{
    const Json type = schema && schema->contains("type") ? (*schema)["type"] : Json("string");
    if (!type.is_string() || type == "string") return Json(cell);
    if (type == "integer" || type == "number") {
        const auto figure = text::parseNumber(cell);
        if (!figure) return failure(ErrorCode::BadInput, fmt::format("“{}” is not a number", cell), where);
        if (*figure == static_cast<double>(static_cast<std::int64_t>(*figure)))
            return Json(static_cast<std::int64_t>(*figure));
        return Json(*figure);
    }
    if (type == "boolean" && (cell == "true" || cell == "false")) return Json(cell == "true");
    if (type == "boolean")
        return failure(ErrorCode::BadInput, fmt::format("“{}” is neither true nor false", cell), where);
    auto parsed = parseJson(cell, where);
    if (!parsed) return parsed;
    return parsed;
}

Result<Json> rowOf(const csv::Sheet& sheet, const csv::Record& record, const Json& schema)
{
    Json row = Json::object();
    for (const std::string& column : sheet.columns()) {
        const std::string cell = csv::fromSheet(sheet.cell(record, column));
        if (cell.empty() || column.starts_with("(")) continue;
        const std::string where = fmt::format("{}, column {}", sheet.where(record), column);
        const Column place = columnOf(schema, column);
        auto value = valueOf(cell, place.schema, where);
        if (!value) return value;
        Json* at = &row;
        for (const std::string& key : place.keys) at = &(*at)[key];
        *at = std::move(*value);
    }
    return row;
}

tl::unexpected<Error> noSuchColumn(const Json& unknown, const char* list, const std::string& where)
{
    return failure(ErrorCode::BadInput,
                   fmt::format("{} have no column {}; take it out or put brackets round its name", list,
                               unknown.begin()->items().begin().key()),
                   where);
}

Result<std::unique_ptr<plan::RowList>> rowsOf(const csv::Sheet& sheet, const plan::Kind& kind)
{
    const Json schema = schemaOf(kind);
    auto rows = kind.row.list();
    std::map<std::int64_t, int> lines;
    for (const csv::Record& record : sheet.records()) {
        const auto json = rowOf(sheet, record, schema);
        if (!json) return tl::unexpected(json.error());
        void* row = rows->add();
        const auto unknown = readRow(kind, *json, sheet.where(record), row);
        if (!unknown) return tl::unexpected(unknown.error());
        if (!unknown->is_null()) return noSuchColumn(*unknown, kind.list, sheet.where(record));
        const std::int64_t id = kind.row.id(row);
        const auto [first, isNew] = lines.emplace(id, record.line);
        if (!isNew)
            return failure(ErrorCode::BadInput,
                           fmt::format("the id {} stands on line {} too; keep one of the two", id, first->second),
                           sheet.where(record));
    }
    return rows;
}

/// Puts rows into a list of records.
template <class T>
void merge(std::vector<T>& rows, std::vector<T> more)
{
    std::erase_if(rows, [&](const T& old) {
        return std::any_of(more.begin(), more.end(), [&](const T& one) { return one.id == old.id; });
    });
    rows.insert(rows.end(), std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
}

tl::unexpected<Error> noSuchTable(const std::string& list)
{
    return failure(ErrorCode::NotFound,
                   fmt::format("there is no table “{}”; there are {}", list, text::joined(tableNames(), ", ")));
}

}  // namespace

std::vector<std::string> tableNames()
{
    std::vector<std::string> names;
    for (const plan::Kind* kind : projectKinds()) names.emplace_back(kind->list);
    return names;
}

bool isHouseTable(const std::string& list)
{
    const plan::Kind* kind = kindOfList(list);
    return kind && kind->table;
}

Result<std::string> exportTable(const Project& project, const std::string& list)
{
    const plan::Kind* kind = kindOfList(list);
    if (!kind) return noSuchTable(list);
    std::vector<Json> rows;
    if (kind->table) kind->table->each(project.plan, [&](const void* row) { rows.push_back(toJson(*kind, row)); });
    eachRecord([&](auto records) {
        if (list != records.list) return;
        for (const auto& row : project.*records.rows) rows.push_back(toJson(row));
    });
    return tableOf(rows, *kind, project.plan);
}

Result<Project> importTable(Project project, const std::string& list, std::string_view text, const std::string& name)
{
    const auto sheet = csv::parse(text, name, {.cellBytes = kLongestCell});
    if (!sheet) return tl::unexpected(sheet.error());
    const plan::Kind* kind = kindOfList(list);
    if (!kind) return noSuchTable(list);
    const bool wasDoubled = plan::doubledName(project.plan).has_value();
    const auto more = rowsOf(*sheet, *kind);
    if (!more) return tl::unexpected(more.error());
    for (std::size_t i = 0; kind->table && i < (*more)->size(); ++i) kind->table->put(project.plan, (*more)->row(i));
    eachRecord([&](auto records) {
        using Row = typename decltype(records)::Row;
        if (list == records.list) merge(project.*records.rows, std::move(static_cast<plan::RowsOf<Row>&>(**more).rows));
    });
    if (const auto broken = plan::brokenInvariants(project.plan); !broken.empty())
        return failure(ErrorCode::BadInput, broken.front() + "; nothing was taken in", name);
    if (const auto doubled = plan::doubledName(project.plan); doubled && !wasDoubled)
        return failure(ErrorCode::BadInput, doubled->text() + "; nothing was taken in", name);
    sortRecords(project);
    return project;
}

}  // namespace sokudo::store
