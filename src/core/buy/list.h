// SPDX-License-Identifier: GPL-3.0-or-later
// The complete list: what must be bought to get from the house to a variant of it, where from, and for how much.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/buy/complaints.h"
#include "core/buy/cut_plan.h"
#include "core/buy/needs.h"

namespace sokudo::buy {

/// One part of the list.
struct Line {
    Part part;
    int count = 0;                     ///< pieces needed
    Length length;                     ///< of cable, all pieces together
    double fromStock = 0;              ///< pieces or metres that spares, purchases and remainders give
    double toBuy = 0;                  ///< pieces or metres left to buy
    std::vector<text::Sentence> uses;  ///< what it is for
    std::shared_ptr<const PartPrice> price;
    std::vector<Taken> taken;    ///< of which offers how many; empty: nothing to buy, or cable: see `cut`
    std::optional<CutPlan> cut;  ///< of cable
    std::vector<Piece> pieces;   ///< of cable
    std::optional<Money> cost;   ///< of what is to buy, in the currency of the house; empty: no price is known
    bool isRough = false;        ///< by the rough prices of the tables
    std::string priceFrom;   ///< where the price comes from: "offer of 2026-11-02, known", "rough price of 2026 ..."
    Money expectedLoss;      ///< on average, for goods that fail and are not taken back
    std::string substitute;  ///< name of the part to take where this one is out of stock; empty: none stated
    /// The offer that most of it is bought by; null: none.
    const plan::Offer* offer() const;
};

/// Something got for nothing, or on loan.
struct Given {
    std::string name;
    plan::Tenure tenure = plan::Tenure::Free;
    std::string due;             ///< to be given back
    std::optional<Money> worth;  ///< what it would cost; empty: not known
};

struct Spending {
    std::string name;  ///< of the budget; empty: none was set
    std::optional<Money> budget;
    Money spent;         ///< ordered, arrived and fitted purchases
    Money toBuy;         ///< the list
    Money expectedLoss;  ///< on top of it on average, where sellers take nothing back
    std::optional<Money> left() const { return budget ? std::optional(*budget - spent - toBuy) : std::nullopt; }
};

struct BuyList {
    std::vector<Line> lines;  ///< in the order of PartKind; those that stock covers last
    std::vector<Given> given;
    Takings takings;
    std::vector<Complaint> complaints;
    std::vector<text::Sentence> problems;  ///< prices and rates that are missing
    Spending spending;
    std::string currency;               ///< of all amounts; empty: none stated
    std::vector<std::string> rateDays;  ///< days of the exchange rates that were used
    bool isRough = false;               ///< some price is a rough one
    /// Money of what the change sets free, as far as it can be sold.
    Money resaleLow, resaleHigh;
};

struct ListQuestion {
    std::string today;    ///< ISO 8601 date
    std::string variant;  ///< its name: the budget of that name counts
    Solver solver;        ///< for cutting cable
};

/// @error  what the solver reports
Result<BuyList> buyList(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase&,
                        const ListQuestion&);

/// Pieces or metres of stock that can serve as a part, and purchases on their way or here.
struct InStock {
    double amount = 0;
    std::vector<Remainder> remainders;  ///< of cable
};
InStock inStock(const plan::Plan&, const Part&);

}  // namespace sokudo::buy
