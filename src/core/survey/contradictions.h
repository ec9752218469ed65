// SPDX-License-Identifier: GPL-3.0-or-later
// Records of a house that cannot all be true.
#pragma once

#include <vector>

#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

struct Contradiction {
    const char* kind;                     ///< "two-names", for programs
    text::Sentence what;                  ///< which records, and why both cannot be
    text::Sentence fix;                   ///< what to look at
    std::vector<plan::Subject> subjects;  ///< the objects, the first one to go to
};

/// In the order of their kinds; empty: none found. What is not stated contradicts nothing.
std::vector<Contradiction> contradictions(const plan::Plan&, const kb::KnowledgeBase&);

}  // namespace sokudo::survey
