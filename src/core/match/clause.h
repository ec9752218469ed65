// SPDX-License-Identifier: GPL-3.0-or-later
// An outcome in the words of a numbered clause.
#pragma once

#include "core/match/finding.h"
#include "core/match/link_context.h"

namespace sokudo::match {

/// Verdict, sentence, remedy and source come from the row of rules.csv; the rule gives the figures.
/// @param rate  the most the clause allows; empty: it says nothing about the rate
Outcome clause(const LinkContext&, std::string_view id, text::Args args = {}, std::optional<BitRate> rate = {},
               LinkPart = LinkPart::Between);

/// What to do about a finding, from the row of its clause or wire fault.
struct Advice {
    std::string when, remedy, caution;
};
Advice adviceOn(const Finding&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
