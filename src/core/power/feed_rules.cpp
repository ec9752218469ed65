// SPDX-License-Identifier: GPL-3.0-or-later
// Circuits, outlets, strips, supplies, batteries and PoE sources.
#include <algorithm>
#include <map>
#include <set>

#include "core/base/text.h"
#include "core/kb/copper_rows.h"
#include "core/plan/trace.h"
#include "core/power/judgement.h"
#include "core/power/poe_source.h"

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }

plan::Subject of(const plan::Device& device) { return {"device", device.id.value}; }
plan::Subject of(const plan::Port& port) { return {"port", port.id.value}; }
plan::Subject of(const plan::Outlet& outlet) { return {"outlet", outlet.id.value}; }

bool isStated(std::string_view word) { return !word.empty() && word != "none"; }

/// Nodes that feed each other in a circle.
void rings(const House& house, Judgements& found)
{
    const Feeds& feeds = house.net.feeds;
    for (const std::vector<int>& ring : feeds.rings) {
        Judgement one{"feed-ring",
                      Verdict::Unknown,
                      text::say("feed-rules.ring", "{} feeds {} and is fed by it in the end", feeds.name(ring.front()),
                                feeds.name(ring.back())),
                      text::say("feed-rules.ring-fix", "one of them is fed by something else; look where its plug is"),
                      {}};
        for (int node : ring) one.about.push_back(feeds.nodes[at(node)].subject());
        found.push_back(std::move(one));
    }
}

/// A device whose power nobody can name.
void unknownSources(const House& house, Judgements& found)
{
    for (plan::DeviceId id : house.net.feeds.unknown) {
        const plan::Device& device = *house.plan.devices.find(id);
        found.push_back(
            {"source-not-known",
             Verdict::Unknown,
             text::say("feed-rules.not-known", "what feeds {} is not known", device.name),
             text::say("feed-rules.not-known-fix", "follow its plug: set {} fed=\"outlet bench\"", device.name),
             {of(device)}});
    }
}

/// Power that enters at a port whose cable leads to another device than the one that is said to feed it.
void wrongFeeders(const House& house, Judgements& found)
{
    const Feeds& feeds = house.net.feeds;
    for (std::size_t i = 0; i < feeds.devices(); ++i) {
        const plan::Device& device = *feeds.device(static_cast<int>(i));
        for (const plan::Supply& supply : device.supplies) {
            if (!supply.port.isSet() || !supply.from.isSet()) continue;
            for (int number : feeds.into[i]) {
                const Feed& feed = feeds.feeds[at(number)];
                if (feed.port != supply.port || feed.from == feeds.nodeOf(supply.from)) continue;
                found.push_back(
                    {"two-sources",
                     Verdict::Unknown,
                     text::say("feed-rules.two-sources", "{} is said to be fed by {}, and the cable at {} leads to {}",
                               device.name, house.plan.devices.find(supply.from)->name,
                               plan::portText(house.plan, supply.port), feeds.name(feed.from)),
                     text::say("feed-rules.two-sources-fix", "trace that cable, or say what feeds it: set {} fed={}",
                               device.name, feeds.name(feed.from)),
                     {of(device), {"device", supply.from.value}}});
            }
        }
    }
}

