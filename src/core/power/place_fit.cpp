// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/place_fit.h"

#include <algorithm>
#include <map>

namespace sokudo::power {
namespace {

constexpr double kUsualSummer = 26, kUsualMost = 40;  // °C: a room on a warm day; what most gear is made for

/// The air around a place: stated for it, or for the place it stands in.
std::optional<Celsius> summerOf(const plan::Plan& plan, const plan::Place* place)
{
    for (std::size_t steps = 0; place && steps <= plan.places.size(); ++steps) {
        if (const auto stated = place->traits.as<Celsius>("summer")) return stated;
        place = plan.places.find(place->within);
    }
    return std::nullopt;
}

Length altitudeOf(const plan::Plan& plan)
{
    for (const plan::Place& place : plan.places)
        if (const auto stated = place.traits.count("altitude")) return Length::of(*stated);
    return {};
}

void addRack(PlaceFit& fit, const plan::Place& place, const std::vector<const plan::Device*>& devices)
{
    for (const plan::Device* device : devices) {
        const auto weight = device->traits.as<Mass>("weight");
        fit.weight = fit.weight + weight.value_or(Mass{});
        fit.unweighed += weight ? 0 : 1;
    }
    if (const auto carries = place.traits.as<Mass>("carries-weight")) fit.carries = carries;
    fit.unitsAll = place.traits.count("rack-units");
    if (!fit.unitsAll) return;
    int used = 0;
    for (const plan::Device* device : devices)
        if (device->rackUnit > 0) used += device->traits.count("height-u").value_or(1);
    fit.unitsFree = *fit.unitsAll - used;
}

}  // namespace

std::optional<formulas::Cupboard> cupboardOf(const plan::Plan& plan, const plan::Place& place, Watt heat)
{
    const auto litres = place.traits.count("litres");
    if (!litres || heat.in() <= 0) return std::nullopt;
    formulas::Cupboard box{heat, Volume::of(*litres / 1000.0), 0, {}, {}, {}, {}};
    box.vents = place.traits.count("vents").value_or(0);
    box.each = Opening::of(place.traits.count("vent-cm2").value_or(0));
    if (const auto fan = place.traits.count("fan-m3h")) box.fan = AirFlow::of(*fan);
    const plan::Place* around = plan.places.find(place.within);
    box.outside = summerOf(plan, around ? around : &place).value_or(Celsius::of(kUsualSummer));
    box.height = altitudeOf(plan);
    return box;
}

std::vector<PlaceFit> placeFits(const plan::Plan& plan, const Feeds& feeds, const kb::KnowledgeBase& kb)
{
    std::map<plan::PlaceId, std::vector<const plan::Device*>> standing;
    for (const plan::Device& device : plan.devices)
        if (!plan::isPassive(device.role)) standing[device.place].push_back(&device);
    std::vector<PlaceFit> fits;
    for (const plan::Place& place : plan.places) {
        const auto& devices = standing[place.id];
        PlaceFit fit;
        fit.place = place.id;
        fit.devices = static_cast<int>(devices.size());
        for (const plan::Device* device : devices) fit.heat += feeds.own(feeds.nodeOf(device->id));
        if (devices.empty()) continue;
        const auto summer = summerOf(plan, &place);
        fit.isOutsideStated = summer.has_value();
        fit.outside = summer.value_or(Celsius::of(kUsualSummer));
        fit.most = place.traits.as<Celsius>("most-air").value_or(Celsius::of(kUsualMost));
        if (const auto box = cupboardOf(plan, place, fit.heat.usual)) {
            fit.outside = box->outside;
            if (auto settled = formulas::settled(*box, kb)) fit.settled = std::move(*settled);
        }
        if (fit.most > fit.outside && fit.heat.usual.in() > 0)
            fit.needs =
                formulas::airFor(kb, fit.heat.usual, Kelvin::of(fit.most.in() - fit.outside.in()), altitudeOf(plan));
        addRack(fit, place, devices);
        fits.push_back(std::move(fit));
    }
    return fits;
}

}  // namespace sokudo::power
