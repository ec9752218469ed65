// SPDX-License-Identifier: GPL-3.0-or-later
// Repairs of the supply: batteries, splitters, second supplies, injectors.
#include <algorithm>

#include "core/kb/copper_rows.h"
#include "core/match/power.h"
#include "core/power/chain.h"
#include "core/power/repair_ideas.h"

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }

constexpr double kFirstHour = 3600;  // s

/// Devices that carry the network and stop within the first hour: one of them may be what was forgotten.
std::vector<int> forgotten(const RepairGround& ground)
{
    std::vector<int> found;
    for (const Drop& drop : ground.mains.drops) {
        const int node = ground.net.feeds.nodeOf(drop.device);
        const plan::Device& device = *ground.net.devices[at(node)];
        if (drop.at.in() >= kFirstHour || isEndPoint(device.role) || device.role == plan::Role::Ups) continue;
        // What another device feeds comes back with that one.
        const auto& into = ground.net.feeds.into[at(node)];
        const bool isFed = std::any_of(into.begin(), into.end(), [&](int number) {
            const plan::Device* from = ground.net.feeds.device(ground.net.feeds.feeds[at(number)].from);
            return from && from->role != plan::Role::Ups;
        });
        if (!isFed) found.push_back(node);
    }
    return found;
}

/// The same supplies, with what they are plugged into exchanged for a battery unit.
std::vector<plan::Supply> pluggedInto(const plan::Device& device, plan::DeviceId unit)
{
    std::vector<plan::Supply> supplies = device.supplies;
    if (supplies.empty()) supplies.push_back({});
    plan::Supply& first = supplies.front();
    if (first.kind != plan::SupplyKind::Brick) first.kind = plan::SupplyKind::Cord;
    first.outlet = {};
    first.port = {};
    first.from = unit;
    return supplies;
}

std::string freeDeviceName(const plan::Plan& plan, std::string name)
{
    for (int i = 2; plan::deviceNamed(plan, name); ++i)
        name = name.substr(0, name.rfind(' ')) + " " + std::to_string(i);
    return name;
}

/// The outlet that the device hangs on now, for what takes its place.
std::vector<plan::Supply> outletOf(const plan::Device& device)
{
    for (const plan::Supply& supply : device.supplies)
        if (supply.outlet.isSet()) return {{plan::SupplyKind::Cord, supply.outlet, {}, {}, {}, {}, 1}};
    return {{}};
}

int socketsTaken(const Feeds& feeds, int unit)
{
    int taken = 0;
    for (int number : feeds.out[at(unit)]) taken += feeds.feeds[at(number)].covers;
    return taken;
}

}  // namespace

kb::PowerGear gearOf(const kb::KnowledgeBase& kb, std::string_view id)
{
    const kb::PowerGear* row = kb.find<kb::PowerGear>(id);
    return row ? *row : kb::PowerGear{};
}

const plan::Port* freePort(const plan::Plan& plan, plan::DeviceId device, std::string_view cage)
{
    for (const plan::Port* port : plan::portsOf(plan, device))
        if (port->cage == cage && !port->traits.flag("management") && plan::runsAt(plan, port->id).empty()) return port;
    return nullptr;
}

