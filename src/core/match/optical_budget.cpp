// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/optical_budget.h"

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::match {
namespace {

struct FibreLoss { Decibel greatest, typical; };

std::optional<FibreLoss> lossPerKm(const kb::Medium& medium, int windowNm)
{
    const auto& greatest = windowNm == 850 ? medium.loss850 : windowNm == 1310 ? medium.loss1310 : medium.loss1550;
    if (!greatest) return std::nullopt;
    const auto& typical = windowNm == 850 ? medium.typical850 : medium.typical1310;
    return FibreLoss{*greatest, typical && *typical < *greatest ? *typical : *greatest};
}

Decibel overLength(Decibel perKm, Length length) { return Decibel::of(perKm.in() * length.in() / 1000); }

}  // namespace

std::optional<OpticalLoss> opticalLoss(const LinkContext& link, int windowNm)
{
    const kb::PassiveLoss* pair = link.kb.passiveLoss("mated-pair");
    const kb::PassiveLoss* splice = link.kb.passiveLoss("splice");
    if (!pair || !splice || link.stretches.empty()) return std::nullopt;
    OpticalLoss loss;
    std::vector<std::string> terms;
    const Decibel attenuator = link.runAs<Decibel>("attenuator").value_or(Decibel{});
    if (const auto measured = link.runAs<Decibel>("measured-loss"))
        return OpticalLoss{*measured, *measured, text::decibel(*measured) + " measured"};
    for (const Stretch& stretch : link.stretches) {
        if (!stretch.medium || !stretch.length) return std::nullopt;
        const auto perKm = lossPerKm(*stretch.medium, windowNm);
        if (!perKm && stretch.cord) continue;  // a cord of another mode is for its own rule
        if (!perKm) return std::nullopt;
        loss.greatest = loss.greatest + overLength(perKm->greatest, *stretch.length);
        loss.typical = loss.typical + overLength(perKm->typical, *stretch.length);
        terms.push_back(fmt::format("{}{}km × {}{}dB/km", text::number(stretch.length->in() / 1000), text::kThin, text::number(perKm->greatest.in()), text::kThin));
    }
    loss.greatest = loss.greatest + link.joints * pair->greatest + link.splices * splice->greatest;
    loss.typical = loss.typical + link.joints * pair->typical + link.splices * splice->typical;
    if (link.joints > 0) terms.push_back(fmt::format("{} × {}", link.joints, text::decibel(pair->greatest)));
    if (link.splices > 0) terms.push_back(fmt::format("{} × {}", link.splices, text::decibel(splice->greatest)));
    // An attenuator is made to 1 dB.
    if (attenuator.steps() > 0) {
        loss.greatest = loss.greatest + attenuator + Decibel::of(1);
        loss.typical = loss.typical + attenuator;
        terms.push_back(text::decibel(attenuator + Decibel::of(1)) + " attenuator and tolerance");
    }
    loss.working = text::joined(terms, " + ") + " = " + text::decibel(loss.greatest);
    return loss;
}

}  // namespace sokudo::match
