// SPDX-License-Identifier: GPL-3.0-or-later
// Which causes the evidence speaks for, and which check teaches most per minute.
#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/diagnose/evidence.h"
#include "core/kb/cause_rows.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::diagnose {

/// What one observation adds to a cause, in nats: above 0 it speaks for the cause.
struct Weight {
    std::string flag;
    double nats = 0;
};

struct Belief {
    const kb::Cause* cause = nullptr;
    double share = 0;             ///< of belief, 0 to 1; all shares sum to 1
    std::vector<Weight> weights;  ///< greatest effect first
};

struct RuledOut {
    const kb::Cause* cause = nullptr;
    text::Sentence why;
    bool isTried = false;  ///< its fix was tried and did not help
};

struct Ranking {
    std::vector<Belief> beliefs;  ///< most likely first
    std::vector<RuledOut> out;    ///< causes that this path could have, and that cannot be now
};

/// The causes that the context allows.
/// Naive Bayes in log-odds: prior from the weights; each observation clipped to ± 4 nats; within a family of flags
/// the second, third, … count 0.7, 0.5, 0.4, 0.3; the plateau flags are one variable with one outcome each and one for
/// none of them.
/// @source own; letters H 0.85, M 0.45, L 0.12, Z 0.02, unlisted: the flag's background
/// @param failed  causes that are left out: their fix was tried
/// @param crossed  the rate that crossed the path for certain; see `whyRuledOut`
Ranking rank(const kb::KnowledgeBase&, const Context&, const Evidence&, const std::set<std::string>& failed = {},
             std::optional<BitRate> crossed = {});

struct NextCheck {
    const kb::Check* check = nullptr;
    double bits = 0;    ///< expected gain, bits of entropy
    double effort = 0;  ///< minutes + 0.5 a currency unit + risk (low 2, medium 10, high 30)
    double bitsPerMinute = 0;
};

/// Checks that could still tell something, most informative per minute first. Those under 0.005 bit are left out.
std::vector<NextCheck> nextChecks(const kb::KnowledgeBase&, const std::vector<Belief>&, const Evidence&);

/// "very likely" from 0.80, "likely" from 0.50, "possible" from 0.20, "less likely" below.
std::string_view likelihoodWord(double share);

}  // namespace sokudo::diagnose
