// SPDX-License-Identifier: GPL-3.0-or-later
// The cheapest plan that grants a set of wishes, proved, with the reason why nothing cheaper does.
#pragma once

#include "core/buy/search/compose.h"

namespace sokudo::buy {

/// How far a search is.
struct SearchState {
    enum class Phase { Proving, Solving, Explaining };
    Phase phase = Phase::Proving;  ///< by the rules, what could be joined; the plan; why not cheaper
    SolveProgress solving;
};

/// What the next cheaper plan lacks.
struct Cheaper {
    std::vector<std::string> open;  ///< wishes that it leaves open
    std::optional<Money> cost;      ///< of the one that leaves the fewest open; empty: nothing is cheaper in any way
    text::Sentence sentence;
};

struct CheapestPlan {
    bool isProved = false;
    double gap = 0;          ///< share by which it may be above the least; 0 where it is proved
    double bound = 0;        ///< of the first goal: nothing is below it
    Goal goal = Goal::Cost;  ///< the first
    Totals totals;
    std::optional<Totals> greedy;  ///< the plan that comes of taking one wish after the other; empty: it finds none
    plan::Plan plan;               ///< the house with all of it in
    std::vector<PlanStep> steps;
    std::vector<std::string> bought;  ///< what is bought that gives ports: "8-port SFP+ switch in cellar"
    std::vector<std::string> links;   ///< what is joined newly
    text::Sentence sentence;          ///< "Proved least: …", or "Within 4 % of the least: …"
    Cheaper cheaper;
    std::vector<text::Sentence> notes;    ///< what was not looked at
    std::size_t choices = 0, proved = 0;  ///< ways found, and combinations that the rules judged
    std::int64_t plans = 0;               ///< subproblems bounded
    bool isStopped = false;
    bool isRough = false;  ///< some price that it stands on is a rough one
};

struct PlanQuestion {
    const plan::Plan& house;
    const WishSet& asked;
    const kb::KnowledgeBase& kb;
    std::string today;  ///< ISO 8601 date, for offers
    IdSource& ids;
    Solver solver;
    bool explains = true;                              ///< look for the next cheaper too
    std::function<bool(const SearchState&)> progress;  ///< false: stop, and give the best found
};

/// @error NotFound   no solver, a currency without a rate, or no plan grants the wishes: the sentence names them
/// @error BadInput   no wish, a wish of something gone
/// @error Cancelled  stopped before a plan was found
Result<CheapestPlan> cheapestPlan(const PlanQuestion&);

}  // namespace sokudo::buy
