// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/path_parts.h"

#include <algorithm>

#include "core/plan/net.h"

namespace sokudo::diagnose {

const match::LinkReport* PathParts::down() const
{
    const auto at = std::find_if(links.begin(), links.end(), [](const match::LinkReport* report) {
        return !report->rate && report->verdict != Verdict::Unknown;
    });
    return at == links.end() ? nullptr : *at;
}

const plan::Port* PathParts::portOf(plan::DeviceId device) const
{
    const auto at =
        std::find_if(ports.begin(), ports.end(), [&](const plan::Port* port) { return port->device == device; });
    return at == ports.end() ? nullptr : *at;
}

PathParts partsOf(const plan::Plan& plan, const Analysis& analysis, plan::DeviceId from, plan::DeviceId to)
{
    PathParts parts;
    std::vector<plan::Link> links;
    for (const match::LinkReport& report : analysis.links) links.push_back(report.link);
    std::sort(links.begin(), links.end(), [](const plan::Link& a, const plan::Link& b) { return a.id() < b.id(); });
    const plan::Net net(plan, links, [&](const plan::Link& link) -> std::optional<BitRate> {
        const match::LinkReport* report = analysis.reportOf(link.id());
        return report ? report->rate : std::nullopt;
    });
    for (plan::DeviceId end : {from, to})
        if (const plan::Device* device = plan.devices.find(end)) parts.devices.push_back(device);
    const auto way = net.way(from, to);
    if (!way) return parts;
    for (const plan::Hop& hop : *way) {
        if (const match::LinkReport* report = analysis.reportOf(hop.link.id())) parts.links.push_back(report);
        for (plan::RunId id : hop.link.runs)
            if (const plan::Run* run = plan.runs.find(id)) parts.runs.push_back(run);
        for (plan::PortId id : {hop.from, hop.to}) {
            const plan::Port* port = plan.ports.find(id);
            if (!port) continue;
            parts.ports.push_back(port);
            const plan::Device* device = plan.devices.find(port->device);
            if (device && std::find(parts.devices.begin(), parts.devices.end(), device) == parts.devices.end())
                parts.devices.push_back(device);
        }
    }
    return parts;
}

}  // namespace sokudo::diagnose
