// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/poe_source.h"

#include <algorithm>
#include <set>

#include "core/kb/port_rows.h"
#include "core/match/power.h"
#include "core/plan/trace.h"

namespace sokudo::power {
namespace {

const kb::PoeType* typeOf(const plan::Port& port, const kb::KnowledgeBase& kb)
{
    return kb.find<kb::PoeType>(port.traits.word("pse"));
}

/// The port at the far end of the cable; null: nothing is plugged in, or nobody knows what.
const plan::Port* farOf(const plan::Plan& plan, plan::PortId port)
{
    for (const plan::Run* run : plan::runsAt(plan, port))
        if (const auto link = plan::linkOf(plan, run->id)) return plan.ports.find(link->a == port ? link->b : link->a);
    return nullptr;
}

bool isFree(const plan::Plan& plan, plan::PortId port) { return plan::runsAt(plan, port).empty(); }

BitRate fastest(const plan::Port& port, const kb::KnowledgeBase& kb)
{
    if (!port.rates.empty()) return port.rates.front();
    const kb::Cage* cage = kb.find<kb::Cage>(port.cage);
    return cage && !cage->defaultRates.empty() ? cage->defaultRates.front() : BitRate{};
}

void grant(PoeSource& source, const plan::Port& port, const plan::Port& far, const kb::PoeType& type,
           const kb::KnowledgeBase& kb)
{
    const std::string_view pd = far.traits.word("pd");
    if (pd == "none") return;
    PoeLoad load{port.id, far.device, kb.find<kb::PoeClass>(pd), {}, port.traits.as<Watt>("poe-draw"), false};
    if (!load.asks) {
        if (pd.empty() && !load.drawn) return;  // nobody says that it takes power at all
        ++source.unknown;
        source.loads.push_back(load);
        return;
    }
    const Watt wanted = match::grantOf(kb, type, *load.asks);
    load.isRefused = source.budget && source.reserved + wanted > *source.budget;
    if (!load.isRefused) {
        load.reserved = wanted;
        source.reserved = source.reserved + wanted;
        source.unread += load.drawn ? 0 : 1;
    }
    source.drawn = source.drawn + load.drawn.value_or(load.isRefused ? Watt{} : wanted);
    source.loads.push_back(load);
}

void addRoom(PoeSource& source, const std::vector<const plan::Port*>& ports, const plan::Plan& plan,
             const kb::KnowledgeBase& kb)
{
    if (!source.budget) return;
    // Where somebody stated what other ports take, no less than that is taken.
    Watt taken = source.reserved;
    for (const plan::Port* port : ports)
        if (const auto others = port->traits.as<Watt>("pse-others")) taken = std::max(taken, *others);
    for (const kb::PoeClass& one : kb.all<kb::PoeClass>()) {
        if (one.number == 0) continue;
        const auto free = std::count_if(ports.begin(), ports.end(), [&](const plan::Port* port) {
            const kb::PoeType* type = typeOf(*port, kb);
            return type && type->highestClass >= one.number && isFree(plan, port->id);
        });
        const Watt left = std::max(Watt{}, *source.budget - taken);
        const auto fits = static_cast<long>(left.steps() / std::max<std::int64_t>(1, one.source.steps()));
        const int more = static_cast<int>(std::min<long>(free, std::max(0L, fits)));
        source.room.push_back({&one, more, Watt::fromSteps(left.steps() - more * one.source.steps())});
    }
}

}  // namespace

std::optional<PoeSource> poeSource(const plan::Plan& plan, plan::DeviceId id, const kb::KnowledgeBase& kb)
{
    const plan::Device* device = plan.devices.find(id);
    if (!device) return std::nullopt;
    const auto ports = match::inPoeOrder(plan, id);
    if (std::none_of(ports.begin(), ports.end(), [&](const plan::Port* port) { return typeOf(*port, kb); }))
        return std::nullopt;
    PoeSource source{id, device->traits.as<Watt>("pse-budget"), {}, {}, {}, 0, 0, {}};
    for (const plan::Port* port : ports) {
        const kb::PoeType* type = typeOf(*port, kb);
        const plan::Port* far = type ? farOf(plan, port->id) : nullptr;
        if (far) grant(source, *port, *far, *type, kb);
    }
    addRoom(source, ports, plan, kb);
    return source;
}

std::vector<PoeSource> poeSources(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    std::vector<PoeSource> all;
    std::set<plan::DeviceId> with;
    for (const plan::Port& port : plan.ports)
        if (typeOf(port, kb)) with.insert(port.device);
    for (plan::DeviceId id : with)
        if (auto source = poeSource(plan, id, kb)) all.push_back(std::move(*source));
    return all;
}

PoePorts portsFor(const plan::Plan& plan, plan::DeviceId device, BitRate rate, const kb::PoeClass& asks,
                  const kb::KnowledgeBase& kb)
{
    PoePorts found;
    const auto ports = plan::portsOf(plan, device);
    const auto gives = [&](const plan::Port& port, BitRate wanted, int number) {
        const kb::PoeType* type = typeOf(port, kb);
        const bool isEnough = number == 0 || (type && type->highestClass >= number);
        return isEnough && fastest(port, kb) >= wanted;
    };
    for (const plan::Port* port : ports)
        if (isFree(plan, port->id) && gives(*port, rate, asks.number)) found.free.push_back(port->id);
    if (!found.free.empty()) return found;
    for (const plan::Port* taken : ports) {
        const plan::Port* far = isFree(plan, taken->id) ? nullptr : farOf(plan, taken->id);
        if (!far || !gives(*taken, rate, asks.number)) continue;
        const kb::PoeClass* needs = kb.find<kb::PoeClass>(far->traits.word("pd"));
        const BitRate together = std::min(fastest(*taken, kb), fastest(*far, kb));
        for (const plan::Port* free : ports)
            if (isFree(plan, free->id) && free->cage == taken->cage &&
                gives(*free, together, needs ? needs->number : 0)) {
                found.swaps.push_back({taken->id, free->id});
                break;
            }
    }
    return found;
}

}  // namespace sokudo::power
