// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/rule.h"

namespace sokudo::match {

std::span<const Rule* const> allRules()
{
    static constexpr const Rule* kRules[] = {
        &kMediumMeetsPort,
        &kModuleInCage,
        &kModulePower,
        &kHostAccepts,
        &kBreakOut,
        &kCommonRate,
        &kNegotiation,
        &kCopperModule,
        &kPairing,
        &kPolarity,
        &kReachTwistedPair,
        &kChannelParts,
        &kInsertionLoss,
        &kWireMap,
        &kConductors,
        &kCableBuild,
        &kMains,
        &kPowerOverEthernet,
        &kPowerBudget,
        &kReachFibre,
        &kFibreJoints,
        &kOpticalLoss,
        &kLightLevel,
        &kReachDirectAttach,
        &kLeadRate,
        &kEarthing,
        &kFec,
        &kSharedCoax,
        &kCoaxLoss,
        &kSlowMedia,
        &kPowerLine,
        &kRadio,
        &kSlotWidth,
        &kUsbBus,
        &kBetweenBuildings,
        &kCardFit,
        &kProviderHandOff,
        &kWholeCableExtender,
        &kMountPlate,
        &kTestGrade,
    };
    return kRules;
}

}  // namespace sokudo::match
