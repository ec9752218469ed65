// SPDX-License-Identifier: GPL-3.0-or-later
// A device written as the edit line that would add it: the way a kind of device is kept.
#pragma once

#include <string>

#include "core/plan/plan.h"

namespace sokudo::editline {

/// "switch: 8x sfp28, 2x qsfp28": the device without its name and place. Names of ports, modules and settings are its
/// own and are left out.
std::string lineOf(const plan::Plan&, plan::DeviceId);

}  // namespace sokudo::editline
