// SPDX-License-Identifier: GPL-3.0-or-later
// After something was deleted: what referred to it and may stand alone no longer does; what may not goes with it.
#pragma once

#include "core/plan/plan.h"

namespace sokudo::plan {

/// The plan without references to objects that are gone. Records about one stay, addresses of one go.
Plan withoutGoneReferences(Plan);

}  // namespace sokudo::plan
