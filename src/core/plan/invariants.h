// SPDX-License-Identifier: GPL-3.0-or-later
// What every plan must satisfy; asserted after edits and asked of every file that is read.
#pragma once

#include <string>
#include <vector>

#include "core/plan/plan.h"

namespace sokudo::plan {

/// One sentence for each reference that leads nowhere and each port with too many runs.
std::vector<std::string> brokenInvariants(const Plan&);

}  // namespace sokudo::plan
