// SPDX-License-Identifier: GPL-3.0-or-later
// Is an upgrade worth it: one job now and at each rate its links could have.
#pragma once

#include "core/base/sentence.h"
#include "core/expect/path_expectation.h"

namespace sokudo::expect {

/// One tier: every Ethernet link on the job's path at this rate or faster; disks, slots, processors and media as they
/// are.
struct UpgradeTier {
    BitRate tier;
    Band rate;                     ///< of the job's path
    Duration each;                 ///< usual time of one copy; 0 for a steady purpose
    double factor = 1, ideal = 1;  ///< how much faster than now; how much the link rate alone would promise
    double hoursPerYear = 0;       ///< saved
    std::string limitedBy, next;   ///< what binds then, and after it
    bool isGained = false;         ///< more than 2 % faster
    bool isEnough = true;          ///< for a steady purpose: its worst moment carries it
    std::optional<double> cost;    ///< what must be bought; empty: not known
    text::Sentence costSays;       ///< what is bought, or why the cost is not known
    std::optional<double>
        perHour;  ///< cost for each hour saved in the first year; empty: nothing saved, or no cost known
};

struct Upgrade {
    const plan::RegularJob* job = nullptr;
    std::string title;
    text::Sentence problem;  ///< problem: why there is no answer; empty: there is one
    Band now;
    Duration each;  ///< usual time of one copy now
    std::string limitedBy;
    std::optional<BitRate> needs;  ///< of a steady purpose: all of it, with its safety
    bool isEnough = true;
    std::vector<UpgradeTier> tiers;     ///< those above the slowest link of today, rising
    text::Sentence sentence;            ///< the answer in one line
    std::vector<text::Sentence> notes;  ///< what else to weigh: a desktop that must stay on for others
};

/// What a tier costs: so much for these links at that rate. Given by the caller, so that this stays free of the
/// catalogue search.
struct TierCost {
    std::optional<double> cost;
    text::Sentence says;
};
using CostOfTier = std::function<TierCost(const plan::Route&, BitRate tier)>;

/// @param costs  may be empty: no tier has a cost then
/// @source own: time = size / rate; steady purposes must be carried at the low end of the band, times their safety
Upgrade upgradeOf(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&, const plan::RegularJob&,
                  const CostOfTier& costs = {});

/// For each slower link of the way: cards and switch ports where the ports do not reach the tier (gear.csv), then the
/// cheapest way between them by the search of other ways.
CostOfTier costsByOtherWays(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&, IdSource&);

/// The same path with every Ethernet link at `tier` or faster. The stages of the machines stay.
Expectation atTier(const Expectation&, const kb::KnowledgeBase&, BitRate tier, std::string_view protocol);

}  // namespace sokudo::expect
