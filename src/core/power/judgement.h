// SPDX-License-Identifier: GPL-3.0-or-later
// What is to be said of the power and the build of a whole house: one rule, one small function.
#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/base/verdict.h"
#include "core/match/reports.h"
#include "core/plan/plan.h"
#include "core/power/supply_net.h"

namespace sokudo::power {

struct Judgement {
    std::string rule;  ///< "chained-strips"
    /// Unsafe: a hazard. Marginal: works with nothing to spare. Limited: less than it could be. Unknown: two statements
    /// that cannot both be true, or one that is missing.
    Verdict verdict = Verdict::Limited;
    text::Sentence what, fix;
    std::vector<plan::Subject> about;
    std::string caution = {};  ///< id in cautions.csv
};
using Judgements = std::vector<Judgement>;

/// All that a rule looks at.
struct House {
    const plan::Plan& plan;
    const match::Reports& links;
    const SupplyNet& net;
    const kb::KnowledgeBase& kb;
};

/// All rules, hazards first.
Judgements judge(const plan::Plan&, const match::Reports&, const kb::KnowledgeBase&);
Judgements judge(const House&);

/// What would be said of a device and a place if it stood there: heat, noise, depth, units, weight, plugs; hazards
/// first, and what fits as the last. Its cables and its plug are left out of it.
/// @error NotFound  there is no such device or place
Result<Judgements> judgeMoved(const plan::Plan&, plan::DeviceId, plan::PlaceId, const match::Reports&,
                              const kb::KnowledgeBase&);

// The rules, by what they look at; for judge.cpp and tests.
void judgeFeeds(const House&, Judgements&);      ///< outlets, strips, supplies, batteries
void judgePoe(const House&, Judgements&);        ///< budgets, ports, injectors
void judgePlaces(const House&, Judgements&);     ///< heat, noise, depth, weight, air
void judgeStructure(const House&, Judgements&);  ///< roles in one box, depth of the chain, backups, experiments

}  // namespace sokudo::power
