// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/formulas/acceptance.h"
#include "core/kb/port_rows.h"
#include "core/match/channel_loss.h"
#include "core/match/clause.h"
#include "core/match/power.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr double kMeasuredTolerance = 1.15;
constexpr double kCladLeast = 1.45,
                 kCladMost = 1.70;  ///< around 1/0.635, what formulas::loopResistance gives for copper-clad wire

/// The loop is what copper-clad wire of its gauge measures; of a gauge that nobody stated, any from 22 to 24 AWG.
bool mayBeClad(const LinkContext& link, const CableSection& cable, Ohm measured)
{
    const std::vector<int> gauges = cable.gauge > 0 ? std::vector{cable.gauge} : std::vector{22, 23, 24};
    return std::any_of(gauges.begin(), gauges.end(), [&](int gauge) {
        const auto copper = formulas::loopResistance(link.kb, gauge, *cable.length, false);
        return copper && measured.in() >= kCladLeast * copper->in() && measured.in() <= kCladMost * copper->in();
    });
}

std::optional<Outcome> measuredLoop(const LinkContext& link, const CableSection& cable)
{
    const auto measured = cable.run->traits.as<Ohm>("loop");
    if (!measured || !cable.length) return std::nullopt;
    const int gauge = gaugeOf(cable);
    const auto copper = formulas::loopResistance(link.kb, gauge, *cable.length, false);
    if (!copper) return std::nullopt;
    const double expected = copper->in(), ratio = measured->in() / expected;
    // Contacts at both ends of the run and at its joints.
    const Ohm limit = formulas::loopLimit(*cable.length, 2 + cable.run->joints);
    const bool cladSign = mayBeClad(link, cable, *measured);
    text::Args args{{"run", cable.run->label},
                    {"measured", text::number(measured->in(), 3) + " Ω"},
                    {"expected", text::number(expected, 3) + " Ω"},
                    {"limit", text::number(limit.in(), 3) + " Ω"},
                    {"length", *cable.length},
                    {"gauge", static_cast<double>(gauge)}};
    if (*measured <= limit) {
        if (ratio <= kMeasuredTolerance) return std::nullopt;
        return Outcome{
            cladSign && powerOn(link) ? Verdict::Marginal : Verdict::Fits,
            {},
            cladSign
                ? "{run} measures {measured}, inside the {limit} allowed, where {expected} is typical for {length} of "
                  "{gauge} AWG: copper-clad wire of a thicker gauge measures that too, and heats up under power. Look "
                  "at a cut end: copper is copper right through"
                : "{run} measures {measured}, inside the {limit} allowed, where {expected} is typical for {length} of "
                  "{gauge} AWG: it may be longer, thinner or warmer than the survey says",
            std::move(args),
            {"tia-568.2", Certainty::Standard},
            LinkPart::Between,
            "loop-plausible"};
    }
    args.emplace_back("sign",
                      text::Arg(std::string(cladSign ? "half as much again is the sign of copper-clad conductors"
                                                     : "a poor contact or thinner wire")));
    Outcome result = clause(link, "cu-33", std::move(args));
    if (cladSign && powerOn(link)) result.verdict = Verdict::Unsafe;
    return result;
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair)) return found;
    const auto power = powerOn(link);
    const bool strong = power && power->isFourPair;
    for (const CableSection& section : link.sections) {
        const bool clad = !section.cord && section.run->traits.flag("copper-clad");
        const bool thin = section.gauge >= 28;
        if (power && (clad || (thin && strong)))
            found.push_back(clause(link, "cu-30",
                                   {{"run", section.run->label},
                                    {"what", std::string(clad ? "copper-clad aluminium" : "28 AWG or thinner wire")}}));
        else if (clad) found.push_back(clause(link, "cu-29", {{"run", section.run->label}}, gigabits(1)));
        if (section.cord) continue;
        if (auto outcome = measuredLoop(link, section)) found.push_back(std::move(*outcome));
    }
    return found;
}

}  // namespace

constinit const Rule kConductors{
    .id = "conductors",
    .title = "The conductors are solid copper of a fair gauge",
    .why = "Clad or thin wire loses more, breaks at the contact and heats up under power.",
    .clauses = "cu-29 cu-30 cu-33",
    .check = &check,
};

}  // namespace sokudo::match
