// SPDX-License-Identifier: GPL-3.0-or-later
// What people still have in an outage: phones, internet, Wi-Fi, cameras, storage.
#pragma once

#include "core/power/outage.h"

namespace sokudo::power {

/// Fills in the services of a time line whose drops are known.
/// @param edge  the link that is cut; -1: none is
void addServices(TimeLine&, const plan::Plan&, const SupplyNet&, int edge);

}  // namespace sokudo::power
