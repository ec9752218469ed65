// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/device_choices.h"

#include <algorithm>

#include "app/qt_text.h"

namespace sokudo::app {

DeviceChoices deviceChoices(const plan::Plan& plan)
{
    DeviceChoices made;
    for (const plan::Device& device : plan.devices)
        if (!plan::isPassive(device.role)) made.emplace_back(device.id, q(device.name));
    std::sort(made.begin(), made.end(), [](const auto& a, const auto& b) { return a.second < b.second; });
    return made;
}

}  // namespace sokudo::app
