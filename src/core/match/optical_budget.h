// SPDX-License-Identifier: GPL-3.0-or-later
// The loss of a fibre channel, greatest and typical, with the sum written out.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/match/link_context.h"

namespace sokudo::match {

/// What one piece of the channel takes.
struct LossPart {
    std::string name;  ///< "250 m OM3", "2 mated pairs"
    std::string term;  ///< "0.25 km × 3.5 dB/km"
    Decibel greatest, typical;
};

struct OpticalLoss {
    Decibel greatest;             ///< length * greatest dB/km + 0.75 dB a mated pair + 0.3 dB a splice
    Decibel typical;              ///< what a meter should show
    text::Sentence working;       ///< "0.25 km × 3.5 dB/km + 2 × 0.75 dB = 2.375 dB"
    std::vector<LossPart> parts;  ///< they sum to the losses above
};

/// @param windowNm  850, 1310 or 1550
/// @return nothing where the length, the medium or its loss in that window is not known
/// @source tia-568.3 for the parts; media.csv for the fibre
std::optional<OpticalLoss> opticalLoss(const LinkContext&, int windowNm);

}  // namespace sokudo::match