/// More plugs than sockets, at outlets and strips that have names and in places that only count theirs.
void sockets(const House& house, Judgements& found)
{
    const Feeds& feeds = house.net.feeds;
    const auto covered = [&](int node) {
        int sum = 0;
        for (int number : feeds.out[at(node)]) sum += feeds.feeds[at(number)].covers;
        return sum;
    };
    const auto add = [&](text::Sentence what, plan::Subject about) {
        found.push_back({"too-few-sockets",
                         Verdict::Marginal,
                         std::move(what),
                         text::say("feed-rules.too-few-fix",
                                   "use leads in place of bricks, a strip with wide gaps, or another outlet; never one "
                                   "strip in another"),
                         {std::move(about)},
                         "strips"});
    };
    for (const plan::Outlet& outlet : house.plan.outlets) {
        const int node = feeds.nodeOf({FeedNode::Kind::Outlet, outlet.id.value});
        if (covered(node) > outlet.sockets)
            add(text::say("feed-rules.too-few", "{} has {} sockets, and plugs and bricks take {}", feeds.says(node),
                          outlet.sockets, covered(node)),
                of(outlet));
    }
    for (const plan::Place& place : house.plan.places) {
        const auto sockets = place.traits.count("sockets");
        const int node = feeds.nodeOf({FeedNode::Kind::Place, place.id.value});
        if (sockets && covered(node) > *sockets)
            add(text::say("feed-rules.too-few-in", "{} has {} power sockets, and plugs and bricks take {}", place.name,
                          *sockets, covered(node)),
                {"place", place.id.value});
    }
    for (std::size_t i = 0; i < feeds.devices(); ++i) {
        const plan::Device& unit = *feeds.device(static_cast<int>(i));
        const auto backed = unit.traits.count("backed-sockets");
        if (backed && covered(static_cast<int>(i)) > *backed)
            add(text::say("feed-rules.too-few-backed", "{} has {} sockets on battery, and plugs and bricks take {}",
                          unit.name, *backed, covered(static_cast<int>(i))),
                of(unit));
    }
}

/// A strip in a strip.
void chainedStrips(const House& house, Judgements& found)
{
    for (const plan::Outlet& strip : house.plan.outlets) {
        const plan::Outlet* into = house.plan.outlets.find(strip.pluggedInto);
        if (strip.kind != plan::OutletKind::Strip || !into || into->kind != plan::OutletKind::Strip) continue;
        found.push_back({"chained-strips",
                         Verdict::Unsafe,
                         text::say("feed-rules.chained", "strip {} is plugged into strip {}", strip.name, into->name),
                         text::say("feed-rules.chained-fix",
                                   "plug {} into a wall outlet: the first strip carries the load of both and can catch "
                                   "fire",
                                   strip.name),
                         {of(strip), of(*into)},
                         "strips"});
    }
}

/// The most that a node and all behind it take at once.
Watt mostBehind(const Feeds& feeds, int node)
{
    Watt sum;
    std::set<int> seen{node};
    std::vector<int> next{node};
    while (!next.empty()) {
        const int here = next.back();
        next.pop_back();
        if (at(here) < feeds.devices()) sum = sum + feeds.draws[at(here)].most.high;
        for (int number : feeds.out[at(here)])
            if (seen.insert(feeds.feeds[at(number)].to).second) next.push_back(feeds.feeds[at(number)].to);
    }
    return sum;
}

/// Circuits, outlets and supplies that carry more than they are made for.
void overloads(const House& house, Judgements& found)
{
    const Feeds& feeds = house.net.feeds;
    const auto add = [&](int node, Watt most, text::Sentence fix, const char* caution) {
        const Watt load = mostBehind(feeds, node);
        if (load <= most) return;
        found.push_back({"overload",
                         Verdict::Unsafe,
                         text::say("feed-rules.overload", "{} carries up to {} and is made for {}", feeds.says(node),
                                   text::figure::watt(load), text::figure::watt(most)),
                         std::move(fix),
                         {feeds.nodes[at(node)].subject()},
                         caution});
    };
    for (const plan::Circuit& circuit : house.plan.circuits)
        if (circuit.breaker && circuit.volts)
            add(feeds.nodeOf({FeedNode::Kind::Circuit, circuit.id.value}),
                Watt::of(circuit.breaker->in() * circuit.volts->in()),
                text::say("feed-rules.overload-circuit", "move devices to another circuit"), "mains");
    for (const plan::Outlet& outlet : house.plan.outlets)
        if (outlet.rating)
            add(feeds.nodeOf({FeedNode::Kind::Outlet, outlet.id.value}), *outlet.rating,
                text::say("feed-rules.overload-outlet", "move plugs to another outlet"), "strips");
    for (const Feed& feed : feeds.feeds)
        if (const plan::Device* device = feeds.device(feed.to); device && feed.output)
            if (const Watt most = mostBehind(feeds, feed.to); most > *feed.output)
                found.push_back({"supply-too-small",
                                 Verdict::Marginal,
                                 text::say("feed-rules.supply-too-small", "{} takes up to {}, and its supply gives {}",
                                           device->name, text::figure::watt(most), text::figure::watt(*feed.output)),
                                 text::say("feed-rules.supply-too-small-fix",
                                           "use a supply of the same voltage and polarity for {} or more",
                                           text::figure::watt(most)),
                                 {of(*device)}});
}

