// SPDX-License-Identifier: GPL-3.0-or-later
// A set of flows at once: fair shares, which flow slows which, and how far trunks are oversubscribed.
#pragma once

#include "core/base/sentence.h"
#include "core/expect/path_expectation.h"
#include "core/expect/trunk_load.h"

namespace sokudo::expect {

struct FlowResult {
    const plan::Flow* flow = nullptr;
    std::string title;                  ///< "nightly copy: vault → kiln-a"
    Band rate, alone;                   ///< with the others, and without them
    std::string limitedBy;              ///< the stage that gives out; "its own demand" where nothing does
    std::vector<std::string> slowedBy;  ///< names of the flows that share that stage
    double shareError = 0;              ///< how far the rate may lie from the fair share, as a share of it
    text::Sentence problem;             ///< why it has no rate; empty: it has one
    /// What is left of the usual rate beside the others: 0.5 is half.
    double share() const { return alone.typical.steps() > 0 ? rate.typical.in() / alone.typical.in() : 0; }
};

struct FlowShares {
    std::vector<FlowResult> flows;  ///< in the order asked
    std::vector<TrunkLoad> trunks;  ///< most oversubscribed first
};

/// Shares at the low, the usual and the high figures of the stages, each by progressive filling.
/// @source see fairShares; pools are the stages that flows have in common
FlowShares flowShares(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&,
                      const std::vector<const plan::Flow*>&);

/// Flows of one set, in the order of the plan. @param set  empty: all
std::vector<const plan::Flow*> flowsOf(const plan::Plan&, std::string_view set);
/// The names of the sets, in the order they first stand.
std::vector<std::string> flowSets(const plan::Plan&);

PathQuestion questionOf(const plan::Flow&);

}  // namespace sokudo::expect
