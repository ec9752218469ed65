// SPDX-License-Identifier: GPL-3.0-or-later
// What is missing from a variant so that it would work once everything on its list is bought.
#pragma once

#include <vector>

#include "core/base/sentence.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::buy {

struct Complaint {
    text::Sentence text;
    Verdict verdict = Verdict::NoLink;
    plan::Subject object;
};

/// @param reports  of the variant. Worst first; links and ports that the house has just so are not spoken of.
std::vector<Complaint> complaintsOf(const plan::Plan& house, const plan::Plan& variant, const match::Reports& reports,
                                    const kb::KnowledgeBase&);

}  // namespace sokudo::buy
