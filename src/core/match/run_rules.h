// SPDX-License-Identifier: GPL-3.0-or-later
// All rules on one link, and what they come to.
#pragma once

#include <string>
#include <vector>

#include "core/match/finding.h"
#include "core/match/link_context.h"

namespace sokudo::match {

struct LinkReport {
    plan::Link link;
    std::string title;               ///< "core 3 — platen 1"
    Verdict verdict = Verdict::Unknown;
    std::optional<BitRate> rate;     ///< the lowest rate the findings allow; empty: no link, or not known
    std::optional<BitRate> wanted;
    std::string reason;              ///< one line: the finding that decides
    std::vector<Finding> findings;   ///< worst first
};

/// Judges one link. Precedence: unsafe, no link, marginal, unknown, limited, fits; rate = the lowest allowed.
LinkReport judge(const LinkContext&);
/// All links of the plan, worst first, then by title.
std::vector<LinkReport> judgeAll(const plan::Plan&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
