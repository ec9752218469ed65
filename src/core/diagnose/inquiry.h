// SPDX-License-Identifier: GPL-3.0-or-later
// One question "why is this result slow": gathers the facts and asks the engine.
#pragma once

#include "core/base/sentence.h"
#include "core/diagnose/band_position.h"
#include "core/diagnose/diagnosis.h"
#include "core/expect/path_expectation.h"
#include "core/logbook/entry.h"

namespace sokudo::diagnose {

struct Inquiry {
    std::optional<expect::Expectation> expected;        ///< of the trial's own traffic
    std::optional<expect::Expectation> memoryExpected;  ///< memory to memory on the same path
    Diagnosis diagnosis;
    text::Sentence whyNoExpectation;  ///< when there is none
    std::optional<Stand> stand;       ///< of the trial; empty: there is no expectation
};

/// What is known beside the plan.
struct Known {
    const std::vector<measure::Trial>& trials;                   ///< all of them, any path
    const std::vector<logbook::Entry>& entries;                  ///< a change makes older results say nothing
    std::map<plan::DeviceId, measure::HostSnapshot> hosts = {};  ///< readings of the ends, where there are any
    UserAnswers told = {};                                       ///< the owner's answers for this path
};

/// A result that is as fast as expected has no causes: there is nothing to explain.
Inquiry inquire(const plan::Plan&, const kb::KnowledgeBase&, const Analysis&, const measure::Trial&, const Known&);

/// The conclusion in a sentence, for the logbook: what was measured, the likeliest causes with their shares, the fix.
text::Sentence conclusion(const Inquiry&, const measure::Trial&, const plan::Plan&);

/// The question to the expectation that a trial answers.
expect::PathQuestion questionOf(const measure::Trial&);

}  // namespace sokudo::diagnose
