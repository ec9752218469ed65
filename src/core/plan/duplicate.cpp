// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/duplicate.h"

#include <algorithm>
#include <map>
#include <utility>

#include "core/base/text.h"
#include "core/plan/edits.h"

namespace sokudo::plan {
namespace {

/// Copies into a plan, step by step, and remembers what became of what.
class Copier {
public:
    Copier(const Plan& plan, IdSource& ids) : m_made{plan, {}, {}}, m_ids(ids) {}

    std::optional<Error> device(DeviceId original, const std::string& name, PlaceId place)
    {
        const Plan& from = m_made.plan;
        Device copy = *from.devices.find(original);
        copy.id = m_ids.next<DeviceId>();
        copy.name = name;
        if (place.isSet()) copy.place = place;
        copy.rackUnit = 0;  // the units of the first one are taken
        const std::vector<Slot> slots = copiedSlots(original, copy.id);
        const std::vector<Port> ports = copiedPorts(original, copy.id);
        const DeviceId id = copy.id;
        const std::vector<Supply> supplies = std::exchange(copy.supplies, {});
        auto next = edits::putDeviceWithParts(from, std::move(copy), slots, {});
        for (const Port& port : ports)
            if (next) next = edits::putPort(*next, port);
        if (!next) return next.error();
        Device fed = *next->devices.find(id);
        fed.supplies = supplies;
        for (Supply& supply : fed.supplies)
            if (supply.port.isSet()) supply.port = m_ports[supply.port];
        next->devices = next->devices.with(std::move(fed));
        m_made.plan = std::move(*next);
        m_made.devices.push_back(id);
        m_devices[original] = id;
        return std::nullopt;
    }
    std::optional<Error> place(PlaceId original, const std::string& name, int level, PlaceId within,
                               const std::string& suffix)
    {
        Place copy = *m_made.plan.places.find(original);
        copy.id = m_ids.next<PlaceId>();
        copy.name = name;
        copy.level = level;
        copy.within = within;
        const PlaceId id = copy.id;
        auto next = edits::putPlace(m_made.plan, std::move(copy));
        if (!next) return next.error();
        m_made.plan = std::move(*next);
        m_made.places.push_back(id);
        const Plan before = m_made.plan;
        for (const Device& one : before.devices)
            if (one.place == original)
                if (auto error = device(one.id, one.name + suffix, id)) return error;
        for (const Place* inner : placesIn(before, original))
            if (auto error = place(inner->id, inner->name + suffix, level, id, suffix)) return error;
        return std::nullopt;
    }
    /// Runs whose both ends were copied.
    std::optional<Error> runs(const std::string& suffix)
    {
        const Plan before = m_made.plan;
        for (const Run& run : before.runs) {
            const auto a = m_ports.find(run.a), b = m_ports.find(run.b);
            if (a == m_ports.end() || b == m_ports.end()) continue;
            Run copy = run;
            copy.id = m_ids.next<RunId>();
            copy.a = a->second;
            copy.b = b->second;
            copy.label = run.label + suffix;
            copy.length.reset();
            copy.slack.reset();
            copy.sources = {};
            auto next = edits::putRun(m_made.plan, std::move(copy));
            if (!next) return next.error();
            m_made.plan = std::move(*next);
        }
        return std::nullopt;
    }
    /// A copy is fed by the copy of what feeds the first one.
    void feeds()
    {
        for (const auto& [original, id] : m_devices) {
            Device copy = *m_made.plan.devices.find(id);
            for (Supply& supply : copy.supplies)
                if (const auto feeder = m_devices.find(supply.from); feeder != m_devices.end())
                    supply.from = feeder->second;
            m_made.plan.devices = m_made.plan.devices.with(copy);
        }
    }
    Duplicated made() && { return std::move(m_made); }

private:
    std::vector<Slot> copiedSlots(DeviceId original, DeviceId copy)
    {
        std::vector<Slot> slots;
        for (const Slot* slot : slotsOf(m_made.plan, original)) {
            slots.push_back(*slot);
            slots.back().id = m_slots[slot->id] = m_ids.next<SlotId>();
            slots.back().device = copy;
        }
        return slots;
    }
    /// Whole ports before their legs, because a leg names its port.
    std::vector<Port> copiedPorts(DeviceId original, DeviceId copy)
    {
        std::vector<Port> ports;
        const auto all = portsOf(m_made.plan, original);
        for (const Port* port : all) m_ports[port->id] = m_ids.next<PortId>();
        for (const bool legs : {false, true})
            for (const Port* port : all) {
                if (port->splitOf.isSet() != legs) continue;
                Port one = *port;
                one.id = m_ports[port->id];
                one.device = copy;
                if (one.slot.isSet()) one.slot = m_slots[one.slot];
                if (legs) one.splitOf = m_ports[one.splitOf];
                one.comboOf = {};
                ports.push_back(std::move(one));
            }
        // Shared ports name each other: once both are there.
        for (Port& one : ports)
            for (const Port* port : all)
                if (m_ports[port->id] == one.id && port->comboOf.isSet() && port->comboOf < port->id)
                    one.comboOf = m_ports[port->comboOf];
        return ports;
    }
    Duplicated m_made;
    IdSource& m_ids;
    std::map<DeviceId, DeviceId> m_devices;
    std::map<SlotId, SlotId> m_slots;
    std::map<PortId, PortId> m_ports;
};

}  // namespace

std::string freeName(const Plan& plan, const std::string& name)
{
    const auto isTaken = [&](const std::string& wanted) {
        const auto isIt = [&](const auto& row) { return text::lower(row.name) == text::lower(wanted); };
        return std::any_of(plan.devices.begin(), plan.devices.end(), isIt) ||
               std::any_of(plan.places.begin(), plan.places.end(), isIt);
    };
    // "spread-2" goes on with "spread-3".
    std::string stem = name;
    const std::size_t dash = name.rfind('-');
    if (dash != std::string::npos && dash + 1 < name.size() &&
        name.find_first_not_of("0123456789", dash + 1) == std::string::npos)
        stem = name.substr(0, dash);
    for (int number = 2;; ++number)
        if (const std::string wanted = stem + "-" + std::to_string(number); !isTaken(wanted)) return wanted;
}

Result<Duplicated> duplicateDevice(const Plan& plan, DeviceId device, const std::string& name, PlaceId place,
                                   IdSource& ids)
{
    if (!plan.devices.has(device))
        return failure(ErrorCode::NotFound, text::say("duplicate.the-device-is-not", "the device is not in the plan"));
    Copier copier(plan, ids);
    if (auto error = copier.device(device, name, place)) return tl::unexpected(*error);
    return std::move(copier).made();
}

Result<Duplicated> duplicatePlace(const Plan& plan, PlaceId place, const std::string& name, int level,
                                  const std::string& suffix, IdSource& ids)
{
    const Place* original = plan.places.find(place);
    if (!original)
        return failure(ErrorCode::NotFound, text::say("duplicate.the-place-is-not", "the place is not in the plan"));
    Copier copier(plan, ids);
    if (auto error = copier.place(place, name, level, original->within, suffix)) return tl::unexpected(*error);
    if (auto error = copier.runs(suffix)) return tl::unexpected(*error);
    copier.feeds();
    return std::move(copier).made();
}

Result<Duplicated> duplicateLevel(const Plan& plan, int from, int to, const std::string& suffix, IdSource& ids)
{
    Copier copier(plan, ids);
    bool isThere = false;
    for (const Place& place : plan.places) {
        if (place.level != from || !place.building.empty() || plan.places.has(place.within)) continue;
        isThere = true;
        if (auto error = copier.place(place.id, place.name + suffix, to, {}, suffix)) return tl::unexpected(*error);
    }
    if (!isThere)
        return failure(ErrorCode::NotFound,
                       text::say("duplicate.the-level-is-empty", "no place of the main house is on level {}", from));
    if (auto error = copier.runs(suffix)) return tl::unexpected(*error);
    copier.feeds();
    return std::move(copier).made();
}

}  // namespace sokudo::plan
