// SPDX-License-Identifier: GPL-3.0-or-later
// Every kind of object of a plan, once. The project file, JSON, differences between two plans and lists of damage go
// through this list: a new kind is a struct and a line here, and its fields in store/fields.h.
#pragma once

#include <tuple>
#include <vector>

#include "core/plan/plan.h"

namespace sokudo::plan {

template <class T>
struct TableOf {
    using Row = T;
    const char* kind;  ///< as rows of a project file say it: "run"
    const char* list;  ///< as exported JSON says it: "runs"
    Table<T> Plan::*rows;
};

/// Those that others refer to come first.
inline constexpr std::tuple kTables{
    TableOf<Place>{"place", "places", &Plan::places},
    TableOf<Device>{"device", "devices", &Plan::devices},
    TableOf<Slot>{"slot", "slots", &Plan::slots},
    TableOf<Port>{"port", "ports", &Plan::ports},
    TableOf<Run>{"run", "runs", &Plan::runs},
    TableOf<Waiver>{"waiver", "waivers", &Plan::waivers},
    TableOf<CatalogueRow>{"catalogue", "catalogue", &Plan::catalogue},
    TableOf<Flow>{"flow", "flows", &Plan::flows},
    TableOf<Job>{"job", "jobs", &Plan::jobs},
};

/// Calls `visit` with the TableOf of each kind.
template <class Visit>
constexpr void eachTable(Visit visit)
{
    std::apply([&](const auto&... table) { (visit(table), ...); }, kTables);
}

namespace detail {
template <class... Rows>
std::tuple<std::vector<Rows>...> lists(const std::tuple<TableOf<Rows>...>&);
}
/// A list of rows for each kind: std::get<std::vector<Run>>(lists).
using RowLists = decltype(detail::lists(kTables));

/// How messages call an object: by what the owner gave it.
template <class T>
const std::string& ownName(const T& object)
{
    if constexpr (requires { object.label; }) return object.label;
    else if constexpr (requires { object.reason; }) return object.reason;
    else if constexpr (requires { object.table; }) return object.table;
    else return object.name;
}

}  // namespace sokudo::plan
