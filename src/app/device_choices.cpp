// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/device_choices.h"

#include <algorithm>

#include "app/qt_text.h"

namespace sokudo::app {

DeviceChoices deviceChoices(const plan::Plan& plan)
{
    DeviceChoices result;
    for (const plan::Device& device : plan.devices)
        if (!plan::isPassive(device.role)) result.emplace_back(device.id, toQt(device.name));
    std::sort(result.begin(), result.end(), [](const auto& a, const auto& b) { return a.second < b.second; });
    return result;
}

}  // namespace sokudo::app
