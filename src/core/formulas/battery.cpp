// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/battery.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"

namespace sokudo::formulas {
namespace {

constexpr double kHoursPerYear = 8760, kSecondsPerHour = 3600;

}  // namespace

Result<RunTime> runTime(const kb::BatteryKind& kind, WattHour rated, Watt load, double years,
                        const kb::KnowledgeBase& kb)
{
    const kb::PowerFigure* inverter = kb.find<kb::PowerFigure>("inverter");
    if (!inverter || rated.in() <= 0 || rated.in() > 1e6 || load.in() <= 0 || load.in() > 1e6 || years < 0 ||
        years > 30)
        return failure(ErrorCode::OutOfRange,
                       text::say("battery.energy-and-load",
                                 "say the energy in Wh and the load in W, above 0, and an age of 0 to 30 years"));
    const double aged = std::pow(1 - kind.lossPerYear, years);
    const auto hours = [&](double usable, double efficiency) {
        const double drawn = load.in() / efficiency;
        const double slower = std::pow(rated.in() / (drawn * kind.ratedHours), kind.peukert - 1);
        return Duration::of(kSecondsPerHour * rated.in() * std::min(1.0, slower) * usable * aged / drawn);
    };
    return RunTime{
        hours(kind.usableLow, inverter->low), hours(kind.usable, inverter->usual),
        hours(kind.usableHigh, inverter->high),
        text::say("battery.working", "{} Wh of {}, {} to {} of it usable, exponent {}, {} to {} through the inverter",
                  text::number(rated.in(), 4), kind.name, text::number(kind.usableLow * aged, 2),
                  text::number(kind.usableHigh * aged, 2), text::number(kind.peukert, 3),
                  text::number(inverter->low, 2), text::number(inverter->high, 2))};
}

WattHour yearOf(Watt load) { return WattHour::of(load.in() * kHoursPerYear); }

}  // namespace sokudo::formulas
