// SPDX-License-Identifier: GPL-3.0-or-later
// Every change of a plan: a pure function from one valid plan to the next.
#pragma once

#include "core/base/result.h"
#include "core/plan/kind.h"

namespace sokudo::plan::edits {

// Each `put` adds the object, or replaces the one with the same id. References must resolve.
// @error BadInput  an empty name, an unknown reference, a port already taken; the sentence says which
/// A place within another takes its level and building, and so do the places within it.
Result<Plan> putPlace(const Plan&, Place);
Result<Plan> putDevice(const Plan&, Device);
Result<Plan> putSlot(const Plan&, Slot);
Result<Plan> putPort(const Plan&, Port);
/// An active port takes one run, a jack or panel port two (front and back).
Result<Plan> putRun(const Plan&, Run);
/// @error BadInput  no reason, no clause, or the finding is waived already
Result<Plan> putWaiver(const Plan&, Waiver);

/// What the row must hold is checked against the tables when the catalogue is built.
/// @error BadInput  no table, no cells
Result<Plan> putCatalogueRow(const Plan&, CatalogueRow);

/// @error BadInput  no name or set, ends that are not two devices of the plan, streams outside 1 to 64
Result<Plan> putFlow(const Plan&, Flow);
/// @error BadInput  no name, ends that are not two devices of the plan, neither a size nor a purpose
Result<Plan> putJob(const Plan&, RegularJob);

/// Adds or replaces a service, a network, work, stock, a loose end, a way to a device, a photo, a kind of device, a
/// circuit or an outlet.
/// @error BadInput  a field that holds what it may not, a reference to something gone, a second one of the name
/// @param row  of that kind; blanks around a name that is typed are taken away
Result<Plan> putRecord(const Plan&, const Kind&, void* row);
template <class T>
Result<Plan> putRecord(const Plan& plan, T row)
{
    return putRecord(plan, kindOf<T>(), &row);
}
/// What referred to it no longer does. @error NotFound  it is not in the plan
Result<Plan> deleteRecord(const Plan&, const Kind&, std::int64_t id);
template <class T>
Result<Plan> deleteRecord(const Plan& plan, decltype(T::id) id)
{
    return deleteRecord(plan, kindOf<T>(), id.value);
}

/// A device with its slots and ports at once, as read from a host.
Result<Plan> putDeviceWithParts(const Plan&, Device, const std::vector<Slot>&, const std::vector<Port>&);

/// Places in it then stand in what it stood in. @error NotAllowed  devices still stand in the place
Result<Plan> deletePlace(const Plan&, PlaceId);
/// Takes the device's ports and slots with it; its runs stay, with an open end; flows, jobs and addresses of it go;
/// other records stay and no longer name it.
Result<Plan> deleteDevice(const Plan&, DeviceId);
/// The card's ports stay on the device.
Result<Plan> deleteSlot(const Plan&, SlotId);
/// The run on the port stays, with an open end. @error NotAllowed  other ports are legs of it
Result<Plan> deletePort(const Plan&, PortId);
/// Its waivers go with it.
Result<Plan> deleteRun(const Plan&, RunId);
Result<Plan> deleteWaiver(const Plan&, WaiverId);
Result<Plan> deleteCatalogueRow(const Plan&, CatalogueRowId);
Result<Plan> deleteFlow(const Plan&, FlowId);
Result<Plan> deleteJob(const Plan&, RegularJobId);

}  // namespace sokudo::plan::edits
