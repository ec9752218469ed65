// SPDX-License-Identifier: GPL-3.0-or-later
// What a part costs today: offers that hold, else the rough row; and how an amount of it is covered at least cost.
#pragma once

#include <vector>

#include "core/buy/currency_converter.h"
#include "core/buy/parts.h"

namespace sokudo::buy {

/// One way to buy a part: a pack, a reel, a metre.
struct Buy {
    double amount = 1;                   ///< pieces or metres that one buy gives
    bool isDivisible = false;            ///< sold by the metre: any length at this price
    Money price;                         ///< of one buy, in the currency of the house
    std::string rateOn;                  ///< day of the exchange rate; empty: none was needed
    const plan::Offer* offer = nullptr;  ///< null: the rough price of the tables
};

struct PartPrice {
    std::vector<Buy> buys;                       ///< what can be had today, dearest a piece last; empty: no price
    std::vector<const plan::Offer*> history;     ///< every offer of the part, the newest first
    std::vector<const plan::Offer*> outOfStock;  ///< offers that would hold if the seller had it
    std::optional<Error> problem;                ///< a currency without a rate
    bool isRough() const { return !buys.empty() && !buys.front().offer; }
};

/// Own offers overrule the rough price; of one seller's offers for one pack the newest counts.
/// @param today  ISO 8601 date: offers that ended before it are history
PartPrice priceOf(const Part&, const plan::Plan&, const CurrencyConverter&, const std::string& today);

struct Taken {
    const Buy* buy = nullptr;
    double times = 0;
};
struct Cover {
    std::vector<Taken> taken;
    Money cost;
    double amount = 0;  ///< pieces or metres bought
};
/// The least that an amount costs; pieces of packs are left over where that is cheaper. Of cable see `cutPlan`.
/// @param buys  not empty
/// @source own: dynamic programming over the pieces, exact
Cover cheapestCover(const std::vector<Buy>& buys, int pieces);

/// What to say of rough prices: their year, and that they have no currency.
text::Sentence roughPrices(const kb::KnowledgeBase&);

}  // namespace sokudo::buy
