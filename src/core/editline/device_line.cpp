// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/device_line.h"

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::editline {
namespace {

/// "rj45 rates=2.5+1+0.1 poe=type2 management"
std::string socketWords(const plan::Port& port)
{
    std::string words = port.cage;
    std::vector<std::string> rates;
    for (BitRate rate : port.rates) rates.push_back(text::number(inGigabits(rate), 6));
    if (!rates.empty()) words += " rates=" + text::joined(rates, "+");
    if (port.traits.has("pse")) words += " poe=" + std::string(port.traits.word("pse"));
    if (port.traits.flag("management")) words += " management";
    return words;
}

}  // namespace

std::string lineOf(const plan::Plan& plan, plan::DeviceId id)
{
    const plan::Device* device = plan.devices.find(id);
    if (!device) return {};
    std::string line(code(device->role));
    const std::string category(device->traits.word("category"));
    std::vector<std::string> groups;
    if (plan::isPassive(device->role)) {
        const auto ports = plan::portsOf(plan, id);
        if (!ports.empty())
            groups.push_back(fmt::format("{}x{}", ports.size(), category.empty() ? "" : " " + category));
    } else {
        std::string last;
        int count = 0;
        const auto flush = [&] {
            if (count > 0) groups.push_back(fmt::format("{}x {}", count, last));
            count = 0;
        };
        for (const plan::Port* port : plan::portsOf(plan, id)) {
            if (port->splitOf.isSet()) continue;
            const std::string words = socketWords(*port);
            if (words != last) flush();
            last = words;
            ++count;
        }
        flush();
    }
    return groups.empty() ? line : line + ": " + text::joined(groups, ", ");
}

}  // namespace sokudo::editline
