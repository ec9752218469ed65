// SPDX-License-Identifier: GPL-3.0-or-later
// The list as it is carried to the shops, and as a table.
#pragma once

#include "core/buy/list.h"

namespace sokudo::buy {

struct TripItem {
    text::Sentence what;  ///< "2 × 10GBASE-SR module"
    std::optional<Money> cost;
    text::Sentence fallBack;  ///< what to take where it is not to be had; empty: nothing known
    std::string part;
};

/// What is bought at one kind of seller.
struct Stop {
    std::string seller;  ///< "a known seller", "any shop"
    std::string advice;  ///< what to mind there
    std::vector<TripItem> items;
};

/// Only what is left to buy; sellers with offers first.
std::vector<Stop> tripOf(const BuyList&, const kb::KnowledgeBase&);

/// A line a part: part, name, count, length_m, from_stock, to_buy, cost, currency, rough, seller, on, until, instead,
/// uses.
std::string listCsv(const BuyList&);

}  // namespace sokudo::buy
