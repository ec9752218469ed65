// SPDX-License-Identifier: GPL-3.0-or-later
// Pay a premium now, or do it again later.
#pragma once

#include "core/base/power_quantity.h"
#include "core/base/result.h"
#include "core/kb/knowledge_base.h"

namespace sokudo::buy {

struct LaterQuestion {
    Money premium;             ///< what the better one costs more now
    Money redo;                ///< what doing it again would cost, at prices of today
    int years = 8;             ///< horizon: needed in one of them, or never; 1 to 60
    double probability = 0.5;  ///< that it is needed within the horizon
    double discount = 0.03;    ///< a year, 0 to 0.5
};

struct LaterAnswer {
    Money expected;     ///< what waiting costs on average, in money of today
    double factor = 1;  ///< what a unit of money within the horizon is worth today, on average over its years
    std::optional<double> breakEven;  ///< probability from which the premium pays; empty: it never does
    Money breakEvenRedo;              ///< cost of redoing from which the premium pays at the stated probability
    bool paysNow = false;
    text::Sentence sentence;
};

/// @source own: expected present value; the year in which it is needed is equally likely within the horizon
LaterAnswer laterAnswer(const LaterQuestion&);

/// “premium 400, redo 2200, 8 years, p 0.4, discount 3%”, in any order. Horizon and discount default to
/// trade_figures.csv.
/// @error BadInput  a word that is none of these, a figure out of range, premium, redo or p left out
Result<LaterQuestion> laterQuestion(const std::string& line, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
