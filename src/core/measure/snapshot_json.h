// SPDX-License-Identifier: GPL-3.0-or-later
// What was read of a host, as JSON: for an agent that tells it to another machine.
#pragma once

#include "core/base/json_fwd.h"
#include "core/measure/seams.h"

namespace sokudo::measure {

/// Without serial numbers and counters, and without interfaces that are only software beyond the first 64 of all.
Json snapshotJson(const HostSnapshot&);
/// Every bound is checked: the text may come from anybody.
/// @error BadInput  a field that is missing, of another kind or out of its range, by its name
Result<HostSnapshot> snapshotFrom(const Json&);

}  // namespace sokudo::measure
