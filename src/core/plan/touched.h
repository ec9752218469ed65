// SPDX-License-Identifier: GPL-3.0-or-later
// The one object that an edit speaks of, so that the logbook can be read by object.
#pragma once

#include <optional>

#include "core/plan/plan.h"

namespace sokudo::plan {

/// The place, device, port or run that alone differs; of a single record that differs, the object it is about.
/// @return nothing where several differ, or none
std::optional<Subject> touchedBy(const Plan& before, const Plan& after);

}  // namespace sokudo::plan
