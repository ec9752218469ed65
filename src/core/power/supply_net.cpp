// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/supply_net.h"

namespace sokudo::power {

SupplyNet::SupplyNet(const plan::Plan& plan, const match::Reports& reports)
{
    for (const plan::Device& device : plan.devices) {
        index[device.id] = static_cast<int>(devices.size());
        devices.push_back(&device);
    }
    ways.resize(size());
    feeder.assign(size(), -1);
    feeds.resize(size());
    for (std::size_t i = 0; i < size(); ++i)
        if (const auto at = index.find(devices[i]->fedBy); at != index.end() && devices[i]->fedBy.isSet()) {
            feeder[i] = at->second;
            feeds[static_cast<std::size_t>(at->second)].push_back(static_cast<int>(i));
        }
    reports.each([&](const match::ReportPtr& report) {
        if (report->verdict == Verdict::NoLink) return;
        const plan::Port *a = plan.ports.find(report->link.a), *b = plan.ports.find(report->link.b);
        if (!a || !b || a->device == b->device) return;
        const int edge = static_cast<int>(edges.size());
        edges.push_back({index.at(a->device), index.at(b->device), report->link.id()});
        ways[static_cast<std::size_t>(edges.back().a)].push_back({edges.back().b, edge});
        ways[static_cast<std::size_t>(edges.back().b)].push_back({edges.back().a, edge});
    });
}

std::vector<int> SupplyNet::darkWith(int device) const
{
    std::vector<int> dark{device};
    std::vector<bool> seen(size());
    seen[static_cast<std::size_t>(device)] = true;
    for (std::size_t i = 0; i < dark.size(); ++i)
        for (int fed : feeds[static_cast<std::size_t>(dark[i])])
            if (!seen[static_cast<std::size_t>(fed)]) {
                seen[static_cast<std::size_t>(fed)] = true;
                dark.push_back(fed);
            }
    return dark;
}

}  // namespace sokudo::power
