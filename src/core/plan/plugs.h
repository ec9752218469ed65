// SPDX-License-Identifier: GPL-3.0-or-later
// Mains sockets that a device takes or covers.
#pragma once

#include "core/plan/plan.h"

namespace sokudo::plan {

/// As its supplies state it, one by one; else as the kind of its outlet and `brick` do. 0: it is not plugged into the
/// mains.
int socketsTaken(const Device&);

}  // namespace sokudo::plan
