// SPDX-License-Identifier: GPL-3.0-or-later
// "What if all of these wanted 10 Gb/s?": which links reach it as they are, which need modules, which a cable, and what
// it comes to.
#pragma once

#include <functional>

#include "core/base/sentence.h"
#include "core/match/reports.h"
#include "core/match/ways.h"

namespace sokudo::match {

/// What a link needs for the rate, from nothing to what cannot be done.
enum class Needs { Nothing, Modules, Cable, Unknown, Impossible };
std::string_view word(Needs);

struct WhatIfRow {
    plan::RunId run;
    std::string title;
    Needs needs = Needs::Unknown;
    std::optional<BitRate> now;
    text::Sentence answer;  ///< the way chosen, or why there is none
    std::optional<double> cost;
    double minutes = 0;
};

struct WhatIf {
    BitRate rate;
    std::vector<WhatIfRow> rows;  ///< in the order asked
    std::size_t count(Needs) const;
    double cost = 0, minutes = 0;  ///< of the ways chosen
    int unpriced = 0;              ///< ways with a price that is not known
};

/// @param step  called after each link with how many are done; false stops and returns what there is
WhatIf whatIf(const plan::Plan&, const std::vector<ReportPtr>& links, BitRate rate, Preference,
              const kb::KnowledgeBase&, const std::function<bool(std::size_t)>& step = {});

}  // namespace sokudo::match
