// SPDX-License-Identifier: GPL-3.0-or-later
// "cord cat6a 3m 26awg / jack": the cords and joints at one end of a run, as typed in a form or in a line.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::oneline {

/// From the port inwards. Empty text: none.
/// @error BadInput  a part that is neither cord, jack, coupler nor panel, or a word it does not have; points at the
/// word
Result<std::vector<plan::Segment>> readParts(std::string_view text, bool atB, const kb::KnowledgeBase&);
/// The text that `readParts` reads back as the same parts.
std::string partsText(const std::vector<plan::Segment>&, bool atB);

}  // namespace sokudo::oneline
