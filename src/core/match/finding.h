// SPDX-License-Identifier: GPL-3.0-or-later
// What a rule says about a link.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/sentence.h"
#include "core/base/static_text.h"
#include "core/base/text.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::match {

/// The place in the chain of pieces that a finding speaks of.
enum class LinkPart { SlotA, CageA, MediumA, Between, MediumB, CageB, SlotB };

/// The source an outcome rests on.
struct Cited {
    StaticText source;  ///< id in clauses.csv
    Certainty certainty = Certainty::Typical;
    Cited() = default;
    Cited(const char* id, Certainty how) : source(id), certainty(how) {}
    Cited(const std::string& id, Certainty how) : source(id), certainty(how) {}
    Cited(const kb::Provenance& row) : source(row.source), certainty(row.certainty) {}
    Cited(kb::Provenance&&) = delete;
};

/// A rule's answer: values and a sentence with `{names}` for them.
struct Outcome {
    Verdict verdict = Verdict::Unknown;
    std::optional<BitRate> rate;  ///< the most this rule allows; empty: it says nothing about the rate
    StaticText pattern;
    text::Args args;
    Cited from;
    LinkPart part = LinkPart::Between;
    StaticText caseId;       ///< the row or clause of the rule that decided
    text::Sentence working;  ///< the sum behind the sentence, where it is not in it
};

/// An outcome with the rule that gave it.
struct Finding {
    StaticText rule;
    Outcome outcome;
    bool isWaived = false;  ///< accepted by the owner, with a reason
    Verdict verdict() const { return outcome.verdict; }
    std::string text() const { return text::render(outcome.pattern, outcome.args); }
};

}  // namespace sokudo::match
