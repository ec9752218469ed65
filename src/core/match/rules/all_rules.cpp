// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/rule.h"

namespace sokudo::match {

std::span<const Rule* const> allRules()
{
    static constexpr const Rule* kRules[] = {
        &kMediumMeetsPort, &kModuleInCage, &kCommonRate, &kPairing,   &kReachTwistedPair, &kReachFibre,       &kReachDirectAttach,
        &kOpticalLoss,     &kFec,          &kWireMap,    &kSharedCoax, &kSlotWidth,       &kBetweenBuildings,
    };
    return kRules;
}

}  // namespace sokudo::match
