// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/supply_net.h"

namespace sokudo::power {

SupplyNet::SupplyNet(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb,
                     Feeds::Watts watts)
    : feeds(plan, reports, kb, watts)
{
    for (const plan::Device& device : plan.devices) {
        devices.push_back(&device);
        kinds.push_back({plan::forwards(device), plan::routes(device)});
    }
    ways.resize(size());
    std::unordered_map<plan::RunId, int> feedOf;
    for (std::size_t i = 0; i < feeds.feeds.size(); ++i)
        if (feeds.feeds[i].run.isSet()) feedOf[feeds.feeds[i].run] = static_cast<int>(i);
    edges.reserve(reports.size());
    std::vector<std::pair<plan::PortId, plan::PortId>> ports;
    reports.each([&](const match::ReportPtr& report) {
        if (report->verdict == Verdict::NoLink) return;
        const plan::Port *a = plan.ports.find(report->link.a), *b = plan.ports.find(report->link.b);
        if (!a || !b || a->device == b->device) return;
        const int edge = static_cast<int>(edges.size());
        ports.emplace_back(a->id, b->id);
        m_edge[report->link.id()] = edge;
        const auto feed = feedOf.find(report->link.id());
        edges.push_back({feeds.nodeOf(a->device), feeds.nodeOf(b->device), report->link.id(),
                         feed == feedOf.end() ? -1 : feed->second});
        ways[static_cast<std::size_t>(edges.back().a)].push_back({edges.back().b, edge});
        ways[static_cast<std::size_t>(edges.back().b)].push_back({edges.back().a, edge});
    });
    networks = plan::statedNetworks(plan, ports);
}

int SupplyNet::edgeOf(plan::RunId first) const
{
    const auto found = m_edge.find(first);
    return found == m_edge.end() ? -1 : found->second;
}

}  // namespace sokudo::power
