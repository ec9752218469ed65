// SPDX-License-Identifier: GPL-3.0-or-later
// A variant in stages: what can be bought and built by itself, and the best order of all of it over months.
#pragma once

#include <array>
#include <atomic>
#include <functional>

#include "core/buy/figures.h"

namespace sokudo::buy {

/// Changes that belong together: a device, or a link with all that it needs at its ends.
struct Stage {
    text::Sentence what;             ///< "switch-new", "platen N1 – switch-new 3"
    std::vector<std::size_t> after;  ///< stages that must be there first
    Money cost;                      ///< of this one alone, after those it needs
    double hoursPerMonth = 0;        ///< saved once it and those it needs are built
    std::vector<plan::Subject> changes;
};

struct PlannedStage {
    std::size_t stage = 0;
    Money cost;                ///< in this order
    int month = 0;             ///< in which it can be paid and built, from 1
    double hoursPerMonth = 0;  ///< saved from then on, by all that is built
};

struct StagePlan {
    std::vector<Stage> stages;
    std::vector<PlannedStage> order;
    std::optional<std::size_t> first;  ///< the single purchase that brings most for its money; empty: none brings any
    bool isExact = false;              ///< every order was weighed; else the best next one was taken each time
    double hours = 0;                  ///< saved until the last stage is built
    std::size_t weighed = 0;           ///< part houses that were judged
    text::Sentence sentence;
    std::vector<text::Sentence> notes;  ///< what cannot be built by itself
};

struct StageQuestion {
    const plan::Plan& house;
    const plan::Plan& variant;
    const kb::KnowledgeBase& kb;
    ListQuestion list;
    std::optional<Money> monthly;  ///< what a month brings; empty: one stage a month
    const std::atomic<bool>* isStopped = nullptr;
    std::function<void(double)> progress;  ///< share done; may be empty
};

/// Exact up to ten stages, by dynamic programming over the sets of them. A set in which something worked in the house
/// and no longer does, or a link fails that is not failing at the end too, is no stage to stop at.
/// @error Cancelled  it was stopped; else what the solver of the list reports
Result<StagePlan> stagePlan(const StageQuestion&);

inline constexpr std::size_t kExactStages = 10;

struct StageSplit {
    std::vector<Stage> stages;           ///< without money and hours
    std::vector<plan::Subject> records;  ///< what else changes: places, outlets, networks, services …
};
StageSplit splitOf(const plan::Plan& house, const plan::Plan& variant);
/// The house with only some stages built. Other records are as in the variant as soon as what they name is there; one
/// that the variant has no more stays until all is built, as something may still name it, or until what it names is
/// gone.
plan::Plan builtSoFar(const plan::Plan& house, const plan::Plan& variant, const StageSplit&,
                      const std::vector<bool>& built);

}  // namespace sokudo::buy
