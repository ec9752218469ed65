// SPDX-License-Identifier: GPL-3.0-or-later
// What a rule says about a link.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/text.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::match {

/// The place in the chain of pieces that a finding speaks of.
enum class Spot { SlotA, CageA, MediumA, Between, MediumB, CageB, SlotB };

/// A rule's answer: values and a sentence with `{names}` for them.
struct Outcome {
    Verdict verdict = Verdict::Unknown;
    std::optional<BitRate> rate;  ///< the most this rule allows; empty: it says nothing about the rate
    std::string pattern;
    text::Args args;
    kb::Provenance from;
    Spot spot = Spot::Between;
    std::string caseId;  ///< the row or clause of the rule that decided
    std::string working; ///< the sum behind the sentence, where it is not in it
};

/// An outcome with the rule that gave it.
struct Finding {
    std::string rule;
    Outcome outcome;
    Verdict verdict() const { return outcome.verdict; }
    std::string text() const { return text::render(outcome.pattern, outcome.args); }
};

}  // namespace sokudo::match
