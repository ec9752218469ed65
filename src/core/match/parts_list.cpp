// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/parts_list.h"

#include <algorithm>
#include <set>

#include "core/base/sentence.h"
#include "core/formulas/bus.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/lane_plan.h"

namespace sokudo::match {
namespace {

text::Sentence bestUse(const kb::Cage& cage, BitRate rate, bool isHost)
{
    if (isHost)
        return cage.holdsModule ? text::say("parts-list.the-switch-by-a", "the switch, by a lead or fibre")
                                : "the switch";
    if (cage.lanes > 1 && cage.holdsModule)
        return text::say("parts-list.an-uplink-of-or", "an uplink of {}, or split into {} where the host allows it",
                         text::figure::linkRate(rate), cage.lanes);
    if (cage.holdsModule)
        return rate >= gigabits(10) ? text::say("parts-list.an-uplink-a-server",
                                                "an uplink, a server or storage: a lead within the rack, fibre beyond")
                                    : text::say("parts-list.a-far-device-over", "a far device over fibre");
    return rate > gigabits(1)
               ? text::say("parts-list.a-computer-or-access", "a computer or access point that lists the same rate")
               : text::say("parts-list.a-camera-printer-or", "a camera, printer or other slow device");
}

BitRate fastest(const plan::Plan& plan, const plan::Port& port, const kb::KnowledgeBase& kb)
{
    const LinkContext bare = linkContext(plan, {port.id, {}, {}, {}}, kb);
    return bare.a.hostRates.empty() ? BitRate{} : bare.a.hostRates.front();
}

PortMap portMap(const plan::Plan& plan, const plan::Device& device, const kb::KnowledgeBase& kb)
{
    PortMap result{device.name, {}};
    for (const plan::Port* port : plan::portsOf(plan, device.id)) {
        const kb::Cage* cage = kb.find<kb::Cage>(port->cage);
        if (!cage || port->traits.is("combo", "both") || port->splitOf.isSet())
            continue;  // a combo port's second socket, a leg
        const BitRate offered = fastest(plan, *port, kb);
        const BitRate rate = offered == BitRate{} ? cage->usualRate() : offered;
        auto row = std::find_if(result.rows.begin(), result.rows.end(),
                                [&](const PortMap::Row& one) { return one.rate == rate && one.cage == cage->name; });
        if (row == result.rows.end())
            row = result.rows.insert(row, {rate, cage->name, 0, 0, bestUse(*cage, rate, plan::isHost(device.role))});
        ++(plan::runsAt(plan, port->id).empty() ? row->free : row->used);
    }
    std::sort(result.rows.begin(), result.rows.end(), [](const PortMap::Row& a, const PortMap::Row& b) {
        return a.rate != b.rate ? b.rate < a.rate : a.cage < b.cage;
    });
    return result;
}

CardLoad cardLoad(const plan::Plan& plan, const plan::Slot& slot, const plan::Device& device,
                  const kb::KnowledgeBase& kb)
{
    CardLoad load{device.name, slot.name, slot.card->name, 0, {}, {}, {}, {}};
    bool bracket = device.traits.has("case"), covered = false, cooled = device.traits.has("air");
    for (const plan::Port* port : plan::portsOf(plan, slot.device)) {
        if (port->slot != slot.id) continue;
        ++load.ports;
        load.sum = load.sum + fastest(plan, *port, kb);
        bracket = bracket && port->traits.has("bracket");
        covered = covered || port->traits.has("slot-blocked");
        cooled = cooled || port->traits.is("cooling", "fan");
    }
    if (!bracket) load.unseen.emplace_back(text::say("parts-list.height-of-bracket-and", "height of bracket and case"));
    if (!covered)
        load.unseen.emplace_back(
            text::say("parts-list.whether-a-neighbour-covers", "whether a neighbour covers the slot"));
    if (!cooled) load.unseen.emplace_back(text::say("parts-list.air-over-its-heat", "air over its heat sink"));
    const auto [generation, lanes] = plan::trained(slot);
    if (const auto bus = formulas::busCarries(kb, {generation, lanes, 0}); bus && generation > 0 && lanes > 0)
        load.carries = bus->usable.typical;
    return load;
}

/// Where the card would carry more: a free slot, or one whose card needs no more than this slot gives.
text::Sentence betterSlot(const plan::Plan& plan, const plan::Slot& slot, const CardLoad& load,
                          const std::vector<CardLoad>& all, const kb::KnowledgeBase& kb)
{
    if (load.isEnough() || !load.carries) return {};
    text::Sentence best;
    BitRate most = *load.carries;
    for (const plan::Slot* other : plan::slotsOf(plan, slot.device)) {
        if (other->id == slot.id || other->generation == 0 || other->shape < slot.card->lanes / 2) continue;
        plan::Slot there = *other;
        there.card = slot.card;
        const auto [generation, lanes] = plan::trained(there);
        const auto bus = formulas::busCarries(kb, {generation, lanes, 0});
        if (!bus || bus->usable.typical <= most) continue;
        const auto its =
            std::find_if(all.begin(), all.end(), [&](const CardLoad& one) { return one.slot == other->name; });
        if (other->card && (its == all.end() || its->sum > *load.carries)) continue;
        most = bus->usable.typical;
        best = text::say("parts-list.would-carry", "{} ({}.0 ×{}) would carry {}{}", other->name, generation, lanes,
                         text::figure::rate(most, 3),
                         other->card ? text::say("parts-list.its-needs-no-more",
                                                 "; its {} needs no more than this slot gives", other->card->name)
                                     : text::Sentence());
    }
    return best;
}

bool isGateway(const plan::Device& device)
{
    return device.role == plan::Role::Router || device.role == plan::Role::Switch;
}

/// Rooms that coax serves are those where a coax cable ends at a device; the gateway's own room is the one a router or
/// switch stands in.
std::optional<CoaxCount> coaxCount(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CoaxCount result;
    std::set<plan::PlaceId> rooms;
    std::set<plan::DeviceId> adapters;
    plan::PlaceId gatewayRoom;
    for (const plan::Run& run : plan.runs) {
        const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
        if (!medium || medium->kind != kb::MediumKind::Coax) continue;
        for (plan::PortId end : {run.a, run.b}) {
            const plan::Device* device = plan::deviceOf(plan, end);
            if (!device || plan::isPassive(device->role)) continue;
            rooms.insert(device->place);
            if (device->role == plan::Role::CoaxAdapter) adapters.insert(device->id);
            if (!isGateway(*device)) continue;
            result.gateway = device->name;
            result.gatewayHasIt = true;
            gatewayRoom = device->place;
        }
    }
    if (rooms.empty()) return std::nullopt;
    // Without coax in the gateway itself it is the one that stands beside an adapter.
    for (const plan::Device& device : plan.devices)
        if (!gatewayRoom.isSet() && isGateway(device) && rooms.count(device.place) > 0) {
            result.gateway = device.name;
            gatewayRoom = device.place;
        }
    result.furtherRooms = static_cast<int>(rooms.size()) - (rooms.count(gatewayRoom) > 0 ? 1 : 0);
    result.inPlace = static_cast<int>(adapters.size());
    return result;
}

std::vector<CordCount> cordCounts(const plan::Plan& plan)
{
    std::vector<CordCount> result;
    for (const plan::Device& device : plan.devices) {
        const auto inBox = device.traits.count("box-cords");
        if (!inBox) continue;
        CordCount count{device.name, *inBox, 0};
        for (const plan::Port* port : plan::portsOf(plan, device.id))
            count.needed += !plan::runsAt(plan, port->id).empty();
        result.push_back(std::move(count));
    }
    return result;
}

}  // namespace

std::vector<CardLoad> cardsOf(const plan::Plan& plan, plan::DeviceId id, const kb::KnowledgeBase& kb)
{
    std::vector<CardLoad> result;
    const plan::Device* device = plan.devices.find(id);
    if (!device) return result;
    for (const plan::Slot* slot : plan::slotsOf(plan, id)) {
        if (!slot->card) continue;
        CardLoad load = cardLoad(plan, *slot, *device, kb);
        if (load.ports > 0) result.push_back(std::move(load));
    }
    for (CardLoad& load : result)
        for (const plan::Slot* slot : plan::slotsOf(plan, id))
            if (slot->name == load.slot && slot->card) load.better = betterSlot(plan, *slot, load, result, kb);
    return result;
}

PartsList partsList(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    PartsList result;
    for (const plan::Port& port : plan.ports)
        if (const kb::ModuleKind* kind = port.module.empty() ? nullptr : kb::moduleNamed(kb, port.module)) {
            const auto row = std::find_if(result.modules.begin(), result.modules.end(),
                                          [&](const ModuleCount& one) { return one.kind == kind; });
            if (row == result.modules.end()) result.modules.push_back({kind, 1});
            else ++row->inPlace;
        }
    for (const plan::Run& run : plan.runs)
        if (const kb::Medium* medium = kb.find<kb::Medium>(run.medium)) {
            auto row = std::find_if(result.cables.begin(), result.cables.end(),
                                    [&](const CableCount& one) { return one.medium == medium; });
            if (row == result.cables.end()) row = result.cables.insert(row, {medium, 0, 0, {}});
            ++row->runs;
            if (run.length) row->length = row->length + *run.length;
            else ++row->unmeasured;
        }
    std::stable_sort(result.modules.begin(), result.modules.end(),
                     [](const ModuleCount& a, const ModuleCount& b) { return a.inPlace > b.inPlace; });
    std::stable_sort(result.cables.begin(), result.cables.end(),
                     [](const CableCount& a, const CableCount& b) { return a.runs > b.runs; });
    for (const plan::Device& device : plan.devices)
        if (!plan::isPassive(device.role) && plan::portsOf(plan, device.id).size() >= 3)
            result.devices.push_back(portMap(plan, device, kb));
    for (const plan::Device& device : plan.devices)
        for (CardLoad& load : cardsOf(plan, device.id, kb)) result.cards.push_back(std::move(load));
    for (const plan::Device& device : plan.devices)
        if (auto lanes = lanePlan(plan, device.id, kb))
            result.lanes.emplace_back(device.name, std::move(lanes->sentence));
    result.cords = cordCounts(plan);
    result.coax = coaxCount(plan, kb);
    for (const LinkReport& report : judgeAll(plan, kb))
        result.linksWithoutModules +=
            std::any_of(report.findings.begin(), report.findings.end(),
                        [](const Finding& finding) { return finding.outcome.caseId == "empty-cage"; });
    return result;
}

}  // namespace sokudo::match
