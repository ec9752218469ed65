// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/channel_loss.h"
#include "core/match/clause.h"
#include "core/match/power.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr double kCladdingConductivity = 0.635;  // of copper; 55 to 65 % more resistance
constexpr double kMeasuredTolerance = 1.15;

std::optional<Outcome> loopResistance(const LinkContext& link, const Stretch& cable)
{
    const auto measured = cable.run->traits.as<Ohm>("loop");
    const kb::Conductor* wire = link.kb.conductor(gaugeOf(cable));
    if (!measured || !wire || !cable.length) return std::nullopt;
    const double expected = 2 * wire->per100m.in() * cable.length->in() / 100;
    const bool overLimit = measured->in() > 25.0;
    if (measured->in() <= expected * kMeasuredTolerance && !overLimit) return std::nullopt;
    const double ratio = measured->in() / expected;
    const bool cladSign = ratio >= 1.45 && ratio <= 1.70;
    const std::string sign = cladSign ? "half as much again is the sign of copper-clad conductors" : overLimit ? "more than the 25 Ω that a channel may have" : "a poor contact or thinner wire";
    Outcome made = clause(link, "cu-33", {{"run", cable.run->label}, {"measured", text::number(measured->in(), 3) + " Ω"}, {"expected", text::number(expected, 3) + " Ω"},
                                          {"length", *cable.length}, {"gauge", static_cast<double>(wire->gauge)}, {"sign", sign}});
    if (cladSign && powerOn(link)) made.verdict = Verdict::Unsafe;
    return made;
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair)) return found;
    const auto power = powerOn(link);
    const bool strong = power && power->isFourPair;
    for (const Stretch& stretch : link.stretches) {
        const bool clad = !stretch.cord && stretch.run->traits.yes("copper-clad");
        const bool thin = stretch.gauge >= 28;
        if (power && (clad || (thin && strong)))
            found.push_back(clause(link, "cu-30", {{"run", stretch.run->label}, {"what", std::string(clad ? "copper-clad aluminium" : "28 AWG or thinner wire")}}));
        else if (clad)
            found.push_back(clause(link, "cu-29", {{"run", stretch.run->label}}, gigabits(1)));
        if (stretch.cord) continue;
        if (auto outcome = loopResistance(link, stretch)) found.push_back(std::move(*outcome));
    }
    return found;
}

}  // namespace

// Copper-clad conductors are 63.5 % as good as copper: 1 / 0.635 is the factor 1.57 that the reading of a loop looks for.
static_assert(1 / kCladdingConductivity > 1.45 && 1 / kCladdingConductivity < 1.70);

constinit const Rule kConductors{
    .id = "conductors",
    .title = "The conductors are solid copper of a fair gauge",
    .why = "Clad or thin wire loses more, breaks at the contact and heats up under power.",
    .clauses = "cu-29 cu-30 cu-33",
    .check = &check,
};

}  // namespace sokudo::match
