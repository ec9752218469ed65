// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/invariants.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/plan/references.h"

namespace sokudo::plan {
namespace {

using Found = std::vector<BrokenObject>;

void look(const Plan& plan, const Place& place, Found& found)
{
    const auto say = [&](const text::Sentence& what) {
        found.push_back({"place", place.id.value, text::say("invariants.place", "place {} {}", place.name, what)});
    };
    if (!place.within.isSet()) return;
    if (!plan.places.has(place.within))
        return say(text::say("invariants.stands-in-a-place", "stands in a place that is gone"));
    // Nobody nests deeper than a shelf of a rack in a cupboard of a room; more steps than places is a ring.
    std::size_t steps = 0;
    for (const Place* outer = plan.places.find(place.within); outer; outer = plan.places.find(outer->within))
        if (outer->id == place.id || ++steps > plan.places.size())
            return say(text::say("invariants.stands-in-itself", "stands in itself; pick another place around it"));
}

std::optional<text::Sentence> problemOfSupplies(const Plan& plan, const Device& device)
{
    for (const Supply& supply : device.supplies) {
        if (supply.from == device.id && supply.from.isSet())
            return text::say("invariants.device-feeds-itself",
                             "device {} is fed by itself; say what it is plugged into, or which device feeds it",
                             device.name);
        if (supply.from.isSet() && !plan.devices.has(supply.from))
            return text::say("invariants.device-is-fed-by", "device {} is fed by a device that is gone", device.name);
        if (supply.outlet.isSet() && !plan.outlets.has(supply.outlet))
            return text::say("invariants.plugged-into-gone", "device {} is plugged into an outlet that is gone",
                             device.name);
        const Port* port = plan.ports.find(supply.port);
        if (supply.port.isSet() && (!port || port->device != device.id))
            return text::say("invariants.fed-at-no-port", "device {} is fed at a port that is not its own",
                             device.name);
    }
    return std::nullopt;
}

void look(const Plan& plan, const Device& device, Found& found)
{
    if (!plan.places.has(device.place))
        found.push_back({"device", device.id.value,
                         text::say("invariants.device-stands-in-no", "device {} stands in no place", device.name)});
    else if (const auto why = problemOfSupplies(plan, device)) found.push_back({"device", device.id.value, *why});
}

void look(const Plan& plan, const Slot& slot, Found& found)
{
    if (!plan.devices.has(slot.device))
        found.push_back({"slot", slot.id.value,
                         text::say("invariants.slot-belongs-to-no", "slot {} belongs to no device", slot.name)});
}

void look(const Plan& plan, const Port& port, Found& found)
{
    const auto say = [&](const text::Sentence& what) {
        found.push_back({"port", port.id.value, text::say("invariants.port", "port {} {}", port.name, what)});
    };
    const Slot* slot = plan.slots.find(port.slot);
    if (!plan.devices.has(port.device)) say(text::say("invariants.belongs-to-no-device", "belongs to no device"));
    else if (port.splitOf.isSet() && !plan.ports.has(port.splitOf))
        say(text::say("invariants.is-a-leg-of", "is a leg of a port that is gone"));
    else if (port.slot.isSet() && !slot) say(text::say("invariants.is-on-a-slot", "is on a slot that is gone"));
    else if (slot && slot->device != port.device)
        say(text::say("invariants.is-on-a-slot-2", "is on a slot of another device"));
    else if (port.comboOf.isSet() && !plan.ports.has(port.comboOf))
        say(text::say("invariants.shares-with-a-port", "shares with a port that is gone"));
    else if (port.untagged.isSet() && !plan.networks.has(port.untagged))
        say(text::say("invariants.is-in-a-network", "is in a network that is gone"));
    else
        for (NetworkId one : port.tagged)
            if (!plan.networks.has(one))
                return say(text::say("invariants.passes-a-network", "is in a network that is gone"));
    if (port.profile.isSet() && !plan.profiles.has(port.profile))
        say(text::say("invariants.has-a-profile", "has a profile that is gone"));
}

void look(const Plan& plan, const Run& run, Found& found)
{
    const auto say = [&](const text::Sentence& what) {
        found.push_back({"run", run.id.value, text::say("invariants.run", "run {} {}", run.label, what)});
    };
    const auto isGone = [&](PortId end) { return end.isSet() && !plan.ports.has(end); };
    if (isGone(run.a) || isGone(run.b)) say(text::say("invariants.ends-at-a-port", "ends at a port that is gone"));
    else if (!run.a.isSet() && !run.b.isSet()) say(text::say("invariants.has-no-end", "has no end"));
    else if (run.a == run.b) say(text::say("invariants.ends-where-it-begins", "ends where it begins"));
}

void look(const Plan& plan, const Waiver& waiver, Found& found)
{
    if (!plan.runs.has(waiver.run))
        found.push_back({"waiver", waiver.id.value,
                         text::say("invariants.the-waiver-belongs-to", "the waiver “{}” belongs to a run that is gone",
                                   waiver.reason)});
}

void look(const Plan& plan, const Flow& flow, Found& found)
{
    if (!plan.devices.has(flow.from) || !plan.devices.has(flow.to))
        found.push_back(
            {"flow", flow.id.value,
             text::say("invariants.the-flow-ends-at", "the flow “{}” ends at a device that is gone", flow.name)});
}

void look(const Plan& plan, const RegularJob& job, Found& found)
{
    if (!plan.devices.has(job.from) || !plan.devices.has(job.to))
        found.push_back(
            {"job", job.id.value,
             text::say("invariants.the-job-ends-at", "the job “{}” ends at a device that is gone", job.name)});
}

void look(const Plan& plan, const Outlet& outlet, Found& found)
{
    const auto say = [&](text::Sentence what) {
        found.push_back({"outlet", outlet.id.value, text::say("invariants.outlet", "outlet {} {}", outlet.name, what)});
    };
    std::size_t steps = 0;
    for (const Outlet* next = plan.outlets.find(outlet.pluggedInto); next; next = plan.outlets.find(next->pluggedInto))
        if (next->id == outlet.id || ++steps > plan.outlets.size())
            return say(text::say("invariants.strip-in-itself",
                                 "is plugged into itself by way of {}; look where its plug is",
                                 plan.outlets.find(outlet.pluggedInto)->name));
}

/// A port takes one run, a jack or a panel port two; of too many, those that come last are named.
void lookAtPorts(const Plan& plan, Found& found)
{
    std::map<PortId, int> taken;
    for (const Run& run : plan.runs)
        for (PortId end : {run.a, run.b}) {
            if (!end.isSet()) continue;
            const Device* device = deviceOf(plan, end);
            if (!device || ++taken[end] <= (isPassive(device->role) ? 2 : 1)) continue;
            found.push_back({"run", run.id.value,
                             text::say("invariants.holds-runs-is-one", "{} holds {} runs, {} is one too many",
                                       portText(plan, end), taken[end], run.label)});
            break;
        }
}

}  // namespace

namespace {

using Look = void (*)(const Plan&, const void* row, Found&);
template <class T>
Look lookAt = [](const Plan& plan, const void* row, Found& found) { look(plan, *static_cast<const T*>(row), found); };

/// What is asked of a kind beyond the description of its fields; null: nothing.
Look ownLook(const Kind& kind)
{
    static const std::map<const Kind*, Look> kAll{
        {&kindOf<Place>(), lookAt<Place>},  {&kindOf<Device>(), lookAt<Device>},
        {&kindOf<Slot>(), lookAt<Slot>},    {&kindOf<Port>(), lookAt<Port>},
        {&kindOf<Run>(), lookAt<Run>},      {&kindOf<Waiver>(), lookAt<Waiver>},
        {&kindOf<Flow>(), lookAt<Flow>},    {&kindOf<RegularJob>(), lookAt<RegularJob>},
        {&kindOf<Outlet>(), lookAt<Outlet>}};
    const auto own = kAll.find(&kind);
    return own == kAll.end() ? nullptr : own->second;
}

void lookAtOne(const Plan& plan, const Kind& kind, Look own, const void* row, Found& found)
{
    const std::size_t before = found.size();
    if (own) own(plan, row, found);
    if (found.size() > before || !kind.hasKeys()) return;
    if (auto why = goneReference(plan, kind, row)) found.push_back({kind.name, kind.row.id(row), std::move(*why)});
}

}  // namespace

std::vector<BrokenObject> brokenObjects(const Plan& plan)
{
    Found found;
    for (const Kind* kind : kinds()) {
        const Look own = ownLook(*kind);
        kind->table->each(plan, [&](const void* row) { lookAtOne(plan, *kind, own, row, found); });
    }
    if (found.empty()) lookAtPorts(plan, found);
    return found;
}

std::optional<text::Sentence> brokenReference(const Plan& plan, const Kind& kind, const void* row)
{
    Found found;
    lookAtOne(plan, kind, ownLook(kind), row, found);
    return found.empty() ? std::nullopt : std::optional(std::move(found.front().what));
}

std::optional<text::Sentence> doubledName(const Plan& plan)
{
    // What `edits::putPlace` and `putDevice` refuse.
    std::set<std::pair<std::string, std::string>> places;
    for (const Place& place : plan.places)
        if (!places.emplace(place.building, place.name).second)
            return text::say("invariants.two-places", "two places are called {}; give one of them another name",
                             place.name);
    std::set<std::string> devices;
    for (const Device& device : plan.devices)
        if (!devices.insert(device.name).second)
            return text::say("invariants.two-devices", "two devices are called {}; give one of them another name",
                             device.name);
    return std::nullopt;
}

std::vector<text::Sentence> brokenInvariants(const Plan& plan)
{
    std::vector<text::Sentence> sentences;
    for (BrokenObject& one : brokenObjects(plan)) sentences.push_back(std::move(one.what));
    return sentences;
}

Plan without(Plan plan, const std::vector<BrokenObject>& broken)
{
    for (const BrokenObject& one : broken) kindNamed(one.kind)->table->drop(plan, one.id);
    return plan;
}

}  // namespace sokudo::plan