/// A battery unit that goes off at once when the mains do.
void batteries(const House& house, Judgements& found)
{
    const Feeds& feeds = house.net.feeds;
    for (std::size_t i = 0; i < feeds.devices(); ++i) {
        const plan::Device& unit = *feeds.device(static_cast<int>(i));
        if (unit.role == plan::Role::Ups && !batteryOf(unit))
            found.push_back(
                {"battery-not-known",
                 Verdict::Unknown,
                 text::say("feed-rules.no-energy", "the energy of battery unit {} is not known", unit.name),
                 text::say("feed-rules.no-energy-fix",
                           "read it off the label, Wh or V × Ah: set {} battery-wh=480 battery-kind=lead", unit.name),
                 {of(unit)}});
        else if (batteryOf(unit) && (!unit.traits.has("battery-kind") || !unit.traits.has("battery-year")))
            found.push_back(
                {"battery-assumed",
                 Verdict::Unknown,
                 text::say("feed-rules.assumed", "kind or year of the battery in {} is not stated: {} counts",
                           unit.name, unit.traits.has("battery-kind") ? "a new one" : "a new lead battery"),
                 text::say("feed-rules.assumed-fix",
                           "read the label: set {} battery-kind=lead battery-year=2023; an old battery lasts "
                           "much shorter",
                           unit.name),
                 {of(unit)}});
        const auto most = unit.traits.as<Watt>("battery-w");
        if (!most || feeds.takes[i].usual <= *most) continue;
        found.push_back({"battery-overloaded",
                         Verdict::Marginal,
                         text::say("feed-rules.battery-overloaded",
                                   "{} hang on {}, which gives at most {} from its battery: all of it goes off at once",
                                   text::figure::watt(feeds.takes[i].usual), unit.name, text::figure::watt(*most)),
                         text::say("feed-rules.battery-overloaded-fix", "take off what may go dark"),
                         {of(unit)},
                         "lead-battery"});
    }
}

/// Two supplies of one device that hang on one thing.
void sameFeed(const House& house, Judgements& found)
{
    const Feeds& feeds = house.net.feeds;
    for (std::size_t i = 0; i < feeds.devices(); ++i) {
        if (feeds.into[i].size() < 2) continue;
        const plan::Device& device = *feeds.device(static_cast<int>(i));
        std::set<int> from;
        for (int number : feeds.into[i]) from.insert(feeds.feeds[at(number)].from);
        if (from.size() != 1) continue;
        found.push_back(
            {"supplies-together",
             Verdict::Limited,
             text::say("feed-rules.together", "both supplies of {} hang on {}", device.name, feeds.says(*from.begin())),
             text::say("feed-rules.together-fix",
                       "plug one of them into another circuit or a battery unit, else the second helps only "
                       "against a broken supply"),
             {of(device)}});
    }
}

/// A port that supplies power and takes it.
void portsBothWays(const House& house, Judgements& found)
{
    for (const plan::Port& port : house.plan.ports)
        if (isStated(port.traits.word("pse")) && isStated(port.traits.word("pd")))
            found.push_back(
                {"port-both-ways",
                 Verdict::Unknown,
                 text::say("feed-rules.both-ways", "{} is listed to supply power ({}) and to take it ({})",
                           plan::portText(house.plan, port.id), port.traits.word("pse"), port.traits.word("pd")),
                 text::say("feed-rules.both-ways-fix", "a port does one of both: take the other out, set {} pd=none",
                           plan::portText(house.plan, port.id)),
                 {of(port)}});
}

