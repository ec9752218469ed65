// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/acceptance.h"
#include "core/kb/copper_rows.h"
#include "core/kb/part_rows.h"

#include <algorithm>
#include <cmath>

namespace sokudo::formulas {
namespace {

constexpr double kPermanentFactor = 0.9;  ///< of the cable's loss: 90 m
constexpr int kPermanentConnectors = 3;
constexpr double kPermanentDeviation = 0.00015;  ///< dB per MHz^1.5, Cat 6 and 6A
constexpr double kCladConductivity = 0.635;
constexpr double kBestNext5e = 60, kBestNext = 65;  ///< never asked better than this, dB

struct Term {
    double decibel = 0;
    int joints = 0;
};

std::optional<Term> term(const kb::KnowledgeBase& kb, std::string_view medium, std::string_view kind,
                         std::string_view part, Frequency at)
{
    for (const kb::AcceptanceLine& line : kb.all<kb::AcceptanceLine>())
        if (line.medium == medium && line.kind == kind && line.part == part && line.low <= at && at <= line.high)
            return Term{line.a + line.b * std::log10(at.in() / line.over), line.joints};
    return std::nullopt;
}

/// −20·log10(10^(−A/20) + n·10^(−B/20)); a range with no second term is its first.
std::optional<Decibel> sum(const std::optional<Term>& first, const std::optional<Term>& second)
{
    if (!first) return std::nullopt;
    if (!second) return Decibel::of(first->decibel);
    return Decibel::of(
        -20 * std::log10(std::pow(10, -first->decibel / 20) + second->joints * std::pow(10, -second->decibel / 20)));
}

}  // namespace

AcceptanceLimits acceptanceLimits(const kb::KnowledgeBase& kb, std::string_view medium, TestedPart tested, Frequency at)
{
    AcceptanceLimits result;
    const kb::CableLoss* cable = kb.find<kb::CableLoss>(medium);
    const std::string_view part = tested == TestedPart::Channel ? "channel" : "permanent";
    const auto returnLoss = term(kb, medium, "return-loss", part, at);
    if (!cable || !returnLoss) return result;
    result.returnLoss = Decibel::of(returnLoss->decibel);
    const double f = at.in();
    const double solid = cable->root * std::sqrt(f) + cable->linear * f + cable->inverse / std::sqrt(f);
    const bool channel = tested == TestedPart::Channel;
    const double deviation = channel ? cable->limitDeviation : medium == "cat5e" ? 0 : kPermanentDeviation;
    result.insertionLoss =
        Decibel::of((channel ? cable->limitFactor : kPermanentFactor) * solid +
                    (channel ? cable->limitConnectors : kPermanentConnectors) * cable->connector * std::sqrt(f) +
                    deviation * std::pow(f, 1.5));
    result.next = sum(term(kb, medium, "next-a", part, at), term(kb, medium, "next-b", part, at));
    if (result.next) result.next = std::min(*result.next, Decibel::of(medium == "cat5e" ? kBestNext5e : kBestNext));
    result.acrf = sum(term(kb, medium, "acrf-a", part, at), term(kb, medium, "acrf-b", part, at));
    return result;
}

Ohm loopLimit(Length length, int contacts)
{
    constexpr double kConductorPerMetre = 0.0938, kContactLoop = 0.4;
    return Ohm::of(2 * kConductorPerMetre * length.in() + kContactLoop * contacts);
}

std::optional<Ohm> loopResistance(const kb::KnowledgeBase& kb, int gauge, Length length, bool copperClad)
{
    const kb::Conductor* wire = kb::conductorOf(kb, gauge);
    if (!wire) return std::nullopt;
    return Ohm::of(2 * wire->per100m.in() * length.in() / 100 / (copperClad ? kCladConductivity : 1));
}

}  // namespace sokudo::formulas
