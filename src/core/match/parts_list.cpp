// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/parts_list.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/arithmetic/bus.h"

namespace sokudo::match {
namespace {

std::string bestUse(const kb::Cage& cage, BitRate rate, bool isHost)
{
    if (isHost) return cage.holdsModule ? "the switch, by a lead or fibre" : "the switch";
    if (cage.lanes > 1 && cage.holdsModule) return fmt::format("an uplink of {}, or split into {} where the host allows it", text::linkRate(rate), cage.lanes);
    if (cage.holdsModule) return rate >= gigabits(10) ? "an uplink, a server or storage: a lead within the rack, fibre beyond" : "a far device over fibre";
    return rate > gigabits(1) ? "a computer or access point that lists the same rate" : "a camera, printer or other slow device";
}

BitRate fastest(const plan::Plan& plan, const plan::Port& port, const kb::KnowledgeBase& kb)
{
    const LinkContext bare = linkContext(plan, {port.id, {}, {}, {}}, kb);
    return bare.a.hostRates.empty() ? BitRate{} : bare.a.hostRates.front();
}

PortMap portMap(const plan::Plan& plan, const plan::Device& device, const kb::KnowledgeBase& kb)
{
    PortMap made{device.name, {}};
    for (const plan::Port* port : plan::portsOf(plan, device.id)) {
        const kb::Cage* cage = kb.cage(port->cage);
        if (!cage || port->traits.is("combo", "both") || port->splitOf.isSet()) continue;  // a combo port's second socket, a leg
        const BitRate offered = fastest(plan, *port, kb);
        const BitRate rate = offered == BitRate{} ? cage->rate : offered;
        auto row = std::find_if(made.rows.begin(), made.rows.end(), [&](const PortMap::Row& one) { return one.rate == rate && one.cage == cage->name; });
        if (row == made.rows.end()) row = made.rows.insert(row, {rate, cage->name, 0, 0, bestUse(*cage, rate, plan::isHost(device.role))});
        ++(plan::runsAt(plan, port->id).empty() ? row->free : row->used);
    }
    std::sort(made.rows.begin(), made.rows.end(), [](const PortMap::Row& a, const PortMap::Row& b) { return a.rate != b.rate ? b.rate < a.rate : a.cage < b.cage; });
    return made;
}

std::vector<CardLoad> cardLoads(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    std::vector<CardLoad> made;
    for (const plan::Slot& slot : plan.slots) {
        const plan::Device* device = plan.devices.find(slot.device);
        if (!slot.card || !device) continue;
        CardLoad load{device->name, slot.name, slot.card->name, 0, {}, {}};
        for (const plan::Port* port : plan::portsOf(plan, slot.device)) {
            if (port->slot != slot.id) continue;
            ++load.ports;
            load.sum = load.sum + fastest(plan, *port, kb);
        }
        const int generation = slot.card->generation > 0 ? std::min(slot.card->generation, slot.generation) : slot.generation;
        const int lanes = slot.card->lanes > 0 ? std::min(slot.card->lanes, slot.lanes) : slot.lanes;
        if (const auto bus = arithmetic::busCarries(kb, {generation, lanes, 0}); bus && generation > 0 && lanes > 0) load.carries = bus->usable.typical;
        if (load.ports > 0) made.push_back(std::move(load));
    }
    return made;
}

}  // namespace

PartsList partsList(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    PartsList made;
    for (const plan::Port& port : plan.ports)
        if (const kb::ModuleKind* kind = port.module.empty() ? nullptr : kb.module(port.module)) {
            const auto row = std::find_if(made.modules.begin(), made.modules.end(), [&](const ModuleCount& one) { return one.kind == kind; });
            if (row == made.modules.end()) made.modules.push_back({kind, 1});
            else ++row->inPlace;
        }
    for (const plan::Run& run : plan.runs)
        if (const kb::Medium* medium = kb.medium(run.medium)) {
            auto row = std::find_if(made.cables.begin(), made.cables.end(), [&](const CableCount& one) { return one.medium == medium; });
            if (row == made.cables.end()) row = made.cables.insert(row, {medium, 0, 0, {}});
            ++row->runs;
            if (run.length) row->length = row->length + *run.length;
            else ++row->unmeasured;
        }
    std::stable_sort(made.modules.begin(), made.modules.end(), [](const ModuleCount& a, const ModuleCount& b) { return a.inPlace > b.inPlace; });
    std::stable_sort(made.cables.begin(), made.cables.end(), [](const CableCount& a, const CableCount& b) { return a.runs > b.runs; });
    for (const plan::Device& device : plan.devices)
        if (!plan::isPassive(device.role) && plan::portsOf(plan, device.id).size() >= 3) made.devices.push_back(portMap(plan, device, kb));
    made.cards = cardLoads(plan, kb);
    for (const LinkReport& report : judgeAll(plan, kb))
        made.linksWithoutModules += std::any_of(report.findings.begin(), report.findings.end(), [](const Finding& finding) { return finding.outcome.caseId == "empty-cage"; });
    return made;
}

}  // namespace sokudo::match
