// SPDX-License-Identifier: GPL-3.0-or-later
// Repairs of the network: a second cable, a backup elsewhere, a second way to the internet.
#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/kb/trade_rows.h"
#include "core/plan/trace.h"
#include "core/power/repair_ideas.h"

namespace sokudo::power {
namespace {

double priceOf(const kb::KnowledgeBase& kb, const plan::Run& run, std::string_view moduleId)
{
    double price = 0;
    if (const kb::Supply* cable = kb.find<kb::Supply>(run.medium))
        price = cable->priceEach.value_or(0) + cable->pricePerMetre.value_or(0) * run.length.value_or(Length{}).in();
    const kb::ModuleKind* module = kb.find<kb::ModuleKind>(moduleId);
    return module ? price + 2 * module->price.value_or(0) : price;
}

/// Where a second way may end: a switch or router that can guard a ring.
bool isInner(const plan::Device& device)
{
    return (device.role == plan::Role::Switch || device.role == plan::Role::Router) &&
           !device.traits.is("managed", "no");
}

/// Neighbours of a device by the link to them.
struct Neighbour {
    const plan::Device* device;
    const plan::Run* run;
    const plan::Port* port;  ///< its own end of the link
};
std::vector<Neighbour> neighboursOf(const RepairGround& ground, int number)
{
    std::vector<Neighbour> found;
    for (const SupplyNet::Way& way : ground.net.ways[static_cast<std::size_t>(number)]) {
        const plan::Device* device = ground.net.devices[static_cast<std::size_t>(way.to)];
        const auto link = plan::linkOf(ground.plan, ground.net.edges[static_cast<std::size_t>(way.edge)].run);
        if (!link || !isInner(*device)) continue;
        const plan::Port* own = ground.plan.ports.find(link->a);
        if (own->device != device->id) own = ground.plan.ports.find(link->b);
        found.push_back({device, ground.plan.runs.find(link->id()), own});
    }
    return found;
}

/// A cable between two neighbours of a device, as long as both cables to it together.
std::optional<RepairIdea> cableAround(const RepairGround& ground, const plan::Device& around, const Neighbour& from,
                                      const Neighbour& to)
{
    const plan::Port *freeA = freePort(ground.plan, from.device->id, from.port->cage),
                     *freeB = freePort(ground.plan, to.device->id, from.port->cage);
    if (!freeA || !freeB) return std::nullopt;
    plan::Plan next = ground.plan;
    plan::Port newA = *freeA, newB = *freeB;
    newA.module = newB.module = from.port->module;
    next.ports = next.ports.with(newA).with(newB);
    plan::Run cable;
    cable.id = ground.ids.next<plan::RunId>();
    cable.label = around.name + " way round";
    cable.a = newA.id;
    cable.b = newB.id;
    cable.medium = from.run->medium;
    cable.length = from.run->length.value_or(Length{}) + to.run->length.value_or(Length{});
    next.runs = next.runs.with(cable);
    return RepairIdea{
        "way-round",
        text::say("network-ideas.round", "Lay a cable past {}, from {} to {}, and let a spanning tree guard the ring",
                  around.name, plan::portText(ground.plan, newA.id), plan::portText(ground.plan, newB.id)),
        priceOf(ground.kb, cable, newA.module), std::move(next), "walls"};
}

}  // namespace

std::vector<RepairIdea> wayRoundIdeas(const RepairGround& ground)
{
    std::vector<RepairIdea> ideas;
    constexpr std::size_t kMost = 8;
    const GoalReach reach(ground.plan, ground.net);
    for (const SinglePoint& point : ground.points) {
        const plan::Device* around = point.what.kind == "device" ? ground.plan.devices.find({point.what.id}) : nullptr;
        if (!around || ideas.size() >= kMost) continue;
        const int number = ground.net.feeds.nodeOf(around->id);
        const auto lost = reach.lost(Goal::Gateway, {ground.net.feeds.darkWith({number})});
        const auto isLost = [&](const Neighbour& one) {
            return std::binary_search(lost.begin(), lost.end(), ground.net.feeds.nodeOf(one.device->id));
        };
        const auto neighbours = neighboursOf(ground, number);
        for (const Neighbour& from : neighbours)
            for (const Neighbour& to : neighbours)
                if (isLost(from) && !isLost(to) && ideas.size() < kMost)
                    if (auto idea = cableAround(ground, *around, from, to)) ideas.push_back(std::move(*idea));
    }
    return ideas;
}

std::vector<RepairIdea> cableIdeas(const RepairGround& ground)
{
    std::vector<RepairIdea> ideas;
    constexpr std::size_t kMost = 8;
    for (const SinglePoint& point : ground.points) {
        const plan::Run* run = point.what.kind == "run" ? ground.plan.runs.find({point.what.id}) : nullptr;
        if (!run || !run->a.isSet() || !run->b.isSet() || ideas.size() >= kMost) continue;
        const plan::Port *a = ground.plan.ports.find(run->a), *b = ground.plan.ports.find(run->b);
        const plan::Device *from = ground.plan.devices.find(a->device), *to = ground.plan.devices.find(b->device);
        if (!isInner(*from) || !isInner(*to)) continue;
        const plan::Port *freeA = freePort(ground.plan, from->id, a->cage),
                         *freeB = freePort(ground.plan, to->id, b->cage);
        if (!freeA || !freeB) continue;
        plan::Plan next = ground.plan;
        plan::Port newA = *freeA, newB = *freeB;
        newA.module = a->module;
        newB.module = b->module;
        next.ports = next.ports.with(newA).with(newB);
        plan::Run second = *run;
        second.id = ground.ids.next<plan::RunId>();
        second.label = run->label.empty() ? std::string() : run->label + "-2";
        second.a = newA.id;
        second.b = newB.id;
        second.note = {};
        second.traits.set("spare", "");
        next.runs = next.runs.with(second);
        ideas.push_back({"second-cable",
                         text::say("network-ideas.second",
                                   "Lay a second cable from {} to {}, and bond both or let a "
                                   "spanning tree guard them",
                                   plan::portText(ground.plan, newA.id), plan::portText(ground.plan, newB.id)),
                         priceOf(ground.kb, *run, a->module), std::move(next), "walls"});
    }
    return ideas;
}

std::vector<RepairIdea> backupStoreIdeas(const RepairGround& ground)
{
    std::vector<RepairIdea> ideas;
    for (const plan::Device& copy : ground.plan.devices) {
        const plan::Place* place = ground.plan.places.find(copy.place);
        if (!copy.traits.flag("backup") || !place) continue;
        for (const plan::Device& hub : ground.plan.devices) {
            const plan::Place* other = ground.plan.places.find(hub.place);
            if (hub.role != plan::Role::Switch || !other || other->building == place->building) continue;
            const plan::Port* own = nullptr;
            for (const plan::Port* port : plan::portsOf(ground.plan, copy.id))
                if (!own && port->cage == "rj45") own = port;
            const plan::Port* free = own ? freePort(ground.plan, hub.id, own->cage) : nullptr;
            if (!free) continue;
            plan::Plan next = ground.plan;
            // Its cables stay behind; the one to the switch there is new.
            for (const plan::Port* port : plan::portsOf(ground.plan, copy.id))
                for (const plan::Run* run : plan::runsAt(ground.plan, port->id)) next.runs = next.runs.without(run->id);
            plan::Device moved = copy;
            moved.place = hub.place;
            moved.rackUnit = 0;
            moved.at.reset();
            moved.supplies.clear();
            moved.traits.set("power-source", "outlet");
            next.devices = next.devices.with(moved);
            plan::Run cord{ground.ids.next<plan::RunId>(), {}, free->id, own->id, "cat6a", Length::of(2)};
            cord.label = copy.name + " cord";
            next.runs = next.runs.with(cord);
            ideas.push_back({"backup-elsewhere",
                             text::say("network-ideas.backup", "Move {} to {} and join it to {}", copy.name,
                                       other->name, plan::portText(ground.plan, free->id)),
                             priceOf(ground.kb, cord, {}), std::move(next)});
            break;
        }
    }
    return ideas;
}

std::vector<RepairIdea> internetIdeas(const RepairGround& ground)
{
    std::vector<RepairIdea> ideas;
    for (const plan::Service& service : ground.plan.services)
        if (service.isBackup && service.kind == plan::ServiceKind::Internet) return ideas;
    for (plan::DeviceId id : goalDevices(ground.plan, Goal::Gateway)) {
        const plan::Device& gateway = *ground.plan.devices.find(id);
        const plan::Port* free = freePort(ground.plan, id, "rj45");
        if (!free) continue;
        plan::Plan next = ground.plan;
        const kb::PowerGear gear = gearOf(ground.kb, "backup-internet");
        plan::Device box{ground.ids.next<plan::DeviceId>(), gateway.place, "mobile router",
                         plan::Role::InternetTerminal, gear.name};
        for (int i = 2; plan::deviceNamed(ground.plan, box.name); ++i) box.name = "mobile router " + std::to_string(i);
        // It hangs where the gateway does, so that both last as long.
        box.supplies = gateway.supplies;
        for (plan::Supply& supply : box.supplies) supply.port = {};
        std::erase_if(box.supplies, [](const plan::Supply& one) { return one.kind == plan::SupplyKind::Cable; });
        if (box.supplies.empty())
            box.traits.set("power-source",
                           gateway.traits.is("power-source", "battery-outlet") ? "battery-outlet" : "outlet");
        next.devices = next.devices.with(box);
        plan::Port lan{ground.ids.next<plan::PortId>(), box.id, 0, "1", "rj45"};
        next.ports = next.ports.with(lan);
        plan::Run cord{ground.ids.next<plan::RunId>(), "backup", free->id, lan.id, "cat6", Length::of(1)};
        next.runs = next.runs.with(cord);
        plan::Service second;
        second.id = ground.ids.next<plan::ServiceId>();
        second.name = "backup internet";
        second.technology = "mobile network";
        second.device = box.id;
        second.entry = gateway.place;
        second.isBackup = true;
        next.services = next.services.with(second);
        ideas.push_back(
            {"second-internet",
             text::say("network-ideas.internet",
                       "Add a mobile router at {} as a second way to the internet, with automatic fail-over",
                       plan::portText(ground.plan, free->id)),
             gear.price, std::move(next)});
        break;
    }
    return ideas;
}

}  // namespace sokudo::power
