// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/contradictions.h"
#include "core/plan/plugs.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/survey/distances.h"

namespace sokudo::survey {
namespace {

using Found = std::vector<Contradiction>;

plan::Subject of(const char* kind, std::int64_t id) { return {kind, id}; }

std::string runName(const plan::Plan& plan, const plan::Run& run)
{
    return run.label.empty() ? plan::portText(plan, run.a) + " – " + plan::portText(plan, run.b) : run.label;
}

std::string deviceName(const plan::Plan& plan, plan::DeviceId id)
{
    const plan::Device* device = plan.devices.find(id);
    return device ? device->name : std::string("?");
}

/// Ports with a run on them.
std::set<plan::PortId> cabledPorts(const plan::Plan& plan)
{
    std::set<plan::PortId> ports;
    for (const plan::Run& run : plan.runs)
        for (plan::PortId end : {run.a, run.b})
            if (end.isSet()) ports.insert(end);
    return ports;
}

void twoOfOneName(const plan::Plan& plan, Found& found)
{
    std::map<std::string, const plan::Device*> devices;
    for (const plan::Device& device : plan.devices) {
        const auto [at, isNew] = devices.emplace(text::lower(device.name), &device);
        if (!isNew)
            found.push_back(
                {"two-names",
                 text::say("contradictions.two-devices", "two devices are called {} and {}", at->second->name,
                           device.name),
                 text::say("contradictions.rename-one", "rename one, or delete the one that is listed twice"),
                 {of("device", device.id.value), of("device", at->second->id.value)}});
    }
    std::map<std::string, const plan::Run*> runs;
    for (const plan::Run& run : plan.runs) {
        if (run.label.empty()) continue;
        const auto [at, isNew] = runs.emplace(text::lower(run.label), &run);
        if (!isNew)
            found.push_back(
                {"two-labels",
                 text::say("contradictions.two-runs", "two runs bear the label {}", run.label),
                 text::say("contradictions.label-anew", "look at both ends and give one of them another label"),
                 {of("run", run.id.value), of("run", at->second->id.value)}});
    }
}

void twoOfOneAddress(const plan::Plan& plan, Found& found)
{
    std::map<std::string, const plan::Access*> owners;
    for (const plan::Access& access : plan.accesses)
        for (const std::string* list : {&access.address, &access.hardware})
            for (const std::string& one : text::words(*list)) {
                const auto [at, isNew] = owners.emplace(text::lower(one), &access);
                if (isNew || at->second->device == access.device) continue;
                found.push_back(
                    {"two-addresses",
                     text::say("contradictions.one-address", "{} is listed as the address of {} and of {}", one,
                               deviceName(plan, at->second->device), deviceName(plan, access.device)),
                     text::say("contradictions.ask-both", "ask both devices; one of the two records is old"),
                     {of("device", access.device.value), of("device", at->second->device.value)}});
            }
}

/// A shared port with both of its sockets in use.
void comboTwice(const plan::Plan& plan, const std::set<plan::PortId>& cabled, Found& found)
{
    for (const plan::Port& port : plan.ports) {
        if (!port.comboOf.isSet() || !cabled.contains(port.id) || !cabled.contains(port.comboOf)) continue;
        const plan::Port* other = plan.ports.find(port.comboOf);
        if (!other || (other->comboOf == port.id && other->id < port.id)) continue;  // named from the other side
        found.push_back(
            {"combo-twice",
             text::say("contradictions.combo", "{} and {} are one port with two sockets, and both are cabled",
                       plan::portText(plan, port.id), plan::portText(plan, other->id)),
             text::say("contradictions.only-one-works", "only one of them works; move one cable to another port"),
             {of("port", port.id.value), of("port", other->id.value)}});
    }
}

void ratesBeyondCages(const plan::Plan& plan, const kb::KnowledgeBase& kb, Found& found)
{
    for (const plan::Port& port : plan.ports) {
        const kb::Cage* cage = kb.find<kb::Cage>(port.cage);
        if (!cage || port.rates.empty()) continue;
        const BitRate most = *std::max_element(port.rates.begin(), port.rates.end());
        if (most <= cage->rate) continue;
        found.push_back(
            {"rate-beyond-cage",
             text::say("contradictions.rate-beyond", "{} is listed at {}, and a {} socket carries at most {}",
                       plan::portText(plan, port.id), text::linkRate(most), cage->name, text::linkRate(cage->rate)),
             text::say("contradictions.read-the-port",
                       "read what is printed at the port: the rate or the kind of socket is wrong"),
             {of("port", port.id.value)}});
    }
}

/// Fed by one device according to the record, and by the far end of its powered cable.
void twoFeeders(const plan::Plan& plan, Found& found)
{
    for (const plan::Device& device : plan.devices) {
        const std::string_view source = device.traits.word("power-source");
        const bool isPlugged =
            std::all_of(device.supplies.begin(), device.supplies.end(), [](const plan::Supply& supply) {
                return supply.kind == plan::SupplyKind::Cord || supply.kind == plan::SupplyKind::Brick;
            });
        if (plan::feederOf(device).isSet() && !isPlugged && (source == "outlet" || source == "battery-outlet"))
            found.push_back(
                {"two-feeders",
                 text::say("contradictions.outlet-and-device", "{} is listed as fed from an outlet and by {}",
                           device.name, deviceName(plan, plan::feederOf(device))),
                 text::say("contradictions.one-of-both", "look where its power comes from, and take the other one out"),
                 {of("device", device.id.value)}});
        if (!plan::feederOf(device).isSet() || source != "poe") continue;
        bool isJoined = false;
        for (const plan::Port* port : plan::portsOf(plan, device.id))
            for (const plan::Run* run : plan::runsAt(plan, port->id)) {
                const plan::Device* far = plan::deviceOf(plan, run->a == port->id ? run->b : run->a);
                isJoined = isJoined || (far && (far->id == plan::feederOf(device) || plan::isPassive(far->role)));
            }
        if (!isJoined)
            found.push_back({"fed-without-cable",
                             text::say("contradictions.no-cable",
                                       "{} is listed as fed over its cable by {}, and no cable joins the two",
                                       device.name, deviceName(plan, plan::feederOf(device))),
                             text::say("contradictions.trace-the-cable", "trace its cable, or say what feeds it"),
                             {of("device", device.id.value)}});
    }
}

/// Devices that feed each other in a ring.
void feedingRings(const plan::Plan& plan, Found& found)
{
    std::set<plan::DeviceId> told;
    for (const plan::Device& device : plan.devices) {
        plan::DeviceId at = plan::feederOf(device);
        std::size_t steps = 0;
        while (at.isSet() && at != device.id && ++steps <= plan.devices.size()) {
            const plan::Device* next = plan.devices.find(at);
            at = next ? plan::feederOf(*next) : plan::DeviceId{};
        }
        if (at != device.id || !told.insert(device.id).second) continue;
        for (plan::DeviceId one = plan::feederOf(device); one.isSet() && one != device.id;
             one = plan::feederOf(*plan.devices.find(one)))
            told.insert(one);
        found.push_back({"feeds-itself",
                         text::say("contradictions.ring", "{} feeds itself by way of {}", device.name,
                                   deviceName(plan, plan::feederOf(device))),
                         text::say("contradictions.ring-fix", "one of them is fed by something else; look at each"),
                         {of("device", device.id.value)}});
    }
}

/// The units that devices of one rack take.
void rackUnits(const plan::Plan& plan, Found& found)
{
    for (const plan::Place& rack : plan.places) {
        if (rack.kind != plan::PlaceKind::Rack) continue;
        std::map<int, const plan::Device*> taken;
        const auto height = rack.traits.count("rack-units");
        for (const plan::Device& device : plan.devices) {
            if (device.place != rack.id || device.rackUnit == 0) continue;
            const int units = device.traits.count("height-u").value_or(1);
            if (height && device.rackUnit + units - 1 > *height)
                found.push_back({"above-the-rack",
                                 text::say("contradictions.above", "{} reaches unit {}, and {} has {}", device.name,
                                           device.rackUnit + units - 1, rack.name, *height),
                                 text::say("contradictions.above-fix", "count the units again"),
                                 {of("device", device.id.value), of("place", rack.id.value)}});
            for (int unit = device.rackUnit; unit < device.rackUnit + units; ++unit) {
                const auto [at, isNew] = taken.emplace(unit, &device);
                if (isNew) continue;
                found.push_back({"one-unit-twice",
                                 text::say("contradictions.one-unit", "unit {} of {} is taken by {} and {}", unit,
                                           rack.name, at->second->name, device.name),
                                 text::say("contradictions.one-unit-fix", "look which of them stands there"),
                                 {of("device", device.id.value), of("device", at->second->id.value)}});
                break;
            }
        }
    }
}

/// More plugs than sockets. Sockets are counted, and bricks cover their neighbours.
void outlets(const plan::Plan& plan, Found& found)
{
    for (const plan::Place& place : plan.places) {
        const auto sockets = place.traits.count("sockets");
        if (!sockets) continue;
        int used = 0;
        for (const plan::Device& device : plan.devices)
            if (device.place == place.id) used += plan::socketsTaken(device);
        if (used > *sockets)
            found.push_back(
                {"too-many-plugs",
                 text::say("contradictions.plugs", "{} has {} power sockets, and what is plugged in covers {}",
                           place.name, *sockets, used),
                 text::say("contradictions.plugs-fix", "a strip is not listed, or one of the devices is fed otherwise"),
                 {of("place", place.id.value)}});
    }
}

/// Cables that are shorter than the way between their ends, or far longer than any way there.
void lengths(const plan::Plan& plan, Found& found)
{
    for (const plan::Run& run : plan.runs) {
        if (!run.length) continue;
        const auto far = distanceOf(plan, run);
        if (!far) continue;
        const Length most = Length::of(3 * far->withSlack.in() + 20);  // three times the way, and a reel's rest
        // The middle of a room stands for a device whose spot nobody stated: that proves no cable too short.
        const bool isShort = *run.length < far->straight && !far->isEstimate;
        if (!isShort && *run.length <= most) continue;
        found.push_back(
            {isShort ? "too-short" : "too-long",
             isShort ? text::say("contradictions.too-short",
                                 "run {} is listed with {}, and its ends are {} apart in a straight line",
                                 runName(plan, run), text::length(*run.length), text::length(far->straight))
                     : text::say("contradictions.too-long",
                                 "run {} is listed with {}, and the way between its ends takes about {}",
                                 runName(plan, run), text::length(*run.length), text::length(far->withSlack)),
             text::say("contradictions.length-fix", "measure the cable, or look whether it ends where the record says"),
             {of("run", run.id.value)}});
    }
}

/// The runs that somebody counted at a panel or switch against those that are listed.
void claimedRuns(const plan::Plan& plan, const std::set<plan::PortId>& cabled, Found& found)
{
    for (const plan::Device& device : plan.devices) {
        const auto claimed = device.traits.count("claims-runs");
        if (!claimed) continue;
        int listed = 0;
        for (const plan::Port* port : plan::portsOf(plan, device.id)) listed += cabled.contains(port->id);
        if (listed == *claimed) continue;
        found.push_back(
            {"claimed-runs",
             text::say("contradictions.claimed", "{} cables are said to end at {}, and {} are listed", *claimed,
                       device.name, listed),
             listed < *claimed
                 ? *claimed - listed == 1
                       ? text::say("contradictions.claimed-one-fewer", "trace the one that is missing")
                       : text::say("contradictions.claimed-fewer", "trace the {} that are missing", *claimed - listed)
                 : text::say("contradictions.claimed-more", "count them again, or take the ones out that are gone"),
             {of("device", device.id.value)}});
    }
}

/// A plan that the provider's own port cannot hand off.
void handOffs(const plan::Plan& plan, Found& found)
{
    for (const plan::Service& service : plan.services) {
        if (!service.handOff || !service.down || *service.down <= *service.handOff) continue;
        found.push_back({"hand-off",
                         text::say("contradictions.hand-off", "{} is sold with {} and handed off at {}", service.name,
                                   text::linkRate(*service.down), text::linkRate(*service.handOff)),
                         text::say("contradictions.hand-off-fix",
                                   "read the port of the provider's box; ask for one that is fast enough"),
                         {of("service", service.id.value)}});
    }
}

/// One network on both sides of a cable, by two names.
void networksDiffer(const plan::Plan& plan, Found& found)
{
    for (const plan::Run& run : plan.runs) {
        const plan::Port* a = plan.ports.find(run.a);
        const plan::Port* b = plan.ports.find(run.b);
        if (!a || !b || !a->untagged.isSet() || !b->untagged.isSet() || a->untagged == b->untagged) continue;
        found.push_back(
            {"networks-differ",
             text::say("contradictions.networks", "frames without a tag on run {} belong to {} at {} and to {} at {}",
                       runName(plan, run), plan.networks.find(a->untagged)->name, plan::portText(plan, a->id),
                       plan.networks.find(b->untagged)->name, plan::portText(plan, b->id)),
             text::say("contradictions.networks-fix", "set both ends to one network, or the two become one"),
             {of("run", run.id.value)}});
    }
}

}  // namespace

std::vector<Contradiction> contradictions(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    Found found;
    const auto cabled = cabledPorts(plan);
    twoOfOneName(plan, found);
    twoOfOneAddress(plan, found);
    comboTwice(plan, cabled, found);
    ratesBeyondCages(plan, kb, found);
    twoFeeders(plan, found);
    feedingRings(plan, found);
    rackUnits(plan, found);
    outlets(plan, found);
    lengths(plan, found);
    claimedRuns(plan, cabled, found);
    handOffs(plan, found);
    networksDiffer(plan, found);
    return found;
}

}  // namespace sokudo::survey
