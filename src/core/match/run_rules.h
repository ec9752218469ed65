// SPDX-License-Identifier: GPL-3.0-or-later
// All rules on one link, and what they come to.
#pragma once

#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/match/findings.h"
#include "core/match/link_context.h"

namespace sokudo::match {

/// An accepted finding of a link, and whether it still is what was accepted.
struct WaiverState {
    plan::Waiver waiver;
    bool holds = true;
    text::Sentence why;  ///< when it does not hold: what has become of the finding
};

struct LinkReport {
    plan::Link link;
    std::string title;                   ///< "core 3 — platen 1"
    Verdict verdict = Verdict::Unknown;  ///< of what nobody has accepted; an unsafe finding is never accepted away
    std::optional<BitRate> rate;         ///< the lowest rate the findings allow; empty: no link, or not known
    std::optional<BitRate> wanted;
    std::string result;  ///< what it is made of: "Cat 6A, 30 m"
    Findings findings;   ///< worst first, accepted ones last
    std::vector<WaiverState> waivers;
    /// One line: the finding that decides, or what a link that fits is made of.
    std::string reason() const
    {
        return verdict == Verdict::Fits || findings.empty() ? result : findings.front().text();
    }
};

/// Judges one link. Precedence: unsafe, no link, marginal, unknown, limited, fits; rate = the lowest allowed.
/// Findings with a waiver that holds are set aside.
LinkReport judge(const LinkContext&);

}  // namespace sokudo::match
