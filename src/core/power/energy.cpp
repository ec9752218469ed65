// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/energy.h"

#include <algorithm>
#include <map>

#include "core/formulas/battery.h"

namespace sokudo::power {
namespace {

YearCost yearOf(const WattBand& watts, int hours, std::optional<Money> perKwh)
{
    const double share = hours / 24.0;
    const auto energy = [&](Watt watt) { return WattHour::of(formulas::yearOf(watt).in() * share); };
    YearCost year{energy(watts.low), energy(watts.usual), energy(watts.high), {}};
    if (perKwh) year.money = Money::of(year.usual.in() / 1000 * perKwh->in());
    return year;
}

}  // namespace

YearCost& YearCost::operator+=(const YearCost& other)
{
    low = low + other.low;
    usual = usual + other.usual;
    high = high + other.high;
    if (other.money) money = money.value_or(Money{}) + *other.money;
    return *this;
}

std::optional<Money> tariffOf(const plan::Plan& plan)
{
    for (const plan::Service& service : plan.services)
        if (service.kind == plan::ServiceKind::Electricity && service.unitPrice) return service.unitPrice;
    return std::nullopt;
}

Energy energyOf(const plan::Plan& plan, const Feeds& feeds)
{
    Energy energy;
    energy.perKwh = tariffOf(plan);
    std::map<plan::PlaceId, PlaceCost> places;
    for (std::size_t i = 0; i < feeds.devices(); ++i) {
        const int node = static_cast<int>(i);
        const plan::Device& device = *feeds.device(node);
        const Draw& draw = feeds.draws[i];
        if (draw.basis == DrawBasis::None) continue;
        DeviceCost cost{device.id, draw, feeds.own(node), device.traits.count("hours").value_or(24), {}};
        cost.year = yearOf(cost.atPlug, cost.hours, energy.perKwh);
        energy.year += cost.year;
        energy.usual += cost.atPlug;
        energy.idle += draw.idle;
        energy.most += draw.most;
        PlaceCost& place = places[device.place];
        place.place = device.place;
        place.watts += cost.atPlug;
        place.year += cost.year;
        energy.devices.push_back(std::move(cost));
    }
    for (auto& [id, place] : places) energy.places.push_back(place);
    for (std::size_t i = 0; i + 1 < feeds.size(); ++i) {
        if (feeds.out[i].empty()) continue;
        const WattBand& watts = feeds.takes[i];
        energy.feeds.push_back({static_cast<int>(i), watts, yearOf(watts, 24, energy.perKwh)});
    }
    const auto byWatts = [](const auto& a, const auto& b) { return a.year.usual > b.year.usual; };
    std::stable_sort(energy.devices.begin(), energy.devices.end(), byWatts);
    std::stable_sort(energy.places.begin(), energy.places.end(), byWatts);
    std::stable_sort(energy.feeds.begin(), energy.feeds.end(), byWatts);
    return energy;
}

}  // namespace sokudo::power
