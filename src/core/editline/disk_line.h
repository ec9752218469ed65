// SPDX-License-Identifier: GPL-3.0-or-later
// The disks of a device as one value of an edit line: "hdd*6 raid6 8tb used=21.5tb grows=200gb name=tank + nvme4".
#pragma once

#include <string>
#include <vector>

#include "core/editline/property.h"
#include "core/plan/plan.h"

namespace sokudo::editline {

/// As `disksFrom` reads it, every field that is stated; empty where the device has none.
std::string disksText(const std::vector<plan::DiskGroup>&);

/// Groups with + between them. Of a group: its kind with the count behind a * ("hdd*6") or, with the size of each, in
/// front ("6x8tb hdd"), its array, the size of each, used=, grows= a month, name=, reads= and writes=. What is not
/// named of a group stays as it is; `used=none` takes a value away.
/// @param before  the groups that there are, matched by their place in the line
/// @error BadInput  no such kind or array, a figure out of range; the sentence says which
Result<std::vector<plan::DiskGroup>> disksFrom(const Property&, const std::vector<plan::DiskGroup>& before,
                                               const kb::KnowledgeBase&);

}  // namespace sokudo::editline
