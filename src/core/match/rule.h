// SPDX-License-Identifier: GPL-3.0-or-later
// The shape of a compatibility rule: what it is called, why it matters, one pure function.
#pragma once

#include <span>
#include <string_view>
#include <vector>

#include "core/match/finding.h"
#include "core/match/link_context.h"

namespace sokudo::match {

using Outcomes = std::vector<Outcome>;

/// A rule that says one thing; the outcome is moved, not copied.
inline Outcomes single(Outcome outcome)
{
    Outcomes result;
    result.push_back(std::move(outcome));
    return result;
}

struct Rule {
    std::string_view id;
    std::string_view title;    ///< what holds when the rule is content
    std::string_view why;      ///< what happens when it is not
    std::string_view clauses;  ///< the rows of rules.csv it can speak by, blanks between
    /// No outcome: the rule does not apply to this link.
    Outcomes (*check)(const LinkContext&);
};

/// Every rule, in the order in which a person would look.
std::span<const Rule* const> allRules();

extern const Rule kMediumMeetsPort;
extern const Rule kModuleInCage;
extern const Rule kModulePower;
extern const Rule kHostAccepts;
extern const Rule kBreakOut;
extern const Rule kCommonRate;
extern const Rule kNegotiation;
extern const Rule kCopperModule;
extern const Rule kPairing;
extern const Rule kPolarity;
extern const Rule kReachTwistedPair;
extern const Rule kChannelParts;
extern const Rule kInsertionLoss;
extern const Rule kWireMap;
extern const Rule kConductors;
extern const Rule kCableBuild;
extern const Rule kMains;
extern const Rule kPowerOverEthernet;
extern const Rule kPowerBudget;
extern const Rule kReachFibre;
extern const Rule kFibreJoints;
extern const Rule kOpticalLoss;
extern const Rule kLightLevel;
extern const Rule kReachDirectAttach;
extern const Rule kLeadRate;
extern const Rule kEarthing;
extern const Rule kFec;
extern const Rule kSharedCoax;
extern const Rule kCoaxLoss;
extern const Rule kSlowMedia;
extern const Rule kPowerLine;
extern const Rule kRadio;
extern const Rule kSlotWidth;
extern const Rule kUsbBus;
extern const Rule kBetweenBuildings;
extern const Rule kCardFit;
extern const Rule kProviderHandOff;
extern const Rule kWholeCableExtender;
extern const Rule kMountPlate;
extern const Rule kTestGrade;

}  // namespace sokudo::match
