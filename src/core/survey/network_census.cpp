// SPDX-License-Identifier: GPL-3.0-or-later
#include <map>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/survey/census.h"

namespace sokudo::survey {
namespace {

std::string namesOf(const plan::Plan& plan, const std::vector<plan::NetworkId>& ids)
{
    std::vector<std::string> names;
    for (plan::NetworkId id : ids)
        if (const plan::Network* network = plan.networks.find(id)) names.push_back(network->name);
    return text::joined(names, ", ");
}

/// The end of a link that says which networks it carries: that of a switch or router first.
const plan::Port* speakingEnd(const plan::Plan& plan, const plan::Link& link)
{
    const plan::Port* best = nullptr;
    for (plan::PortId id : {link.a, link.b}) {
        const plan::Port* port = plan.ports.find(id);
        const plan::Device* device = plan::deviceOf(plan, id);
        if (!port || !device || plan::isPassive(device->role)) continue;
        const bool isStated = port->untagged.isSet() || !port->tagged.empty();
        const bool leads = device->role == plan::Role::Switch || device->role == plan::Role::Router;
        if (isStated && (!best || leads)) best = port;
    }
    return best;
}

}  // namespace

CensusTable networkCensus(const plan::Plan& plan, const match::Reports& reports)
{
    CensusTable table{
        "networks", "Networks at the wall sockets", {"socket", "place", "network", "with a tag", "set at"}, {}, {}};
    if (plan.networks.empty()) return table;
    std::map<plan::RunId, const plan::Link*> linkOf;
    reports.each([&](const match::ReportPtr& report) {
        for (plan::RunId run : report->link.runs) linkOf[run] = &report->link;
    });
    int unknown = 0;
    for (const plan::Port& socket : plan.ports) {
        const plan::Device* device = plan.devices.find(socket.device);
        if (!device || device->role != plan::Role::Jack) continue;
        const auto runs = plan::runsAt(plan, socket.id);
        const auto link = runs.empty() ? linkOf.end() : linkOf.find(runs.front()->id);
        const plan::Port* end = link == linkOf.end() ? nullptr : speakingEnd(plan, *link->second);
        const plan::Place* place = plan.places.find(device->place);
        const plan::Network* network = end ? plan.networks.find(end->untagged) : nullptr;
        table.rows.push_back({plan::portText(plan, socket.id), place ? place->name : std::string(),
                              network ? network->name : std::string("not known"),
                              end ? namesOf(plan, end->tagged) : std::string(),
                              end ? plan::portText(plan, end->id) : std::string()});
        unknown += end ? 0 : 1;
    }
    if (unknown > 0)
        table.says.push_back(fmt::format(
            "At {} sockets nobody said which network is there: set it at the switch port they lead to.", unknown));
    return table;
}

}  // namespace sokudo::survey
