// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/air.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"
#include "core/kb/power_rows.h"

namespace sokudo::formulas {
namespace {

constexpr double kGravity = 9.81, kZeroCelsius = 273.15, kSecondsPerHour = 3600;

kb::PowerFigure figure(const kb::KnowledgeBase& kb, const char* id)
{
    const kb::PowerFigure* row = kb.find<kb::PowerFigure>(id);
    return row ? *row : kb::PowerFigure{};
}

/// J/(m³·K) of air at a height.
double heatOfAir(const kb::KnowledgeBase& kb, Length height)
{
    return figure(kb, "air-density").usual * figure(kb, "air-heat").usual *
           std::pow(figure(kb, "air-thins").usual, height.in());
}

/// How the heat leaves: a part in proportion to the rise, and one with its power of 1.5.
struct Ways {
    double straight = 0;  ///< W/K
    double rising = 0;    ///< W/K^1.5
    double heatAt(double rise) const { return straight * rise + rising * std::pow(rise, 1.5); }
};

/// The rise at which that heat leaves, to a thousandth of a kelvin.
double riseOf(const Ways& ways, double heat)
{
    double low = 0, high = 1;
    while (ways.heatAt(high) < heat && high < 1e6) high *= 2;
    for (int i = 0; i < 60; ++i) {
        const double middle = (low + high) / 2;
        (ways.heatAt(middle) < heat ? low : high) = middle;
    }
    return high;
}

}  // namespace

AirFlow airFor(const kb::KnowledgeBase& kb, Watt heat, Kelvin rise, Length height)
{
    if (rise.in() <= 0) return AirFlow{};
    return AirFlow::of(heat.in() * kSecondsPerHour / (heatOfAir(kb, height) * rise.in()));
}

Kelvin riseAt(Kelvin before, Watt then, Watt now)
{
    return then.in() > 0 ? Kelvin::of(before.in() * now.in() / then.in()) : Kelvin{};
}

double flowRatio(Kelvin before, Kelvin now) { return now.in() > 0 ? before.in() / now.in() : 0; }

Result<Settled> settled(const Cupboard& box, const kb::KnowledgeBase& kb)
{
    if (box.heat.in() <= 0 || box.heat.in() > 1e5 || box.volume.in() <= 0 || box.volume.in() > 1000)
        return failure(ErrorCode::OutOfRange,
                       text::say("air.heat-and-volume", "say how much heat and how large: up to 100 kW and 1000 m³"));
    const double side = std::cbrt(box.volume.in()), walls = 6 * side * side;
    const double air = heatOfAir(kb, box.height), warm = kZeroCelsius + box.outside.in();
    // Half of the openings let air in, half let it out: the two in a row pass what one of them over √2 would.
    const double open = box.vents * box.each.in() * 1e-4 / 2 / std::sqrt(2.0);
    const auto at = [&](double u, double vent, double height) {
        Ways ways{u * walls, 0};
        if (box.fan) ways.straight += air * box.fan->in() / kSecondsPerHour;
        else ways.rising = air * vent * open * std::sqrt(2 * kGravity * height * side / warm);
        return Celsius::of(box.outside.in() + riseOf(ways, box.heat.in()));
    };
    const auto wall = figure(kb, "wall"), vent = figure(kb, "vent"), height = figure(kb, "vent-height");
    Settled result{at(wall.high, vent.high, height.high), at(wall.usual, vent.usual, height.usual),
                   at(wall.low, vent.low, height.low),
                   text::say("air.working", "{} m² of walls at {} to {} W/m²K, {}", text::number(walls, 2),
                             text::number(wall.low), text::number(wall.high),
                             box.fan ? text::number(box.fan->in(), 3) + " m³/h moved by the fan"
                                     : std::to_string(box.vents) + " vents of " + text::number(box.each.in(), 3) +
                                           " cm², half low and half high")};
    return result;
}

}  // namespace sokudo::formulas
