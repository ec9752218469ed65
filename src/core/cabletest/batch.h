// SPDX-License-Identifier: GPL-3.0-or-later
// So many of so many ends were bad: how likely the untested are bad, and how many more to test.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::cabletest {

/// A beta distribution over the share of bad ones: so many bad and good seen before anything was tested.
struct Prior {
    double bad = 1, good = 19;
};
/// One bad seen, and as many good as the usual share of faults says.
/// @source trade_figures.csv, fault-share
Prior usualPrior(const kb::KnowledgeBase&);

struct BatchQuestion {
    int bad = 0, tested = 0, untested = 0;  ///< bad of the tested; 0 to 10 000 each
    Prior prior;
    double sure = 0.95;  ///< 0.5 to 0.999
};

struct BatchAnswer {
    double share = 0;             ///< of bad ones, on average
    double shareBelow = 0;        ///< the share is below that with the wanted certainty
    double expectedBad = 0;       ///< among the untested
    double noneBad = 1;           ///< probability that all of the untested are good
    std::vector<double> exactly;  ///< probability of 0, 1, 2 … bad among the untested
    std::optional<int> testMore;  ///< so many more, if all are good, until the rest are all good with the wanted
                                  ///< certainty; empty: only testing all of them does
    text::Sentence says, priorSays;
};

/// @error BadInput  more bad than tested, a count or a certainty out of range, a prior that is not above 0
/// @source own: beta-binomial distribution, exact
Result<BatchAnswer> batchAnswer(const BatchQuestion&);

/// “2 bad of 5, 19 untested”, with “prior 1 of 20” and “sure 99%” if wanted.
/// @error BadInput  a part that is none of these, or left out
Result<BatchQuestion> batchQuestion(const std::string& line, const kb::KnowledgeBase&);

}  // namespace sokudo::cabletest