std::vector<RepairIdea> batteryIdeas(const RepairGround& ground)
{
    std::vector<RepairIdea> ideas;
    for (int node : forgotten(ground)) {
        plan::Device device = *ground.net.devices[at(node)];
        for (const plan::Device& unit : ground.plan.devices) {
            const int at = ground.net.feeds.nodeOf(unit.id);
            if (unit.role != plan::Role::Ups || !batteryOf(unit) ||
                plan::roomOf(ground.plan, unit.place) != plan::roomOf(ground.plan, device.place) ||
                socketsTaken(ground.net.feeds, at) >= unit.traits.count("backed-sockets").value_or(4))
                continue;
            plan::Device moved = device;
            moved.supplies = pluggedInto(device, unit.id);
            plan::Plan next = ground.plan;
            next.devices = next.devices.with(moved);
            ideas.push_back({"battery-there",
                             text::say("supply-ideas.there", "Plug {} into {}", device.name, unit.name), 0,
                             std::move(next)});
        }
        const bool isSmall = ground.net.feeds.takes[at(node)].high <= gearOf(ground.kb, "battery-small").output;
        const kb::PowerGear gear = gearOf(ground.kb, isSmall ? "battery-small" : "battery-unit");
        plan::Device unit{ground.ids.next<plan::DeviceId>(), device.place, {}, plan::Role::Ups};
        unit.name = freeDeviceName(ground.plan, device.name + " battery");
        unit.description = gear.name;
        unit.supplies = outletOf(device);
        unit.traits.set("battery-wh", std::to_string(static_cast<int>(gear.energy.value_or(WattHour{}).in())));
        unit.traits.set("battery-kind", isSmall ? "li-ion" : "lead");
        unit.traits.set("battery-w", std::to_string(static_cast<int>(gear.output.value_or(Watt{}).in())));
        device.supplies = pluggedInto(device, unit.id);
        plan::Plan next = ground.plan;
        next.devices = next.devices.with(unit).with(device);
        ideas.push_back({isSmall ? "battery-small" : "battery-unit",
                         isSmall ? text::say("supply-ideas.small", "Give {} a small battery unit", device.name)
                                 : text::say("supply-ideas.large", "Give {} a battery unit", device.name),
                         gear.price, std::move(next), isSmall ? "lithium-battery" : "lead-battery"});
    }
    return ideas;
}

