// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/touched.h"

#include <vector>

#include "core/plan/tables.h"

namespace sokudo::plan {
namespace {

/// What a record is about; nothing where it stands alone.
template <class T>
std::optional<Subject> aboutOf(const T& row)
{
    if constexpr (requires { row.about; }) return row.about;
    else if constexpr (std::is_same_v<T, CableTest> || std::is_same_v<T, Waiver>)
        return row.run.isSet() ? std::optional(Subject{"run", row.run.value}) : std::nullopt;
    else if constexpr (std::is_same_v<T, SettingChange> || std::is_same_v<T, Access>)
        return row.device.isSet() ? std::optional(Subject{"device", row.device.value}) : std::nullopt;
    else return std::nullopt;
}

template <class T>
constexpr bool isThing()
{
    return std::is_same_v<T, Place> || std::is_same_v<T, Device> || std::is_same_v<T, Port> || std::is_same_v<T, Run>;
}

struct Seen {
    std::vector<Subject> things;
    std::vector<std::optional<Subject>> records;
    std::size_t count() const { return things.size() + records.size(); }
};

template <class T>
void compare(const TableOf<T>& table, const Plan& before, const Plan& after, Seen& seen)
{
    const auto note = [&](const T& row) {
        if constexpr (isThing<T>()) seen.things.push_back({table.kind, row.id.value});
        else seen.records.push_back(aboutOf(row));
    };
    const Table<T>&old = before.*table.rows, &now = after.*table.rows;
    for (const T& row : now) {
        if (seen.count() > 2) return;
        const T* was = old.find(row.id);
        if (!was || (was != &row && !(*was == row))) note(row);
    }
    for (const T& row : old)
        if (seen.count() <= 2 && !now.has(row.id)) note(row);
}

}  // namespace

std::optional<Subject> touchedBy(const Plan& before, const Plan& after)
{
    Seen seen;
    eachTable([&](auto table) { compare(table, before, after, seen); });
    if (seen.things.size() == 1) return seen.things.front();
    return seen.things.empty() && seen.records.size() == 1 ? seen.records.front() : std::nullopt;
}

}  // namespace sokudo::plan
