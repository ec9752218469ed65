// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "core/plan/plan.h"

namespace sokudo::editline {

/// A label that no run has: "r27".
std::string freeLabel(const plan::Plan&);

}  // namespace sokudo::editline
