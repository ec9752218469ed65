// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/optical_budget.h"

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"

namespace sokudo::match {
namespace {

struct FibreLoss {
    Decibel greatest, typical;
};

std::optional<FibreLoss> lossPerKm(const kb::Medium& medium, int windowNm)
{
    const auto& greatest = windowNm == 850 ? medium.loss850 : windowNm == 1310 ? medium.loss1310 : medium.loss1550;
    if (!greatest) return std::nullopt;
    const auto& typical = windowNm == 850    ? medium.typical850
                          : windowNm == 1310 ? medium.typical1310
                                             : medium.typical1550;
    return FibreLoss{*greatest, typical && *typical < *greatest ? *typical : *greatest};
}

Decibel overLength(Decibel perKm, Length length) { return Decibel::of(perKm.in() * length.in() / 1000); }

}  // namespace

std::optional<OpticalLoss> opticalLoss(const LinkContext& link, int windowNm)
{
    const kb::PassiveLoss* pair = link.kb.find<kb::PassiveLoss>("mated-pair");
    const kb::PassiveLoss* splice = link.kb.find<kb::PassiveLoss>("splice");
    if (!pair || !splice || link.sections.empty()) return std::nullopt;
    if (const auto measured = link.runAs<Decibel>("measured-loss"))
        return OpticalLoss{*measured,
                           *measured,
                           text::decibel(*measured) + " measured",
                           {{"the fibre as measured", text::decibel(*measured), *measured, *measured}}};
    OpticalLoss loss;
    for (const CableSection& section : link.sections) {
        if (!section.medium || !section.length) return std::nullopt;
        auto perKm = lossPerKm(*section.medium, windowNm);
        if (const auto stated = section.cord ? std::nullopt : section.run->traits.as<Decibel>("loss-per-km"))
            perKm = FibreLoss{*stated, *stated};
        if (!perKm && section.cord) continue;  // a cord of another mode is for its own rule
        if (!perKm) return std::nullopt;
        loss.parts.push_back({text::length(*section.length) + " " + section.medium->name,
                              fmt::format("{}{}km × {}{}dB/km", text::number(section.length->in() / 1000), text::kThin,
                                          text::number(perKm->greatest.in()), text::kThin),
                              overLength(perKm->greatest, *section.length),
                              overLength(perKm->typical, *section.length)});
    }
    const auto several = [&](int count, std::string_view one, std::string_view many, const kb::PassiveLoss& each) {
        if (count > 0)
            loss.parts.push_back({fmt::format("{} {}", count, count == 1 ? one : many),
                                  fmt::format("{} × {}", count, text::decibel(each.greatest)), count * each.greatest,
                                  count * each.typical});
    };
    several(link.joints, "mated pair", "mated pairs", *pair);
    several(link.splices, "splice", "splices", *splice);
    // An attenuator is made to 1 dB.
    if (const Decibel attenuator = link.runAs<Decibel>("attenuator").value_or(Decibel{}); attenuator.steps() > 0)
        loss.parts.push_back({"attenuator", text::decibel(attenuator + Decibel::of(1)) + " attenuator and tolerance",
                              attenuator + Decibel::of(1), attenuator});
    for (const LossPart& part : loss.parts) {
        loss.greatest = loss.greatest + part.greatest;
        loss.typical = loss.typical + part.typical;
        loss.working += (loss.working.empty() ? "" : " + ") + part.term;
    }
    loss.working += " = " + text::decibel(loss.greatest);
    return loss;
}

}  // namespace sokudo::match
