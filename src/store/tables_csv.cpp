// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/tables_csv.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/plan/invariants.h"
#include "core/plan/tables.h"
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

template <class Rows>
[[gnu::noinline]] std::vector<Json> jsonOf(const Rows& rows)
{
    std::vector<Json> all;
    for (const auto& row : rows) all.push_back(toJson(row));
    return all;
}

std::string tableOf(const std::vector<Json>& rows, const char* list, const plan::Plan& plan)
{
    const Json schema = rowSchema(list);
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

template <class T>
[[gnu::noinline]] Result<std::vector<T>> rowsOf(const csv::Sheet& sheet, const char* list)
{
    const Json schema = rowSchema(list);
    std::vector<T> rows;
    std::map<std::int64_t, int> lines;
    for (const csv::Record& record : sheet.records()) {
        const auto json = rowOf(sheet, record, schema);
        if (!json) return tl::unexpected(json.error());
        auto parsed = parsedRow<T>(*json, sheet.where(record));
        if (!parsed) return tl::unexpected(parsed.error());
        if (!parsed->unknown.is_null()) return noSuchColumn(parsed->unknown, list, sheet.where(record));
        const auto [first, isNew] = lines.emplace(parsed->row.id.value, record.line);
        if (!isNew)
            return failure(ErrorCode::BadInput,
                           fmt::format("the id {} stands on line {} too; keep one of the two", parsed->row.id.value,
                                       first->second),
                           sheet.where(record));
        rows.push_back(std::move(parsed->row));
    }
    return rows;
}

/// Puts rows into a table of the plan.
template <class T>
[[gnu::noinline]] void merge(Table<T>& rows, std::vector<T> more)
{
    for (T& row : more) rows = rows.with(std::move(row));
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
    plan::eachTable([&](auto table) { names.emplace_back(table.list); });
    eachRecord([&](auto records) { names.emplace_back(records.list); });
    return names;
}

bool isHouseTable(const std::string& list)
{
    bool isFound = false;
    plan::eachTable([&](auto table) { isFound = isFound || list == table.list; });
    return isFound;
}

Result<std::string> exportTable(const Project& project, const std::string& list)
{
    std::string result;
    plan::eachTable([&](auto table) {
        if (list == table.list) result = tableOf(jsonOf(project.plan.*table.rows), table.list, project.plan);
    });
    eachRecord([&](auto records) {
        if (list == records.list) result = tableOf(jsonOf(project.*records.rows), records.list, project.plan);
    });
    if (result.empty()) return noSuchTable(list);
    return result;
}

Result<Project> importTable(Project project, const std::string& list, std::string_view text, const std::string& name)
{
    const auto sheet = csv::parse(text, name, {.cellBytes = kLongestCell});
    if (!sheet) return tl::unexpected(sheet.error());
    std::optional<Error> error;
    bool isKnown = false;
    const bool wasDoubled = plan::doubledName(project.plan).has_value();
    const auto take = [&](auto table, auto& rows) {
        if (list != table.list) return;
        isKnown = true;
        auto more = rowsOf<typename decltype(table)::Row>(*sheet, table.list);
        if (more) merge(rows, std::move(*more));
        else error = more.error();
    };
    plan::eachTable([&](auto table) { take(table, project.plan.*table.rows); });
    eachRecord([&](auto records) { take(records, project.*records.rows); });
    if (!isKnown) return noSuchTable(list);
    if (error) return tl::unexpected(*error);
    if (const auto broken = plan::brokenInvariants(project.plan); !broken.empty())
        return failure(ErrorCode::BadInput, broken.front() + "; nothing was taken in", name);
    if (const auto doubled = plan::doubledName(project.plan); doubled && !wasDoubled)
        return failure(ErrorCode::BadInput, doubled->text() + "; nothing was taken in", name);
    sortRecords(project);
    return project;
}

}  // namespace sokudo::store
