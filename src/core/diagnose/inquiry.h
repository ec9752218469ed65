// SPDX-License-Identifier: GPL-3.0-or-later
// One question "why is this result slow": gathers the facts and asks the engine.
#pragma once

#include "core/base/sentence.h"
#include "core/diagnose/diagnosis.h"
#include "core/expect/path_expectation.h"

namespace sokudo::diagnose {

struct Inquiry {
    std::optional<expect::Expectation> expected;        ///< of the trial's own traffic
    std::optional<expect::Expectation> memoryExpected;  ///< memory to memory on the same path
    Diagnosis diagnosis;
    text::Sentence whyNoExpectation;  ///< when there is none
};

/// @param hosts  readings of the ends, where there are any
/// @param told   the owner's answers for this path
Inquiry inquire(const plan::Plan&, const kb::KnowledgeBase&, const Analysis&, const measure::Trial&,
                const std::vector<measure::Trial>& all, const std::map<plan::DeviceId, measure::HostSnapshot>& hosts,
                const Evidence& told);

/// The conclusion in a sentence, for the logbook: what was measured, the likeliest causes with their shares, the fix.
text::Sentence conclusion(const Inquiry&, const measure::Trial&, const plan::Plan&);

/// The question to the expectation that a trial answers.
expect::PathQuestion questionOf(const measure::Trial&);

}  // namespace sokudo::diagnose