void budgets(const House& house, Judgements& found)
{
    for (const PoeSource& source : poeSources(house.plan, house.kb)) {
        if (!source.budget) continue;
        const plan::Device& device = *house.plan.devices.find(source.device);
        std::vector<std::string> refused;
        for (const PoeLoad& load : source.loads)
            if (load.isRefused) refused.push_back(house.plan.devices.find(load.device)->name);
        if (refused.empty()) continue;
        const bool isFineByDraw = source.unread == 0 && source.drawn <= *source.budget;
        found.push_back(
            {"poe-by-class",
             Verdict::Marginal,
             text::say("feed-rules.by-class",
                       "if every device asked {} for its class, {} would be refused: {} are drawn, {} the budget",
                       device.name, text::joined(refused, ", "), text::figure::watt(source.drawn),
                       text::figure::watt(*source.budget)),
             isFineByDraw
                 ? text::say("feed-rules.by-draw",
                             "it works while {} counts what is drawn; one that reserves by class refuses them",
                             device.name)
                 : text::say("feed-rules.move-load", "move one of them to another source, or give it an injector"),
             {of(device)}});
    }
}

/// The port at the far end of the cable in a port; null: none.
const plan::Port* farOf(const std::map<plan::PortId, plan::PortId>& far, const plan::Plan& plan, plan::PortId port)
{
    const auto found = far.find(port);
    return found == far.end() ? nullptr : plan.ports.find(found->second);
}

/// Injectors behind a port that supplies power, switches fed at a management port, loads beyond any class.
void ports(const House& house, Judgements& found)
{
    std::map<plan::PortId, plan::PortId> far;
    house.links.each([&](const match::ReportPtr& report) {
        far[report->link.a] = report->link.b;
        far[report->link.b] = report->link.a;
    });
    Watt mostAtDevice;
    for (const kb::PoeClass& one : house.kb.all<kb::PoeClass>()) mostAtDevice = std::max(mostAtDevice, one.device);
    for (const plan::Port& port : house.plan.ports) {
        const plan::Device* device = house.plan.devices.find(port.device);
        const plan::Port* other = farOf(far, house.plan, port.id);
        if (!device || !other) continue;
        if (device->role == plan::Role::Injector && !isStated(port.traits.word("pse")) &&
            isStated(other->traits.word("pse")))
            found.push_back({"injector-not-needed",
                             Verdict::Limited,
                             text::say("feed-rules.injector", "injector {} hangs on {}, which supplies power itself",
                                       device->name, plan::portText(house.plan, other->id)),
                             text::say("feed-rules.injector-fix",
                                       "take the injector out if {} gives the class that is needed: one plug less",
                                       plan::portText(house.plan, other->id)),
                             {of(*device)}});
        if (device->role == plan::Role::Switch && port.traits.flag("management") && isStated(port.traits.word("pd")))
            found.push_back(
                {"fed-at-management",
                 Verdict::Limited,
                 text::say("feed-rules.management",
                           "{} is fed at its management port: power arrives, and no traffic of the others",
                           device->name),
                 text::say("feed-rules.management-fix", "keep a second cable at {} for the traffic", device->name),
                 {of(port)}});
        const auto most = device->traits.as<Watt>("most-w");
        if (isStated(port.traits.word("pd")) && most && *most > mostAtDevice)
            found.push_back({"beyond-poe",
                             Verdict::Marginal,
                             text::say("feed-rules.beyond", "{} takes up to {}, and a cable gives a device at most {}",
                                       device->name, text::figure::watt(*most), text::figure::watt(mostAtDevice)),
                             text::say("feed-rules.beyond-fix", "give it a supply of its own, or cap what it takes"),
                             {of(*device)}});
    }
}

}  // namespace

void judgeFeeds(const House& house, Judgements& found)
{
    rings(house, found);
    unknownSources(house, found);
    wrongFeeders(house, found);
    sockets(house, found);
    chainedStrips(house, found);
    overloads(house, found);
    batteries(house, found);
    sameFeed(house, found);
}

void judgePoe(const House& house, Judgements& found)
{
    portsBothWays(house, found);
    budgets(house, found);
    ports(house, found);
}

}  // namespace sokudo::power
