// SPDX-License-Identifier: GPL-3.0-or-later
// Whether a place suits what stands in it: heat, dust, frost, noise, depth, weight, air at its vents.
#include <algorithm>
#include <map>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/power/judgement.h"
#include "core/power/place_fit.h"

namespace sokudo::power {
namespace {

plan::Subject of(const plan::Device& device) { return {"device", device.id.value}; }
plan::Subject of(const plan::Place& place) { return {"place", place.id.value}; }

std::string degrees(Celsius value) { return text::number(value.in(), 3) + std::string(text::kThin) + "°C"; }
std::string kilograms(Mass value) { return text::number(value.in(), 3) + std::string(text::kThin) + "kg"; }

void heat(const PlaceFit& fit, const plan::Place& place, Judgements& found)
{
    const Celsius reached = fit.settled ? fit.settled->usual : fit.outside;
    if (reached > fit.most) {
        text::Sentence fix = fit.needs ? text::say("place-rules.air",
                                                   "it needs {} m³/h of air to stay below: vents low and "
                                                   "high, or a fan; or move what is warmest",
                                                   text::number(fit.needs->in(), 3))
                                       : text::say("place-rules.air-too-warm",
                                                   "the air around it is as warm: move what is warmest elsewhere");
        found.push_back(
            {"too-warm",
             Verdict::Marginal,
             fit.settled
                 ? text::say("place-rules.too-warm", "{} gets up to {} inside with {} of heat, and {} is the limit",
                             place.name, degrees(reached), text::figure::watt(fit.heat.usual), degrees(fit.most))
                 : text::say("place-rules.too-warm-around", "{} gets up to {} in summer, and {} is the limit",
                             place.name, degrees(reached), degrees(fit.most)),
             std::move(fix),
             {of(place)},
             "shut-in"});
    }
    const bool isShut = place.kind == plan::PlaceKind::Cupboard;
    if (isShut && !fit.settled && fit.heat.usual > Watt::of(10))
        found.push_back(
            {"air-not-known",
             Verdict::Unknown,
             text::say("place-rules.no-air", "how {} gets rid of {} of heat is not known", place.name,
                       text::figure::watt(fit.heat.usual)),
             text::say("place-rules.no-air-fix", "measure it: set place {} litres=600 vents=2 vent-cm2=80", place.name),
             {of(place)},
             "shut-in"});
    if (place.traits.flag("soft") && fit.heat.usual > Watt::of(5))
        found.push_back({"soft-around",
                         Verdict::Unsafe,
                         text::say("place-rules.soft", "cloth, paper or boards lie against what makes {} in {}",
                                   text::figure::watt(fit.heat.usual), place.name),
                         text::say("place-rules.soft-fix", "clear them away: a hand's width all round"),
                         {of(place)},
                         "shut-in"});
}

bool hasDisks(const plan::Device& device)
{
    return std::any_of(device.disks.begin(), device.disks.end(),
                       [](const plan::DiskGroup& group) { return group.kind.starts_with("hdd"); });
}

void frost(const plan::Place& place, const std::vector<const plan::Device*>& devices, Judgements& found)
{
    const auto winter = place.traits.as<Celsius>("winter");
    if (!winter || winter->in() >= 0) return;
    std::vector<std::string> names;
    Judgement one{"frost", Verdict::Limited, {}, {}, {of(place)}};
    bool turns = false;
    for (const plan::Device* device : devices) {
        if (needsNoFeed(*device)) continue;
        names.push_back(device->name);
        one.about.push_back(of(*device));
        turns = turns || hasDisks(*device);
    }
    if (names.empty()) return;
    one.what = text::say("place-rules.frost", "{} gets down to {}: {}", place.name, degrees(*winter),
                         text::joined(names, ", "));
    one.fix = turns
                  ? text::say("place-rules.frost-disks", "disks that turn are made for 5 °C and more: move them inside")
                  : text::say("place-rules.frost-fix",
                              "read what they are made for; once off, let them warm up before they are switched on: "
                              "water condenses in them");
    found.push_back(std::move(one));
}

/// Dust and noise, for each device.
void climate(const plan::Place& place, const plan::Device& device, Judgements& found)
{
    const int fans = device.traits.count("fans").value_or(0);
    if (place.traits.is("dust", "dusty") && fans > 0)
        found.push_back(
            {"dust",
             Verdict::Limited,
             text::say("place-rules.dust", "{} draws the dust of {} through {} fans", device.name, place.name, fans),
             text::say("place-rules.dust-fix", "choose gear without fans there, or clean it twice a year"),
             {of(device), of(place)}});
    const std::string_view quiet = place.traits.word("quiet");
    const bool isQuiet = quiet == "sleeping" || quiet == "recording" || quiet == "living";
    const auto size = device.traits.count("fan-mm");
    if (isQuiet && fans > 0 && (size.value_or(40) <= 60 || quiet != "living"))
        found.push_back(
            {"noise",
             Verdict::Limited,
             size ? text::say("place-rules.noise-size", "the {} mm fans of {} are heard in {}", *size, device.name,
                              place.name)
                  : text::say("place-rules.noise", "the fans of {} are heard in {}", device.name, place.name),
             text::say("place-rules.noise-fix",
                       "put it where nobody sleeps, sits or records, or choose gear without fans; fans get "
                       "louder under load"),
             {of(device), of(place)}});
}

/// Depth with room for plugs, and space at the vents.
void room(const plan::Place& place, const plan::Device& device, Judgements& found)
{
    constexpr double kPlugs = 0.06;  // m: plugs and the bend of their cables
    const auto inside = place.traits.as<Length>("inside-depth"), depth = device.traits.as<Length>("depth");
    if (inside && depth && depth->in() + kPlugs > inside->in())
        found.push_back({"too-deep",
                         depth > inside ? Verdict::Unsafe : Verdict::Marginal,
                         text::say("place-rules.too-deep", "{} is {} deep, plugs need {} more, and {} has {}",
                                   device.name, text::figure::length(*depth), text::figure::length(Length::of(kPlugs)),
                                   place.name, text::figure::length(*inside)),
                         text::say("place-rules.too-deep-fix", "use a deeper rack, or angled plugs if they just fit"),
                         {of(device), of(place)}});
    const auto clearance = device.traits.as<Length>("clearance");
    if (clearance && clearance->in() < 0.03)
        found.push_back(
            {"no-clearance",
             Verdict::Limited,
             text::say("place-rules.clearance", "the vents of {} have {} in front of them", device.name,
                       text::figure::length(*clearance)),
             text::say("place-rules.clearance-fix",
                       "leave 3 cm or more: put it on feet, leave a unit free, and mind where its air comes "
                       "out"),
             {of(device)},
             "shut-in"});
}

/// Units that a rack has left for what stands in it and is not mounted.
void units(const PlaceFit& fit, const plan::Place& place, const std::vector<const plan::Device*>& devices,
           Judgements& found)
{
    if (!fit.unitsFree) return;
    int left = *fit.unitsFree;
    for (const plan::Device* device : devices) {
        if (device->rackUnit > 0 || plan::isPassive(device->role)) continue;
        const int height = device->traits.count("height-u").value_or(1);
        left -= height;
        if (left >= 0) continue;
        found.push_back({"no-units",
                         Verdict::Marginal,
                         text::say("place-rules.no-units", "{} takes {} units, and {} has {} of {} left", device->name,
                                   height, place.name, std::max(0, left + height), *fit.unitsAll),
                         text::say("place-rules.no-units-fix", "take a unit out, or put it on a shelf beside the rack"),
                         {of(*device), of(place)}});
    }
}

void weight(const PlaceFit& fit, const plan::Place& place, const std::vector<const plan::Device*>& devices,
            Judgements& found)
{
    constexpr double kSafety = 2;  // brackets and shelves: half of what is printed on them
    if (fit.carries && fit.weight.in() * kSafety > fit.carries->in())
        found.push_back(
            {"too-heavy",
             fit.weight > *fit.carries ? Verdict::Unsafe : Verdict::Marginal,
             text::say("place-rules.too-heavy", "{} carries {} and is made for {}: less than twice what hangs on it",
                       place.name, kilograms(fit.weight), kilograms(*fit.carries)),
             text::say("place-rules.too-heavy-fix",
                       "put the heaviest on the floor, or on rails that are "
                       "made for it"),
             {of(place)},
             "lift"});
    const plan::Device *heaviest = nullptr, *lowest = nullptr;
    Mass most;
    for (const plan::Device* device : devices) {
        if (device->rackUnit <= 0) continue;
        if (const auto kg = device->traits.as<Mass>("weight"); kg && *kg > most) {
            most = *kg;
            heaviest = device;
        }
        if (!lowest || device->rackUnit < lowest->rackUnit) lowest = device;
    }
    if (heaviest && lowest != heaviest && most >= Mass::of(10) &&
        lowest->traits.as<Mass>("weight").value_or(Mass{}) < Mass::of(most.in() / 2))
        found.push_back({"heavy-above",
                         Verdict::Limited,
                         text::say("place-rules.heavy-above", "{} ({}) hangs above {}", heaviest->name, kilograms(most),
                                   lowest->name),
                         text::say("place-rules.heavy-above-fix", "the heaviest goes lowest: the rack stands firmer"),
                         {of(*heaviest)},
                         "lift"});
}

/// Warm copper modules in cages side by side.
void copperModules(const House& house, Judgements& found)
{
    std::map<plan::DeviceId, std::vector<const plan::Port*>> warm;
    for (const plan::Port& port : house.plan.ports) {
        const kb::ModuleKind* module = house.kb.find<kb::ModuleKind>(port.module);
        const kb::Phy* phy = module ? house.kb.find<kb::Phy>(module->phy) : nullptr;
        if (phy && phy->medium == kb::MediumKind::TwistedPair && module->power >= Watt::of(1.8))
            warm[port.device].push_back(&port);
    }
    for (auto& [id, ports] : warm) {
        std::sort(ports.begin(), ports.end(), [](auto* a, auto* b) { return a->position < b->position; });
        for (std::size_t i = 1; i < ports.size(); ++i) {
            if (ports[i]->position != ports[i - 1]->position + 1) continue;
            const plan::Device& device = *house.plan.devices.find(id);
            found.push_back({"copper-side-by-side",
                             Verdict::Limited,
                             text::say("place-rules.copper", "copper modules sit side by side at {} and {} of {}",
                                       ports[i - 1]->name, ports[i]->name, device.name),
                             text::say("place-rules.copper-fix",
                                       "leave a cage free between them, or use a lead: they get too hot to touch"),
                             {{"port", ports[i - 1]->id.value}, {"port", ports[i]->id.value}},
                             "hot-module"});
            break;
        }
    }
}

}  // namespace

void judgePlaces(const House& house, Judgements& found)
{
    std::map<plan::PlaceId, std::vector<const plan::Device*>> standing;
    for (const plan::Device& device : house.plan.devices) standing[device.place].push_back(&device);
    for (const PlaceFit& fit : placeFits(house.plan, house.net.feeds, house.kb)) {
        const plan::Place& place = *house.plan.places.find(fit.place);
        const auto& devices = standing[fit.place];
        heat(fit, place, found);
        frost(place, devices, found);
        for (const plan::Device* device : devices) {
            climate(place, *device, found);
            room(place, *device, found);
        }
        units(fit, place, devices, found);
        weight(fit, place, devices, found);
    }
    copperModules(house, found);
}

}  // namespace sokudo::power
