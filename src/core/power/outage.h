// SPDX-License-Identifier: GPL-3.0-or-later
// An outage minute by minute: what drops when, as batteries run down and the load that they feed shrinks.
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "core/power/failure.h"

namespace sokudo::power {

/// A device that stops.
struct Drop {
    plan::DeviceId device;
    Duration low, at, high;  ///< earliest, usual and latest; from the start of the outage
    text::Sentence why;
};

/// The charge of one battery over time.
struct BatteryCurve {
    struct Point {
        Duration at;
        double left = 1;  ///< share of what it can give
        Watt load;        ///< from here on
    };
    plan::DeviceId device;
    std::vector<Point> points;  ///< usual; straight lines between them
    Duration low, empty, high;  ///< when it gives no more; 0 where it never comes to that
    bool lasts = false;         ///< it is never emptied: nothing hangs on it
    bool isOverloaded = false;  ///< it cannot carry what hangs on it, and goes off at once
};

enum class HouseService { Phones, Internet, Wifi, Cameras, Storage, Alarm };
inline constexpr std::array kHouseServices{HouseService::Phones,  HouseService::Internet, HouseService::Wifi,
                                           HouseService::Cameras, HouseService::Storage,  HouseService::Alarm};
std::string_view word(HouseService);

/// What people use of the house, through the outage.
struct ServiceLine {
    struct Step {
        Duration at;
        int works = 0;       ///< of `all`
        text::Sentence why;  ///< what took away those that stopped now
    };
    HouseService service = HouseService::Internet;
    int all = 0;  ///< devices that give it before the outage; of internet and storage: that use it
    std::vector<Step> steps;
    /// It is told by who uses it, not by who gives it.
    bool isOfUsers() const { return service == HouseService::Internet || service == HouseService::Storage; }
    /// Why it is gone or lessened at a time; empty: it is neither.
    text::Sentence whyAt(Duration) const;
    /// How many work at a time.
    int worksAt(Duration) const;
    /// When nothing of it works any more; nothing: some of it does to the end.
    std::optional<Duration> goneAt() const;
};

struct TimeLine {
    Outage outage;
    std::vector<Drop> drops;  ///< in the order of time; those that stop at once first
    std::vector<BatteryCurve> batteries;
    std::vector<ServiceLine> services;  ///< those that the house has
    Duration end;                       ///< of the last that happens; at least an hour
    int lasting = 0;                    ///< devices that take power and keep it to the end
    bool isUp(plan::DeviceId, Duration) const;
    const ServiceLine* line(HouseService) const;
};

/// Loads are those of normal use. A battery is full at the start; nothing comes back before the end.
/// @error NotFound  what goes off is not in the plan; nothing hangs on it
/// @source batteries by formulas/battery.h
Result<TimeLine> timeLineOf(const plan::Plan&, const match::Reports&, const Outage&, const kb::KnowledgeBase&);
/// The same over a net that is there already.
Result<TimeLine> timeLineOf(const plan::Plan&, const SupplyNet&, const Outage&, const kb::KnowledgeBase&);

}  // namespace sokudo::power
