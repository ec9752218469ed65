// SPDX-License-Identifier: GPL-3.0-or-later
// "10G-LR 1310nm LC SFP+": what the marks on a label, a port or a jacket tell.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/part_rows.h"

namespace sokudo::oneline {

struct MarkRead {
    std::string word;
    const kb::Mark* mark = nullptr;
};

struct LabelRead {
    std::vector<MarkRead> known;       ///< in the order they stand
    std::vector<std::string> unknown;  ///< words that tell nothing Sokudo knows
    std::optional<BitRate> rate;       ///< what the marks agree on; empty: none tells a rate, or they differ
    text::Sentence sentence;           ///< the answer in one line
};

/// Marks are compared without case, blanks, dots between words and dashes; the longest mark wins.
/// @error BadInput  no mark is known; names what was looked for
Result<LabelRead> readLabel(std::string_view label, const kb::KnowledgeBase&);

}  // namespace sokudo::oneline