namespace {

/// Power over the copper cable that joins the device to a source already, or moved to a port of it that supplies.
void addSplitters(const RepairGround& ground, int node, std::vector<RepairIdea>& ideas)
{
    const plan::Device& device = *ground.net.devices[at(node)];
    for (const SupplyNet::Way& way : ground.net.ways[at(node)]) {
        const plan::Run* run = ground.plan.runs.find(ground.net.edges[at(way.edge)].run);
        const plan::Device& source = *ground.net.devices[at(way.to)];
        if (!run || !run->a.isSet() || !run->b.isSet()) continue;
        const plan::Port *a = ground.plan.ports.find(run->a), *b = ground.plan.ports.find(run->b);
        if (a->device != device.id) std::swap(a, b);
        if (a->device != device.id || b->device != source.id || a->cage != "rj45" || b->cage != "rj45") continue;
        const plan::Port* from = b;
        const auto typeOf = [&](const plan::Port* port) {
            return ground.kb.find<kb::PoeType>(port->traits.word("pse"));
        };
        if (!typeOf(from)) {
            from = nullptr;
            for (const plan::Port* port : plan::portsOf(ground.plan, source.id))
                if (!from && port->cage == "rj45" && typeOf(port) && plan::runsAt(ground.plan, port->id).empty())
                    from = port;
        }
        if (!from) continue;
        const kb::PoeClass* asks =
            classFor(ground.kb, ground.net.feeds.takes[at(node)].high, typeOf(from)->highestClass);
        if (!asks) continue;
        plan::Plan next = ground.plan;
        plan::Run moved = *run;
        (moved.a == b->id ? moved.a : moved.b) = from->id;
        next.runs = next.runs.with(moved);
        plan::Port powered = *a;
        powered.traits.set("pd", asks->id);
        next.ports = next.ports.with(powered);
        plan::Device fed = device;
        fed.supplies = {{plan::SupplyKind::Cable, {}, source.id, a->id, {}, {}, 1}};
        fed.traits.set("power-source", "poe");
        next.devices = next.devices.with(fed);
        ideas.push_back({"splitter",
                         text::say("supply-ideas.splitter", "Feed {} from {} with a PoE splitter", device.name,
                                   plan::portText(ground.plan, from->id)),
                         gearOf(ground.kb, "splitter").price, std::move(next), "poe-replug"});
    }
}

/// The least type of source that feeds a device of that class; null: none does.
const kb::PoeType* typeFor(const kb::KnowledgeBase& kb, std::string_view pd)
{
    const kb::PoeClass* asks = kb.find<kb::PoeClass>(pd);
    const kb::PoeType* best = nullptr;
    for (const kb::PoeType& one : kb.all<kb::PoeType>())
        if (asks && one.highestClass >= asks->number && (!best || one.highestClass < best->highestClass)) best = &one;
    return best;
}

/// The cable that feeds the device goes through an injector beside it: a cord more, power at the same port.
std::optional<RepairIdea> injectorBefore(const RepairGround& ground, int node, const Feed& feed)
{
    const plan::Device& device = *ground.net.devices[at(node)];
    const plan::Port* port = ground.plan.ports.find(feed.port);
    const kb::PoeType* type = port ? typeFor(ground.kb, port->traits.word("pd")) : nullptr;
    const auto runs = port ? plan::runsAt(ground.plan, port->id) : std::vector<const plan::Run*>{};
    if (!type || runs.size() != 1) return std::nullopt;
    const bool isLarge = type->source > gearOf(ground.kb, "injector").output;
    const kb::PowerGear gear = gearOf(ground.kb, isLarge ? "injector-60" : "injector");
    if (type->device > gear.output) return std::nullopt;
    plan::Device injector{ground.ids.next<plan::DeviceId>(), device.place, {}, plan::Role::Injector};
    injector.name = freeDeviceName(ground.plan, device.name + " injector");
    injector.description = gear.name;
    injector.supplies = {{}};
    plan::Port in = *port, out = *port;
    for (plan::Port* one : {&in, &out}) {
        one->id = ground.ids.next<plan::PortId>();
        one->device = injector.id;
        one->traits = {};
        one->sources = {};
    }
    in.name = "in";
    out.name = "out";
    out.position = in.position + 1;
    out.traits.set("pse", type->id);
    plan::Run moved = *runs.front();
    (moved.a == port->id ? moved.a : moved.b) = in.id;
    plan::Run cord{
        ground.ids.next<plan::RunId>(), injector.name + " cord", out.id, port->id, moved.medium, Length::of(1)};
    plan::Device fed = device;
    fed.supplies = {{plan::SupplyKind::Cable, {}, injector.id, port->id, {}, {}, 1}};
    plan::Plan next = ground.plan;
    next.devices = next.devices.with(injector).with(fed);
    next.ports = next.ports.with(in).with(out);
    next.runs = next.runs.with(moved).with(cord);
    return RepairIdea{
        "injector",
        text::say("supply-ideas.injector", "Put an injector for {} in {}, in place of power from {}", device.name,
                  ground.plan.places.find(device.place)->name, ground.net.feeds.name(feed.from)),
        gear.price, std::move(next), "poe-replug"};
}

/// A supply of its own, or an injector, for a device that hands power on and is fed over its cable.
void addOwnSupply(const RepairGround& ground, int node, std::vector<RepairIdea>& ideas)
{
    const Feeds& feeds = ground.net.feeds;
    if (feeds.out[at(node)].empty() && isEndPoint(ground.net.devices[at(node)]->role)) return;
    const auto fed = std::find_if(feeds.into[at(node)].begin(), feeds.into[at(node)].end(),
                                  [&](int number) { return feeds.feeds[at(number)].how == plan::SupplyKind::Cable; });
    if (fed == feeds.into[at(node)].end() || feeds.into[at(node)].size() > 1) return;
    const Feed& feed = feeds.feeds[at(*fed)];
    plan::Device device = *ground.net.devices[at(node)];
    if (device.supplies.empty())
        device.supplies = {{plan::SupplyKind::Cable, {}, feeds.device(feed.from)->id, feed.port, {}, {}, 1}};
    plan::Device own = device;
    const kb::PowerGear supply = gearOf(ground.kb, "supply");
    own.supplies.push_back({plan::SupplyKind::Brick, {}, {}, {}, supply.output, {}, 1});
    own.traits.set("power-source", "");
    plan::Plan next = ground.plan;
    next.devices = next.devices.with(own);
    ideas.push_back({"supply",
                     text::say("supply-ideas.own", "Give {} a supply of its own beside the power from {}", device.name,
                               feeds.name(feed.from)),
                     supply.price, std::move(next)});
    if (auto idea = injectorBefore(ground, node, feed)) ideas.push_back(std::move(*idea));
}

}  // namespace

std::vector<RepairIdea> feedIdeas(const RepairGround& ground)
{
    std::vector<RepairIdea> ideas;
    for (int node : forgotten(ground)) addSplitters(ground, node, ideas);
    constexpr std::size_t kMost = 12;  // feeders worth a trial, the gravest first
    for (std::size_t i = 0; i < ground.points.size() && i < kMost; ++i)
        if (ground.points[i].what.kind == "device") {
            const int node = ground.net.feeds.nodeOf(plan::DeviceId{ground.points[i].what.id});
            if (node >= 0) addOwnSupply(ground, node, ideas);
        }
    return ideas;
}

}  // namespace sokudo::power
