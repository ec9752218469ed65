// SPDX-License-Identifier: GPL-3.0-or-later
// "sfp28:25gbase-sr,fec=rs / om4 80m lc joints=2 / sfp28:25gbase-sr,fec=rs" as a plan with one link.
#pragma once

#include <string_view>

#include "core/match/reports.h"

namespace sokudo::oneline {

/// The plan that the line states: two devices, the ports named, one run for each medium between them.
/// @error BadInput  points at the word; the grammar is docs/one-line.md
Result<plan::Plan> planFromLinkLine(std::string_view line, const kb::KnowledgeBase&);

/// Judges the line with the rules of the whole plan.
Result<match::LinkReport> judgeLinkLine(std::string_view line, const kb::KnowledgeBase&);

}  // namespace sokudo::oneline
