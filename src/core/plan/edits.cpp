// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/edits.h"

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/plan/checks.h"
#include "core/plan/gone_references.h"
#include "core/plan/invariants.h"
#include "core/plan/put_name.h"

namespace sokudo::plan::edits {
namespace {

tl::unexpected<Error> refuse(text::Sentence what) { return failure(ErrorCode::BadInput, std::move(what)); }

/// What is wrong with the fields of an object, as a sentence about it; nothing where all hold.
template <class T>
std::optional<text::Sentence> whyNot(const char* kind, const T& object)
{
    const auto problem = problemOf(object);
    if (!problem) return std::nullopt;
    return text::say("edits.the-of-the", "the {} of the {} {}", fieldWords(problem->field), kind, problem->what);
}

/// The plan with the run's end at `port` left open.
Plan opened(Plan plan, PortId port)
{
    const Table<Run> before = plan.runs;  // what is found lives in it: a jack holds two runs
    for (const Run* found : runsAt(plan, port)) {
        Run run = *found;
        if (run.a == port) run.a = {};
        if (run.b == port) run.b = {};
        plan.runs = plan.runs.with(run);
    }
    return plan;
}

/// Places within this one, however deep, take its level and building.
Plan withLevelsOf(Plan plan, PlaceId id)
{
    const Place outer = *plan.places.find(id);
    const Table<Place> before = plan.places;  // what is found lives in it
    for (const Place* inner : placesIn(plan, id)) {
        if (inner->level == outer.level && inner->building == outer.building) continue;
        Place moved = *inner;
        moved.level = outer.level;
        moved.building = outer.building;
        plan.places = plan.places.with(moved);
        plan = withLevelsOf(std::move(plan), moved.id);
    }
    return plan;
}

Plan withoutRun(Plan plan, RunId id)
{
    plan.runs = plan.runs.without(id);
    for (const Waiver& waiver : Table<Waiver>(plan.waivers))
        if (waiver.run == id) plan.waivers = plan.waivers.without(waiver.id);
    return plan;
}

/// A run that lost its last end has nothing left to say.
Plan withoutLooseRuns(Plan plan)
{
    for (const Run& run : Table<Run>(plan.runs))
        if (!run.a.isSet() && !run.b.isSet()) plan = withoutRun(std::move(plan), run.id);
    return plan;
}

std::optional<text::Sentence> whyPortCannotTake(const Plan& plan, PortId port, RunId run)
{
    if (!port.isSet()) return std::nullopt;
    if (!plan.ports.has(port))
        return text::say("edits.the-run-ends-at",
                         "the run ends at a port that is not in the plan; pick a port of a device");
    const Device* device = deviceOf(plan, port);
    std::size_t taken = 0;
    for (const Run* other : runsAt(plan, port))
        if (other->id != run) ++taken;
    const std::size_t room = device && isPassive(device->role) ? 2 : 1;
    if (taken < room) return std::nullopt;
    return text::say("edits.already-holds-a-run", "{} already holds a run; take that one out first or pick a free port",
                     portText(plan, port));
}

}  // namespace

Result<Plan> putPlace(const Plan& plan, Place place)
{
    if (!place.id.isSet()) return refuse(text::say("edits.the-place-has-no", "the place has no id"));
    trimTypedName(plan.places, place);
    if (const auto why = whyNot("place", place)) return refuse(*why);
    for (const Place& other : plan.places)
        if (other.id != place.id && other.name == place.name && other.building == place.building)
            return refuse(text::say("edits.there-is-already-a-2",
                                    "there is already a place called {}; give this one another name", place.name));
    if (const auto why = brokenReference(plan, place)) return refuse(*why);
    // Where it stands follows from what it stands in; an edit of its note or name moves nothing.
    const Place* old = plan.places.find(place.id);
    const bool isMoved =
        !old || old->within != place.within || old->level != place.level || old->building != place.building;
    if (const Place* outer = isMoved ? plan.places.find(place.within) : nullptr) {
        place.level = outer->level;
        place.building = outer->building;
    }
    Plan next = plan;
    const PlaceId id = place.id;
    next.places = plan.places.with(std::move(place));
    return isMoved ? withLevelsOf(std::move(next), id) : next;
}

Result<Plan> putDevice(const Plan& plan, Device device)
{
    if (!device.id.isSet()) return refuse(text::say("edits.the-device-has-no", "the device has no id"));
    trimTypedName(plan.devices, device);
    if (const auto why = whyNot("device", device)) return refuse(*why);
    if (!plan.places.has(device.place))
        return refuse(text::say("edits.needs-a-place-that", "{} needs a place that is in the plan", device.name));
    if (const auto why = brokenReference(plan, device)) return refuse(*why);
    for (const Device& other : plan.devices)
        if (other.id != device.id && other.name == device.name)
            return refuse(text::say("edits.there-is-already-a",
                                    "there is already a device called {}; give this one another name", device.name));
    Plan next = plan;
    next.devices = plan.devices.with(std::move(device));
    return next;
}

Result<Plan> putSlot(const Plan& plan, Slot slot)
{
    if (!slot.id.isSet() || !plan.devices.has(slot.device))
        return refuse(text::say("edits.the-slot-needs-a", "the slot needs a device that is in the plan"));
    trimTypedName(plan.slots, slot);
    if (const auto why = whyNot("slot", slot)) return refuse(*why);
    Plan next = plan;
    next.slots = plan.slots.with(std::move(slot));
    return next;
}

Result<Plan> putPort(const Plan& plan, Port port)
{
    if (!port.id.isSet() || !plan.devices.has(port.device))
        return refuse(text::say("edits.the-port-needs-a", "the port needs a device that is in the plan"));
    trimTypedName(plan.ports, port);
    if (const auto why = whyNot("port", port)) return refuse(*why);
    for (const Port& other : plan.ports)
        if (other.id != port.id && other.device == port.device && other.name == port.name)
            return refuse(text::say("edits.the-device-already-has",
                                    "the device already has a port called {}; give this one another name", port.name));
    if (port.slot.isSet() && (!plan.slots.has(port.slot) || plan.slots.find(port.slot)->device != port.device))
        return refuse(text::say("edits.port-is-on-a", "port {} is on a slot that its device does not have", port.name));
    if (port.splitOf.isSet()) {
        const Port* whole = plan.ports.find(port.splitOf);
        if (!whole || whole->device != port.device || whole->id == port.id || whole->splitOf.isSet())
            return refuse(
                text::say("edits.must-be-a-leg", "{} must be a leg of a four-lane port of the same device", port.name));
        if (port.leg < 1)
            return refuse(text::say("edits.needs-its-lane-from", "{} needs its lane, from 1 to 8", port.name));
        for (const Port& other : plan.ports)
            if (other.id != port.id && other.splitOf == port.splitOf && other.leg == port.leg)
                return refuse(text::say("edits.lane-of-is-already",
                                        "lane {} of {} is already {}; give this leg another lane", port.leg,
                                        whole->name, other.name));
    }
    if (const auto why = brokenReference(plan, port)) return refuse(*why);
    Plan next = plan;
    next.ports = plan.ports.with(std::move(port));
    return next;
}

Result<Plan> putRun(const Plan& plan, Run run)
{
    if (!run.id.isSet()) return refuse(text::say("edits.the-run-has-no", "the run has no id"));
    if (!run.a.isSet() && !run.b.isSet())
        return refuse(text::say("edits.a-run-needs-at", "a run needs at least one end; pick a port"));
    if (run.a == run.b)
        return refuse(
            text::say("edits.both-ends-of-the", "both ends of the run are the same port; pick another for one end"));
    if (const auto why = whyNot("run", run)) return refuse(*why);
    for (PortId end : {run.a, run.b})
        if (const auto why = whyPortCannotTake(plan, end, run.id)) return refuse(*why);
    Plan next = plan;
    next.runs = plan.runs.with(std::move(run));
    return next;
}

Result<Plan> putWaiver(const Plan& plan, Waiver waiver)
{
    waiver.reason = text::trimmed(waiver.reason);
    if (!waiver.id.isSet() || !plan.runs.has(waiver.run))
        return refuse(
            text::say("edits.a-waiver-belongs-to", "a waiver belongs to a run of the plan; pick the link again"));
    if (const auto why = whyNot("waiver", waiver)) return refuse(*why);
    for (const Waiver& other : plan.waivers)
        if (other.id != waiver.id && other.run == waiver.run && other.clause == waiver.clause)
            return refuse(text::say("edits.this-finding-is-already",
                                    "this finding is already accepted (“{}”); change that waiver", other.reason));
    Plan next = plan;
    next.waivers = plan.waivers.with(std::move(waiver));
    return next;
}

Result<Plan> putCatalogueRow(const Plan& plan, CatalogueRow row)
{
    if (!row.id.isSet()) return refuse(text::say("edits.the-row-has-no", "the row has no id"));
    if (const auto why = whyNot("row", row)) return refuse(*why);
    Plan next = plan;
    next.catalogue = plan.catalogue.with(std::move(row));
    return next;
}

Result<Plan> deleteCatalogueRow(const Plan& plan, CatalogueRowId id)
{
    if (!plan.catalogue.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-row-is-not", "the row is not in your catalogue"));
    Plan next = plan;
    next.catalogue = plan.catalogue.without(id);
    return next;
}

namespace {
/// Two devices of the plan; empty: they are.
text::Sentence whyNotEnds(const Plan& plan, DeviceId from, DeviceId to)
{
    if (!plan.devices.has(from) || !plan.devices.has(to))
        return text::say("edits.pick-two-devices-of", "pick two devices of the plan");
    return from == to ? text::say("edits.pick-two-different-devices", "pick two different devices") : "";
}
}  // namespace

Result<Plan> putFlow(const Plan& plan, Flow flow)
{
    trimTypedName(plan.flows, flow);
    flow.set = text::trimmed(flow.set);
    if (!flow.id.isSet()) return refuse(text::say("edits.the-flow-has-no", "the flow has no id"));
    if (const auto why = whyNot("flow", flow)) return refuse(*why);
    if (const text::Sentence why = whyNotEnds(plan, flow.from, flow.to); !why.empty())
        return refuse(text::say("edits.flow", "flow “{}”: {}", flow.name, why));
    Plan next = plan;
    next.flows = plan.flows.with(std::move(flow));
    return next;
}

Result<Plan> putJob(const Plan& plan, RegularJob job)
{
    trimTypedName(plan.jobs, job);
    if (!job.id.isSet()) return refuse(text::say("edits.the-job-has-no", "the job has no id"));
    if (const auto why = whyNot("job", job)) return refuse(*why);
    if (const text::Sentence why = whyNotEnds(plan, job.from, job.to); !why.empty())
        return refuse(text::say("edits.job", "job “{}”: {}", job.name, why));
    Plan next = plan;
    next.jobs = plan.jobs.with(std::move(job));
    return next;
}

Result<Plan> deleteFlow(const Plan& plan, FlowId id)
{
    if (!plan.flows.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-flow-is-not", "the flow is not in the plan"));
    Plan next = plan;
    next.flows = plan.flows.without(id);
    return next;
}

Result<Plan> deleteJob(const Plan& plan, RegularJobId id)
{
    if (!plan.jobs.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-job-is-not", "the job is not in the plan"));
    Plan next = plan;
    next.jobs = plan.jobs.without(id);
    return next;
}

Result<Plan> deleteWaiver(const Plan& plan, WaiverId id)
{
    if (!plan.waivers.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-waiver-is-not", "the waiver is not in the plan"));
    Plan next = plan;
    next.waivers = plan.waivers.without(id);
    return next;
}

Result<Plan> putDeviceWithParts(const Plan& plan, Device device, const std::vector<Slot>& slots,
                                const std::vector<Port>& ports)
{
    Result<Plan> next = putDevice(plan, std::move(device));
    for (const Slot& slot : slots)
        if (next) next = putSlot(*next, slot);
    for (const Port& port : ports)
        if (next) next = putPort(*next, port);
    return next;
}

Result<Plan> deletePlace(const Plan& plan, PlaceId id)
{
    const Place* place = plan.places.find(id);
    if (!place)
        return failure(ErrorCode::NotFound, text::say("edits.the-place-is-not", "the place is not in the plan"));
    for (const Device& device : plan.devices)
        if (device.place == id)
            return failure(ErrorCode::NotAllowed, text::say("edits.still-stands-in-move",
                                                            "{} still stands in {}; move or delete its devices first",
                                                            device.name, place->name));
    Plan next = plan;
    for (const Place* inner : placesIn(plan, id)) {
        Place moved = *inner;
        moved.within = place->within;
        next.places = next.places.with(moved);
    }
    next.places = next.places.without(id);
    return withoutGoneReferences(std::move(next));
}

Result<Plan> deleteDevice(const Plan& plan, DeviceId id)
{
    if (!plan.devices.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-device-is-not", "the device is not in the plan"));
    Plan next = plan;
    for (const Port* port : portsOf(plan, id)) {
        next = opened(std::move(next), port->id);
        next.ports = next.ports.without(port->id);
    }
    for (const Slot* slot : slotsOf(plan, id)) next.slots = next.slots.without(slot->id);
    for (const Flow& flow : plan.flows)
        if (flow.from == id || flow.to == id) next.flows = next.flows.without(flow.id);
    for (const RegularJob& job : plan.jobs)
        if (job.from == id || job.to == id) next.jobs = next.jobs.without(job.id);
    next.devices = next.devices.without(id);
    return withoutGoneReferences(withoutLooseRuns(std::move(next)));
}

Result<Plan> deleteSlot(const Plan& plan, SlotId id)
{
    if (!plan.slots.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-slot-is-not", "the slot is not in the plan"));
    Plan next = plan;
    for (const Port& port : plan.ports)
        if (port.slot == id) {
            Port moved = port;
            moved.slot = {};
            next.ports = next.ports.with(moved);
        }
    next.slots = next.slots.without(id);
    return withoutGoneReferences(std::move(next));
}

Result<Plan> deletePort(const Plan& plan, PortId id)
{
    if (!plan.ports.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-port-is-not", "the port is not in the plan"));
    for (const Port& leg : plan.ports)
        if (leg.splitOf == id)
            return failure(ErrorCode::NotAllowed,
                           text::say("edits.is-a-leg-of", "{} is a leg of this port; delete the legs first", leg.name));
    Plan next = opened(plan, id);
    next.ports = next.ports.without(id);
    return withoutGoneReferences(withoutLooseRuns(std::move(next)));
}

Result<Plan> deleteRun(const Plan& plan, RunId id)
{
    if (!plan.runs.has(id))
        return failure(ErrorCode::NotFound, text::say("edits.the-run-is-not", "the run is not in the plan"));
    return withoutGoneReferences(withoutRun(plan, id));
}

}  // namespace sokudo::plan::edits
