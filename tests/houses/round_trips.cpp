// SPDX-License-Identifier: GPL-3.0-or-later
#include "round_trips.h"

#include <map>

#include <fmt/format.h>

#include "core/base/json.h"
#include "each_table.h"
#include "store/project_file.h"
#include "store/project_json.h"
#include "store/row.h"
#include "store/tables_csv.h"

namespace sokudo::houses {

std::string difference(const store::Project& a, const store::Project& b)
{
    std::string found;
    const auto look = [&](const char* kind, const auto& rowsA, const auto& rowsB) {
        if (!found.empty()) return;
        if (rowsA.size() != rowsB.size()) {
            found = fmt::format("{} {} rows, {} afterwards", rowsA.size(), kind, rowsB.size());
            return;
        }
        // Records of one moment stand in any order.
        std::map<std::int64_t, std::remove_cvref_t<decltype(&*rowsB.begin())>> others;
        for (const auto& row : rowsB) others.emplace(row.id.value, &row);
        for (const auto& row : rowsA) {
            const auto other = others.find(row.id.value);
            if (other == others.end()) found = fmt::format("{} {} is gone", kind, jsonText(store::toJson(row)));
            else if (!(row == *other->second))
                found = fmt::format("{} was {} and is {}", kind, jsonText(store::toJson(row)),
                                    jsonText(store::toJson(*other->second)));
        }
    };
    if (a.plan.name != b.plan.name) return "the name of the house";
    sokudo::testing::eachTable([&](auto table) { look(table.kind, a.plan.*table.rows, b.plan.*table.rows); });
    store::eachRecord([&](auto records) { look(records.kind, a.*records.rows, b.*records.rows); });
    return found;
}

namespace {

using Losses = std::vector<std::string>;

void throughAFile(const store::Project& project, const std::string& file, Losses& wrong)
{
    auto made = store::ProjectFile::create(file, project);
    if (!made) return wrong.push_back("cannot be saved: " + made.error().message());
    auto loaded = (*made)->load();
    if (!loaded) return wrong.push_back("cannot be read: " + loaded.error().message());
    for (const std::string& trouble : store::troubles(*loaded)) wrong.push_back("after reading: " + trouble);
    if (const std::string what = difference(project, loaded->project); !what.empty()) wrong.push_back("saved: " + what);
}

void throughJson(const store::Project& project, Losses& wrong)
{
    auto again = store::importJson(store::exportJson(project, {.isPrivateToo = true}), "house.json");
    if (!again) return wrong.push_back("its JSON is refused: " + again.error().message());
    if (const std::string what = difference(project, *again); !what.empty()) wrong.push_back("through JSON: " + what);
    // Without what is private, all else is there.
    auto open = store::importJson(store::exportJson(project, {}), "open.json");
    store::Project expected = project;
    expected.plan.accesses = {};
    if (!open) return wrong.push_back("its open JSON is refused: " + open.error().message());
    if (const std::string what = difference(expected, *open); !what.empty())
        wrong.push_back("through open JSON: " + what);
}

void throughTables(const store::Project& project, Losses& wrong)
{
    for (const std::string& list : store::tableNames()) {
        const auto table = store::exportTable(project, list);
        if (!table) return wrong.push_back("no table of " + list + ": " + table.error().message());
        const auto again = store::importTable(project, list, *table, list + ".csv");
        if (!again) wrong.push_back("its table of " + list + " is refused: " + again.error().message());
        else if (const std::string what = difference(project, *again); !what.empty())
            wrong.push_back("through the table of " + list + ": " + what);
    }
}

}  // namespace

std::vector<std::string> roundTripLosses(const store::Project& project, const std::string& file)
{
    Losses wrong;
    throughAFile(project, file, wrong);
    throughJson(project, wrong);
    throughTables(project, wrong);
    return wrong;
}

}  // namespace sokudo::houses
