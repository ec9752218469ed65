// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/gone_references.h"

#include <algorithm>

#include "core/plan/references.h"

namespace sokudo::plan {
namespace {

template <class T>
void clear(decltype(T::id)& id, const Table<T>& rows)
{
    if (id.isSet() && !rows.has(id)) id = {};
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

/// @return whether a record went, so that others may refer to what is gone by now
bool loosenAll(Plan& plan, const Kind& kind)
{
    std::vector<std::int64_t> broken;
    kind.table->each(plan, [&](const void* row) {
        if (refersToGone(plan, kind, row)) broken.push_back(kind.row.id(row));
    });
    bool isOneGone = false;
    for (const std::int64_t id : broken) {
        const auto rows = kind.row.list();
        void* row = rows->addCopy(kind.table->find(plan, id));
        if (loosen(plan, kind, row)) {
            kind.table->put(plan, row);
        } else {
            kind.table->drop(plan, id);
            isOneGone = true;
        }
    }
    return isOneGone;
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

Plan withoutGoneReferences(Plan plan)
{
    loosenPorts(plan);
    loosenDevices(plan);
    for (bool isAgain = true; isAgain;) {
        isAgain = false;
        for (const Kind* kind : kinds())
            if (kind->hasKeys()) isAgain = loosenAll(plan, *kind) || isAgain;
    }
    return plan;
}

}  // namespace sokudo::plan
