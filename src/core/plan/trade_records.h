// SPDX-License-Identifier: GPL-3.0-or-later
// What is offered, bought and budgeted, and what a currency is worth.
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/base/id.h"
#include "core/base/power_quantity.h"
#include "core/base/quantity.h"

namespace sokudo::plan {

using OfferId = Id<struct OfferTag>;
using PurchaseId = Id<struct PurchaseTag>;
using CurrencyId = Id<struct CurrencyTag>;
using BudgetId = Id<struct BudgetTag>;

enum class Availability { Unknown, InStock, Few, Out, Waiting };
std::string_view code(Availability);
std::optional<Availability> availabilityFromCode(std::string_view);

/// What a part costs at one kind of seller on one day. Older offers of a part are its price history.
struct Offer {
    OfferId id;
    std::string part;              ///< id of a part: module, cable, switch, card, lead, small part
    std::string name;              ///< "10GBASE-SR module, pack of two"
    int pack = 1;                  ///< pieces of one buy
    std::optional<Length> length;  ///< of a reel or box of cable; empty for pieces: sold by the metre
    std::optional<Money> price;    ///< of one buy
    std::string currency;          ///< ISO 4217 code; empty: that of the house
    std::optional<Money> before;   ///< without its discount
    std::string seller;            ///< id in sellers.csv
    Availability stock = Availability::Unknown;
    std::string on;          ///< ISO 8601 date on which the price was seen
    std::string until;       ///< last day of a discount or of the offer
    std::string substitute;  ///< id of a part to take where this one is out of stock
    std::string note;        ///< where; what an assistant or a shop hand said, until checked
    bool isHearsay = false;  ///< told by an assistant or a shop hand: to be checked against the data sheet
    friend bool operator==(const Offer&, const Offer&) = default;
};

enum class PurchaseStatus { Wished, Ordered, Arrived, Fitted, Returned };
std::string_view code(PurchaseStatus);
std::optional<PurchaseStatus> purchaseStatusFromCode(std::string_view);

enum class Tenure { Bought, Free, Lent };
std::string_view code(Tenure);
std::optional<Tenure> tenureFromCode(std::string_view);

/// Something got or on its way.
struct Purchase {
    PurchaseId id;
    std::string part;  ///< id of a part; empty: something of no table
    std::string name;
    int count = 1;                 ///< pieces
    std::optional<Length> length;  ///< of cable, all of it
    std::optional<Money> price;    ///< paid or to be paid for all
    std::string currency;          ///< ISO 4217 code; empty: that of the house
    std::string seller;            ///< id in sellers.csv
    Tenure tenure = Tenure::Bought;
    PurchaseStatus status = PurchaseStatus::Ordered;
    std::string on;   ///< ISO 8601 date
    std::string due;  ///< to arrive, or to be given back
    std::string note;
    friend bool operator==(const Purchase&, const Purchase&) = default;
};

/// A currency with what it is worth in that of the house.
struct Currency {
    CurrencyId id;
    std::string name;                  ///< ISO 4217 code: "EUR"
    std::optional<ExchangeRate> rate;  ///< of the house's currency for one of it; empty: it is the house's own
    std::string on;                    ///< ISO 8601 date of the rate
    friend bool operator==(const Currency&, const Currency&) = default;
};

/// What may be spent, in the currency of the house.
struct Budget {
    BudgetId id;
    std::string name;              ///< "this winter", or the name of a variant, for which it then counts
    std::optional<Money> amount;   ///< in all
    std::optional<Money> monthly;  ///< what a month brings
    std::string since;             ///< ISO 8601 date from which purchases count
    friend bool operator==(const Budget&, const Budget&) = default;
};

}  // namespace sokudo::plan
