// SPDX-License-Identifier: GPL-3.0-or-later
// A selection as a plan: every choice is an edit, put on top of those before it and judged by all rules again.
#pragma once

#include "core/buy/search/house_model.h"

namespace sokudo::buy {

/// One thing to do, and what to mind while doing it.
struct PlanStep {
    text::Sentence what;
    std::vector<std::string> cautions;  ///< texts of cautions.csv; each is said at the first step that it is for
};

struct Composed {
    plan::Plan plan;
    std::vector<PlanStep> steps;          ///< what to buy, join and unplug, in order
    std::vector<std::size_t> failed;      ///< choices that the rules do not pass in the plan as a whole
    std::vector<text::Sentence> reasons;  ///< why, for each of them
};

Composed composed(const plan::Plan& house, const HouseModel&, const Selection&, const kb::KnowledgeBase&, IdSource&);

}  // namespace sokudo::buy
