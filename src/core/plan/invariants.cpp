// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/invariants.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/plan/tables.h"

namespace sokudo::plan {
namespace {

using Found = std::vector<BrokenObject>;

/// Most kinds refer to nothing.
template <class T>
void look(const Plan&, const T&, Found&)
{}

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

void look(const Plan& plan, const Job& job, Found& found)
{
    if (!plan.devices.has(job.from) || !plan.devices.has(job.to))
        found.push_back(
            {"job", job.id.value,
             text::say("invariants.the-job-ends-at", "the job “{}” ends at a device that is gone", job.name)});
}

template <class T>
bool isGone(const Table<T>& rows, decltype(T::id) id)
{
    return id.isSet() && !rows.has(id);
}

bool isGone(const Plan& plan, const std::optional<Subject>& about)
{
    if (!about) return false;
    bool found = false;
    eachTable([&](auto table) {
        using Row = typename decltype(table)::Row;
        found = found || (about->kind == table.kind && (plan.*table.rows).has(decltype(Row::id){about->id}));
    });
    return !found;
}

void look(const Plan& plan, const Service& service, Found& found)
{
    if (isGone(plan.devices, service.device) || isGone(plan.places, service.entry))
        found.push_back({"service", service.id.value,
                         text::say("invariants.the-service-names", "the service “{}” names a box or place that is gone",
                                   service.name)});
}

void look(const Plan& plan, const Workload& work, Found& found)
{
    if (!plan.places.has(work.place) || isGone(plan.devices, work.device))
        found.push_back({"workload", work.id.value,
                         text::say("invariants.the-work-is-done",
                                   "the work “{}” needs a place, and a device if any, that is there", work.purpose)});
}

void look(const Plan& plan, const StockItem& item, Found& found)
{
    if (isGone(plan.places, item.place))
        found.push_back({"stock", item.id.value,
                         text::say("invariants.lies-in-a-place", "“{}” lies in a place that is gone", item.name)});
}

void look(const Plan& plan, const LooseEnd& end, Found& found)
{
    if (isGone(plan, end.about))
        found.push_back({"loose-end", end.id.value,
                         text::say("invariants.is-about-something", "“{}” is about something that is gone", end.text)});
}

void look(const Plan& plan, const Photo& photo, Found& found)
{
    if (isGone(plan, photo.about))
        found.push_back(
            {"photo", photo.id.value,
             text::say("invariants.shows-something", "“{}” is about something that is gone", photo.caption)});
}

void look(const Plan& plan, const Access& access, Found& found)
{
    if (!plan.devices.has(access.device) || isGone(plan.networks, access.network))
        found.push_back({"access", access.id.value,
                         text::say("invariants.the-address-belongs",
                                   "the address “{}” belongs to a device or network that is gone", access.address)});
}

void look(const Plan& plan, const Tick& tick, Found& found)
{
    if (isGone(plan.people, tick.person))
        found.push_back({"tick", tick.id.value,
                         text::say("invariants.ticked-by", "“{}” was ticked by somebody who is gone", tick.title)});
}

void look(const Plan& plan, const Permit& permit, Found& found)
{
    if (isGone(plan.places, permit.place))
        found.push_back({"permit", permit.id.value,
                         text::say("invariants.permit-for-a-place", "the permission “{}” is for a place that is gone",
                                   permit.name)});
}

/// Its photo may be gone: versions of a house leave photos out.
void look(const Plan& plan, const CableTest& test, Found& found)
{
    const auto say = [&](text::Sentence what) {
        found.push_back(
            {"cable-test", test.id.value, text::say("invariants.test", "the test “{}” {}", test.name, what)});
    };
    if (!plan.runs.has(test.run))
        say(text::say("invariants.test-of-no-run", "is of a run that is gone; say of which one it is"));
    else if (isGone(plan.instruments, test.instrument))
        say(text::say("invariants.test-by-instrument", "was made with an instrument that is gone"));
}

void look(const Plan& plan, const PortProfile& profile, Found& found)
{
    const bool isWhole = std::all_of(profile.tagged.begin(), profile.tagged.end(),
                                     [&](NetworkId one) { return plan.networks.has(one); });
    if (!isWhole || isGone(plan.networks, profile.untagged))
        found.push_back(
            {"profile", profile.id.value,
             text::say("invariants.profile-network", "the profile “{}” names a network that is gone", profile.name)});
}

void look(const Plan& plan, const SettingChange& change, Found& found)
{
    if (!plan.devices.has(change.device))
        found.push_back(
            {"setting", change.id.value,
             text::say("invariants.setting-of", "the setting “{}” is of a device that is gone; name it", change.name)});
}

void look(const Plan& plan, const CutOver& day, Found& found)
{
    if (isGone(plan.devices, day.from) || isGone(plan.devices, day.to))
        found.push_back(
            {"cut-over", day.id.value,
             text::say("invariants.cut-over-of", "the cut-over “{}” is of a device that is gone", day.name)});
}

void look(const Plan& plan, const DayMark& mark, Found& found)
{
    if (!plan.cutOvers.has(mark.cutOver))
        found.push_back(
            {"day-mark", mark.id.value,
             text::say("invariants.mark-of", "a mark of step {} belongs to a cut-over that is gone", mark.step)});
}

void look(const Plan& plan, const Circuit& circuit, Found& found)
{
    if (isGone(plan.places, circuit.place))
        found.push_back({"circuit", circuit.id.value,
                         text::say("invariants.breaker-in-a-place",
                                   "the breaker of circuit {} is in a place that is gone", circuit.name)});
}

void look(const Plan& plan, const Outlet& outlet, Found& found)
{
    const auto say = [&](text::Sentence what) {
        found.push_back({"outlet", outlet.id.value, text::say("invariants.outlet", "outlet {} {}", outlet.name, what)});
    };
    if (isGone(plan.places, outlet.place))
        return say(text::say("invariants.is-in-a-place", "is in a place that is gone"));
    if (isGone(plan.circuits, outlet.circuit))
        return say(text::say("invariants.is-on-a-circuit", "is on a circuit that is gone"));
    if (isGone(plan.outlets, outlet.pluggedInto) || isGone(plan.devices, outlet.battery))
        return say(text::say("invariants.hangs-on-gone", "is plugged into something that is gone"));
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

std::vector<BrokenObject> brokenObjects(const Plan& plan)
{
    Found found;
    eachTable([&](auto table) {
        for (const auto& row : plan.*table.rows) look(plan, row, found);
    });
    if (found.empty()) lookAtPorts(plan, found);
    return found;
}

template <class T>
std::optional<text::Sentence> brokenReference(const Plan& plan, const T& row)
{
    Found found;
    look(plan, row, found);
    return found.empty() ? std::nullopt : std::optional(std::move(found.front().what));
}
template std::optional<text::Sentence> brokenReference(const Plan&, const Place&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Device&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Port&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Service&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Network&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Workload&);
template std::optional<text::Sentence> brokenReference(const Plan&, const StockItem&);
template std::optional<text::Sentence> brokenReference(const Plan&, const LooseEnd&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Access&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Photo&);
template std::optional<text::Sentence> brokenReference(const Plan&, const DeviceKind&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Circuit&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Outlet&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Offer&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Purchase&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Currency&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Budget&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Person&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Tick&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Permit&);
template std::optional<text::Sentence> brokenReference(const Plan&, const Instrument&);
template std::optional<text::Sentence> brokenReference(const Plan&, const CableTest&);
template std::optional<text::Sentence> brokenReference(const Plan&, const PortProfile&);
template std::optional<text::Sentence> brokenReference(const Plan&, const SettingChange&);
template std::optional<text::Sentence> brokenReference(const Plan&, const CutOver&);
template std::optional<text::Sentence> brokenReference(const Plan&, const DayMark&);
template std::optional<text::Sentence> brokenReference(const Plan&, const ColumnMap&);

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
    for (const BrokenObject& one : broken)
        eachTable([&](auto table) {
            using Row = typename decltype(table)::Row;
            if (std::string_view(one.kind) == table.kind)
                plan.*table.rows = (plan.*table.rows).without(decltype(Row::id){one.id});
        });
    return plan;
}

}  // namespace sokudo::plan
