// SPDX-License-Identifier: GPL-3.0-or-later
// Copies of a device or a place with all that stands in it.
#pragma once

#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/base/result.h"
#include "core/plan/plan.h"

namespace sokudo::plan {

struct Duplicated {
    Plan plan;
    std::vector<DeviceId> devices;  ///< the copies
    std::vector<PlaceId> places;
};

/// "core-2", "core-3": a name like this one that no place and no device has.
std::string freeName(const Plan&, const std::string& name);

/// A device with its slots, ports and settings under another name. No cable goes along, and no address.
/// @param place  where it stands; unset: where the first one stands
/// @error BadInput  the name is taken
Result<Duplicated> duplicateDevice(const Plan&, DeviceId, const std::string& name, PlaceId place, IdSource& ids);

/// A place with the places in it and their devices. Runs between copied devices are copied, with their lengths unknown;
/// devices and runs get `suffix` behind their name.
/// @param level  of the copy
/// @error BadInput  a name is taken
Result<Duplicated> duplicatePlace(const Plan&, PlaceId, const std::string& name, int level, const std::string& suffix,
                                  IdSource& ids);

/// Every place of a level of the main house with what stands in it, on another level.
/// @param suffix  behind the name of each copy: " upstairs"
/// @error NotFound  no place is on that level; BadInput  a name is taken
Result<Duplicated> duplicateLevel(const Plan&, int from, int to, const std::string& suffix, IdSource& ids);

}  // namespace sokudo::plan
