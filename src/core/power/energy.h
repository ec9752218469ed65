// SPDX-License-Identifier: GPL-3.0-or-later
// What running the network costs a year: by device, by place and by feed.
#pragma once

#include <vector>

#include "core/power/feeds.h"

namespace sokudo::power {

struct YearCost {
    WattHour low, usual, high;   ///< a year
    std::optional<Money> money;  ///< of the usual; nothing without a tariff
    YearCost& operator+=(const YearCost&);
};

struct DeviceCost {
    plan::DeviceId device;
    Draw draw;
    WattBand atPlug;  ///< what it takes of the mains by itself, with the losses of what feeds it
    int hours = 24;   ///< a day
    YearCost year;
};
struct PlaceCost {
    plan::PlaceId place;
    WattBand watts;  ///< of the devices in it: the heat they make
    YearCost year;
};
struct FeedCost {
    int node = -1;  ///< of the feeds: a circuit, an outlet, a battery unit, a switch that feeds others
    WattBand watts;
    YearCost year;
};

struct Energy {
    std::optional<Money> perKwh;  ///< as the electricity service says
    std::vector<DeviceCost> devices;
    std::vector<PlaceCost> places;
    std::vector<FeedCost> feeds;
    YearCost year;
    WattBand idle, usual, most;  ///< all devices together, at their plugs
};

/// The price of a kWh in the service of electricity; nothing where none is stated.
std::optional<Money> tariffOf(const plan::Plan&);
/// W × 8.76 kWh a year, less where a device is not on all day. The sum of all devices is what the house takes.
/// @source own
Energy energyOf(const plan::Plan&, const Feeds&);

}  // namespace sokudo::power
