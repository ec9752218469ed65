// SPDX-License-Identifier: GPL-3.0-or-later
// Every kind of object of a plan, once. The project file, JSON, differences between two plans and lists of damage go
// through this list: a new kind is a struct and a line here, its name in kinds.h and its description in
// one of the files *_kinds.cpp.
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
    TableOf<Service>{"service", "services", &Plan::services},
    TableOf<Network>{"network", "networks", &Plan::networks},
    TableOf<Workload>{"workload", "workloads", &Plan::workloads},
    TableOf<StockItem>{"stock", "stock", &Plan::stock},
    TableOf<LooseEnd>{"loose-end", "loose_ends", &Plan::looseEnds},
    TableOf<Access>{"access", "accesses", &Plan::accesses},
    TableOf<Photo>{"photo", "photos", &Plan::photos},
    TableOf<DeviceKind>{"device-kind", "device_kinds", &Plan::deviceKinds},
    TableOf<Circuit>{"circuit", "circuits", &Plan::circuits},
    TableOf<Outlet>{"outlet", "outlets", &Plan::outlets},
    TableOf<Offer>{"offer", "offers", &Plan::offers},
    TableOf<Purchase>{"purchase", "purchases", &Plan::purchases},
    TableOf<Currency>{"currency", "currencies", &Plan::currencies},
    TableOf<Budget>{"budget", "budgets", &Plan::budgets},
    TableOf<Person>{"person", "people", &Plan::people},
    TableOf<Tick>{"tick", "ticks", &Plan::ticks},
    TableOf<Permit>{"permit", "permits", &Plan::permits},
    TableOf<Instrument>{"instrument", "instruments", &Plan::instruments},
    TableOf<CableTest>{"cable-test", "cable_tests", &Plan::cableTests},
    TableOf<PortProfile>{"profile", "profiles", &Plan::profiles},
    TableOf<SettingChange>{"setting", "settings", &Plan::settings},
    TableOf<CutOver>{"cut-over", "cut_overs", &Plan::cutOvers},
    TableOf<DayMark>{"day-mark", "day_marks", &Plan::dayMarks},
    TableOf<ColumnMap>{"column-map", "column_maps", &Plan::columnMaps},
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

/// The largest id of any kind; 0 in an empty plan.
inline std::int64_t greatestId(const Plan& plan)
{
    std::int64_t greatest = 0;
    eachTable([&](auto table) {
        for (const auto& row : plan.*table.rows) greatest = row.id.value > greatest ? row.id.value : greatest;
    });
    return greatest;
}

/// How messages call an object: by what the owner gave it.
template <class T>
const std::string& ownName(const T& object)
{
    if constexpr (requires { object.label; }) return object.label;
    else if constexpr (requires { object.caption; }) return object.caption;
    else if constexpr (requires {
                           object.purpose;
                           object.place;
                       })
        return object.purpose;
    else if constexpr (requires { object.passwordAt; }) return object.address;
    else if constexpr (requires { object.review; }) return object.text;
    else if constexpr (requires { object.isHearsay; }) return object.name.empty() ? object.part : object.name;
    else if constexpr (requires { object.reason; }) return object.reason;
    else if constexpr (requires { object.took; }) return object.title;
    else if constexpr (requires { object.cutOver; }) return object.step;
    else if constexpr (requires { object.table; }) return object.table;
    else return object.name;
}

}  // namespace sokudo::plan
