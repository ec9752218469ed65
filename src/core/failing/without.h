// SPDX-License-Identifier: GPL-3.0-or-later
// A house without one thing: who loses what, who still reaches whom, and how slow what is left becomes.
#pragma once

#include "core/expect/path_expectation.h"
#include "core/power/single_points.h"

namespace sokudo::failing {

/// Two devices whose traffic falls.
struct Slowed {
    plan::DeviceId from, to;
    kb::Band before;
    std::optional<kb::Band> after;  ///< empty: no way is left
};

struct Without {
    power::Outage outage;
    power::SinglePoint loss;
    std::array<int, power::kGoals.size()> had{};  ///< by goal: end points that reach it now, what fails left out
    std::vector<Slowed> slowed;                   ///< by more than 2 %; what is cut off first, then what loses most
    int pairs = 0;                                ///< that were looked at and have a rate now
    /// End points that reach each other afterwards, the largest group first; alone in it: reaches none.
    std::vector<std::vector<plan::DeviceId>> groups;
    /// Share of the end points that lose a goal, 0 to 1; nothing: none had it.
    std::optional<double> share(power::Goal) const;
};

/// Looked at are each end point with each store and each gateway, and all pairs of flows and regular jobs, from memory
/// to memory. Batteries only put a failure off: this is the house once they are empty.
/// @error NotFound  it is not in the plan, or nothing hangs on it; BadInput  all mains are off: nothing is left to look
/// at
Result<Without> without(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&, const power::Outage&);

/// "7 of 11 end points lose the internet, 64 %", and which: "desk, scan".
struct Line {
    text::Sentence what;
    std::string who;             ///< names; empty: none
    text::Sentence all() const;  ///< both in one
};
/// What there is to say, gravest first.
std::vector<Line> says(const plan::Plan&, const Without&);

}  // namespace sokudo::failing
