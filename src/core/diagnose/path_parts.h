// SPDX-License-Identifier: GPL-3.0-or-later
// What the survey has between two devices, whether its links come up or not.
#pragma once

#include <vector>

#include "core/analyse.h"

namespace sokudo::diagnose {

struct PathParts {
    std::vector<const match::LinkReport*> links;  ///< in travelling order
    std::vector<const plan::Run*> runs;
    std::vector<const plan::Port*> ports;      ///< both ends of each link
    std::vector<const plan::Device*> devices;  ///< the two ends first, then those between
    /// A link that does not come up; null: none is known to be down.
    const match::LinkReport* down() const;
    /// The port of this device that the path leaves by; null: none.
    const plan::Port* portOf(plan::DeviceId) const;
};

/// Links that come up are preferred; one that is down is crossed where nothing else leads there.
/// @return empty where no cable leads from one to the other
PathParts partsOf(const plan::Plan&, const Analysis&, plan::DeviceId from, plan::DeviceId to);

}  // namespace sokudo::diagnose
