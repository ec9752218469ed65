// SPDX-License-Identifier: GPL-3.0-or-later
// Which test instrument is worth buying, borrowing, or doing without.
#pragma once

#include <vector>

#include "core/base/sentence.h"
#include "core/kb/buy_rows.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::buy {

struct InstrumentChoice {
    const kb::Instrument* kind = nullptr;
    Money buy;
    std::optional<Money> borrow;  ///< for the days it takes; empty: nobody lends it
    int days = 0;
    double faultsLeft = 0;  ///< expected, not found with it
    double minutes = 0;     ///< of testing, and of finding later what was not found
    Money total;            ///< the cheaper of buying and borrowing, and the minutes at the stated worth of an hour
    bool isBorrowed = false;
    bool isBest = false;
};

struct InstrumentAnswer {
    std::vector<InstrumentChoice> choices;
    double faults = 0;  ///< expected among the runs
    text::Sentence sentence;
    text::Sentence practice;  ///< how practitioners differ, and the default
};

/// @param runs  1 to 10000
/// @param hour  what an hour of work is worth; 0: time is not counted in money, and the cheapest that proves the pairs
/// is best
/// @source instruments.csv, trade_figures.csv
InstrumentAnswer instrumentsFor(int runs, Money hour, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
