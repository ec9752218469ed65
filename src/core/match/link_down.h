// SPDX-License-Identifier: GPL-3.0-or-later
// A module is seen and there is no link: what to look at, in which order, and what is ruled out already.
#pragma once

#include "core/base/sentence.h"
#include "core/kb/trade_rows.h"
#include "core/match/reports.h"

namespace sokudo::match {

/// found: the facts at hand show the fault; look: they do not tell; cleared: they rule it out.
enum class StepState { Found, Look, Cleared };
std::string_view word(StepState);

struct LinkDownStep {
    const kb::LinkDownCheck* row = nullptr;
    StepState state = StepState::Look;
    text::Sentence because;  ///< the finding that shows or clears it, or what was never stated
};

struct LinkDown {
    std::vector<LinkDownStep> steps;  ///< in the order to take them; those that do not concern the link are left out
    double minutes = 0;               ///< for all that are not cleared
    /// The first step that is not cleared; null: nothing is left to look at.
    const LinkDownStep* next() const;
};

/// Empty where neither end takes a module. Steps are the rows of link_down_steps.csv. A found fault keeps its place in
/// the order: the cheap look before it still comes first.
LinkDown linkDown(const plan::Plan&, const LinkReport&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
