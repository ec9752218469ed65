// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/cable_feed.h"

#include <algorithm>
#include <cmath>

namespace sokudo::formulas {

std::optional<Fed> feedThrough(Volt source, Ohm cable, Watt load)
{
    const double volt = source.in(), ohm = cable.in(), watt = load.in();
    const double root = volt * volt - 4 * ohm * watt;
    if (root < 0 || volt <= 0) return std::nullopt;
    const double ampere = ohm > 0 ? (volt - std::sqrt(root)) / (2 * ohm) : watt / volt;
    const double lost = ampere * ampere * ohm;
    return Fed{Ampere::of(ampere), Watt::of(lost), Volt::of(volt - ampere * ohm), Watt::of(watt + lost)};
}

Watt mostThrough(Volt source, Ohm cable, Watt most)
{
    if (source.in() <= 0) return Watt{};
    const double ampere = most.in() / source.in();
    return Watt::of(std::max(0.0, most.in() - ampere * ampere * cable.in()));
}

}  // namespace sokudo::formulas
