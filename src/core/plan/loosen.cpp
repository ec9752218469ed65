// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/loosen.h"

#include <algorithm>

#include "core/plan/tables.h"

namespace sokudo::plan {
namespace {

template <class T>
void clear(decltype(T::id)& id, const Table<T>& rows)
{
    if (id.isSet() && !rows.has(id)) id = {};
}

void clear(std::optional<Subject>& about, const Plan& plan)
{
    if (!about) return;
    bool isThere = false;
    eachTable([&](auto table) {
        using Row = typename decltype(table)::Row;
        isThere = isThere || (about->kind == table.kind && (plan.*table.rows).has(decltype(Row::id){about->id}));
    });
    if (!isThere) about.reset();
}

// Each makes a row stand alone. @return false: it cannot, and goes
bool loosen(const Plan& plan, Port& port)
{
    clear(port.comboOf, plan.ports);
    clear(port.untagged, plan.networks);
    std::erase_if(port.tagged, [&](NetworkId id) { return !plan.networks.has(id); });
    clear(port.profile, plan.profiles);
    return true;
}
bool loosen(const Plan& plan, Service& service)
{
    clear(service.device, plan.devices);
    clear(service.entry, plan.places);
    return true;
}
bool loosen(const Plan& plan, Workload& work)
{
    clear(work.device, plan.devices);
    return plan.places.has(work.place);
}
bool loosen(const Plan& plan, StockItem& item)
{
    clear(item.place, plan.places);
    return true;
}
bool loosen(const Plan& plan, LooseEnd& end)
{
    clear(end.about, plan);
    return true;
}
bool loosen(const Plan& plan, Photo& photo)
{
    clear(photo.about, plan);
    return true;
}
bool loosen(const Plan& plan, Access& access)
{
    clear(access.network, plan.networks);
    return plan.devices.has(access.device);
}

bool loosen(const Plan& plan, Circuit& circuit)
{
    clear(circuit.place, plan.places);
    return true;
}
bool loosen(const Plan& plan, Outlet& outlet)
{
    clear(outlet.place, plan.places);
    clear(outlet.circuit, plan.circuits);
    clear(outlet.pluggedInto, plan.outlets);
    clear(outlet.battery, plan.devices);
    return true;
}
bool loosen(const Plan& plan, Tick& tick)
{
    clear(tick.person, plan.people);
    return true;
}
bool loosen(const Plan& plan, Permit& permit)
{
    clear(permit.place, plan.places);
    return true;
}
bool loosen(const Plan& plan, CableTest& test)
{
    clear(test.instrument, plan.instruments);
    clear(test.photo, plan.photos);
    return plan.runs.has(test.run);
}
bool loosen(const Plan& plan, PortProfile& profile)
{
    clear(profile.untagged, plan.networks);
    std::erase_if(profile.tagged, [&](NetworkId id) { return !plan.networks.has(id); });
    return true;
}
bool loosen(const Plan& plan, SettingChange& change) { return plan.devices.has(change.device); }
bool loosen(const Plan& plan, CutOver& day)
{
    clear(day.from, plan.devices);
    clear(day.to, plan.devices);
    return true;
}
bool loosen(const Plan& plan, DayMark& mark) { return plan.cutOvers.has(mark.cutOver); }
bool loosen(const Plan& plan, Device& device)
{
    std::vector<Supply> kept;
    for (const Supply& stated : device.supplies) {
        Supply supply = stated;
        clear(supply.outlet, plan.outlets);
        clear(supply.port, plan.ports);
        clear(supply.from, plan.devices);
        const bool isPlugged = supply.kind == SupplyKind::Cord || supply.kind == SupplyKind::Brick;
        // A way whose beginning was never known stays; one whose beginning is gone goes.
        if (isPlugged || supply == stated || supply.from.isSet() || supply.port.isSet()) kept.push_back(supply);
    }
    device.supplies = std::move(kept);
    return true;
}

template <class T>
void loosenAll(const Plan& plan, Table<T>& rows)
{
    Table<T> result = rows;
    for (const T& row : rows) {
        T changed = row;
        if (!loosen(plan, changed)) result = result.without(row.id);
        else if (!(changed == row)) result = result.with(std::move(changed));
    }
    rows = std::move(result);
}

void loosenDevices(Plan& plan)
{
    Table<Device> result = plan.devices;
    for (const Device& device : plan.devices) {
        if (device.supplies.empty()) continue;
        Device changed = device;
        loosen(plan, changed);
        if (!(changed == device)) result = result.with(std::move(changed));
    }
    plan.devices = std::move(result);
}

/// Ports are many: those that refer to nothing that could be gone are not copied.
void loosenPorts(Plan& plan)
{
    Table<Port> result = plan.ports;
    for (const Port& port : plan.ports) {
        if (!port.comboOf.isSet() && !port.untagged.isSet() && port.tagged.empty() && !port.profile.isSet()) continue;
        Port changed = port;
        loosen(plan, changed);
        if (!(changed == port)) result = result.with(std::move(changed));
    }
    plan.ports = std::move(result);
}

}  // namespace

Plan loosened(Plan plan)
{
    loosenPorts(plan);
    loosenAll(plan, plan.circuits);
    loosenAll(plan, plan.outlets);
    loosenDevices(plan);
    loosenAll(plan, plan.services);
    loosenAll(plan, plan.workloads);
    loosenAll(plan, plan.stock);
    loosenAll(plan, plan.accesses);
    loosenAll(plan, plan.looseEnds);
    loosenAll(plan, plan.photos);
    loosenAll(plan, plan.ticks);
    loosenAll(plan, plan.permits);
    loosenAll(plan, plan.cableTests);
    loosenAll(plan, plan.profiles);
    loosenAll(plan, plan.settings);
    loosenAll(plan, plan.cutOvers);
    loosenAll(plan, plan.dayMarks);
    return plan;
}

}  // namespace sokudo::plan
