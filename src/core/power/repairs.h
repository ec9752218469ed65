// SPDX-License-Identifier: GPL-3.0-or-later
// What makes a house outlast a failure: each repair is an edit, tried on a copy of the plan and judged again.
#pragma once

#include <array>
#include <atomic>
#include <vector>

#include "core/match/link_book.h"
#include "core/power/outage.h"

namespace sokudo::power {

/// What a repair is measured by.
struct RepairFigures {
    std::size_t singlePoints = 0;  ///< things that cut off an end point
    std::size_t cutOff = 0;        ///< end points, summed over them
    /// How long each service of the house lasts when the mains are off, by HouseService; nothing: the house has none.
    std::array<std::optional<Duration>, kHouseServices.size()> lasts;
    /// The same, with what works only in part counted in part: half of the access points for an hour are half an hour.
    /// Internet and storage count whole as long as anybody can use them.
    std::array<std::optional<Duration>, kHouseServices.size()> whole;
    /// End points that the asked failure cuts off; nothing: none was asked for.
    std::optional<std::size_t> cutOffThen;
    int atRisk = 0;  ///< backups under the roof of what they back up
};
/// @param year  as in Outage
RepairFigures standingOf(const plan::Plan&, const match::Reports&, const kb::KnowledgeBase&, int year = 0);

struct Repair {
    std::string kind;     ///< "battery-small"
    text::Sentence what;  ///< "Give media-b a small battery unit"
    text::Sentence gain;  ///< "internet holds 2 h 5 min, not 0 min"
    double price = 0;     ///< rough, in no currency
    RepairFigures before, after;
    plan::Plan plan;      ///< with the repair in it
    std::string caution;  ///< id in cautions.csv
};

/// Repairs for an outage, or for single points of failure; the cheapest first, and of one price what helps most. One
/// that the analysis does not show to help is left out, and one that takes more from other services than half of what
/// it gives.
/// @param isStopped  looked at between two trials
/// @source prices of power_gear.csv and supplies.csv
/// @param failure  only what helps against this one counts, its gain is what it gives back; empty: all of them
std::vector<Repair> repairsFor(const plan::PlanPtr& plan, const kb::KnowledgeBase&, IdSource&, int year,
                               const std::atomic<bool>* isStopped = nullptr, const std::optional<Outage>& failure = {});

}  // namespace sokudo::power
