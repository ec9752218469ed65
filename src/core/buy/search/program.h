// SPDX-License-Identifier: GPL-3.0-or-later
// The model as a mixed-integer program, solved to the least of one goal after the other.
#pragma once

#include "core/buy/mip.h"
#include "core/buy/search/model.h"

namespace sokudo::buy {

enum class Goal { Cost, Watts, Minutes };
std::string_view code(Goal);
std::string_view word(Goal);
std::optional<Goal> goalFromCode(std::string_view);
/// Of a goal, in its unit: the house's currency, watts, minutes.
double amountOf(const Totals&, Goal);

struct SolveProgress {
    Goal goal = Goal::Cost;
    double bound = 0;            ///< no plan is below it
    std::optional<double> best;  ///< the best found so far
    std::int64_t plans = 0;      ///< subproblems bounded
};

struct ProgramOptions {
    std::vector<Goal> goals{Goal::Cost};
    const Selection* start = nullptr;                    ///< a plan to begin with
    std::function<bool(const SolveProgress&)> progress;  ///< false: stop and give the best found
    /// Wishes that may stay open, each at the price of this much more than any plan costs; empty: none may.
    bool mayLeaveOpen = false;
    std::optional<double> below;       ///< only plans whose first goal is less than this
    std::vector<std::size_t> without;  ///< choices that must not be taken
};

struct Solved {
    MipEnd end = MipEnd::Stopped;
    std::optional<Selection> best;
    Totals totals;
    double bound = 0;        ///< of the first goal
    std::int64_t plans = 0;  ///< subproblems bounded, over all goals
    std::size_t rows = 0, columns = 0;
    std::vector<std::size_t> open;  ///< wishes left open, where that was allowed
};

/// @error  what the solver reports: there is none
Result<Solved> solve(const Model&, const ProgramOptions&, const Solver&);

/// One wish after the other, each in the way that then costs least: what people do by hand. Nothing where one of them
/// finds no way.
std::optional<Selection> greedyPlan(const Model&);

}  // namespace sokudo::buy
