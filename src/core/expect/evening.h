// SPDX-License-Identifier: GPL-3.0-or-later
// A set of flows at once: fair shares, who slows whom, and how far trunks are promised twice.
#pragma once

#include "core/expect/path_expectation.h"

namespace sokudo::expect {

struct FlowResult {
    const plan::Flow* flow = nullptr;
    std::string title;                  ///< "nightly copy: vault → kiln-a"
    Band rate, alone;                   ///< with the others, and without them
    std::string heldBy;                 ///< the stage that gives out; "what it asks for" where nothing does
    std::vector<std::string> slowedBy;  ///< names of the flows that share that stage
    std::string problem;                ///< why it has no rate; empty: it has one
    /// What is left of the usual rate beside the others: 0.5 is half.
    double share() const { return alone.typical.steps() > 0 ? rate.typical.in() / alone.typical.in() : 0; }
};

/// A link between two switches or routers, with what hangs behind it.
struct TrunkLoad {
    std::string title;
    plan::RunId run;
    BitRate line, access;          ///< its rate; the sum of the links to devices on its smaller side
    int devices = 0;               ///< how many hang there
    bool isSpare = false;          ///< closes a ring: a faster way leads past it
    BitRate load;                  ///< usual sum of the flows over it, the busier way
    double oversubscription() const { return line.steps() > 0 ? access.in() / line.in() : 0; }
};

struct Evening {
    std::vector<FlowResult> flows;   ///< in the order asked
    std::vector<TrunkLoad> trunks;   ///< most promised first
};

/// Shares at the low, the usual and the high figures of the stages, each by progressive filling.
/// @source see fairShares; pools are the stages that flows have in common
Evening evening(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&, const std::vector<const plan::Flow*>&);

/// Flows of one set, in the order of the plan. @param set  empty: all
std::vector<const plan::Flow*> flowsOf(const plan::Plan&, std::string_view set);
/// The names of the sets, in the order they first stand.
std::vector<std::string> flowSets(const plan::Plan&);

PathQuestion questionOf(const plan::Flow&);

}  // namespace sokudo::expect
