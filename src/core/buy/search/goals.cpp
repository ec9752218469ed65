// SPDX-License-Identifier: GPL-3.0-or-later
// What least may mean.
#include <array>

#include "core/buy/search/program.h"

namespace sokudo::buy {
namespace {

constexpr std::array<std::string_view, 3> kGoals{"cost", "watts", "minutes"};
constexpr std::array<std::string_view, 3> kGoalWords{"cost", "watts", "minutes of work"};

}  // namespace

std::string_view code(Goal goal) { return kGoals[static_cast<std::size_t>(goal)]; }
std::string_view word(Goal goal) { return kGoalWords[static_cast<std::size_t>(goal)]; }
std::optional<Goal> goalFromCode(std::string_view text)
{
    for (std::size_t i = 0; i < kGoals.size(); ++i)
        if (kGoals[i] == text) return static_cast<Goal>(i);
    return std::nullopt;
}
double amountOf(const Totals& totals, Goal goal)
{
    return goal == Goal::Cost ? totals.cost.in() : goal == Goal::Watts ? totals.watts.in() : totals.minutes;
}

}  // namespace sokudo::buy
