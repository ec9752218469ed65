// SPDX-License-Identifier: GPL-3.0-or-later
// Fibre in the ground against a radio bridge, from one building to another: money, rate, work, and from which distance
// which of them costs less.
#pragma once

#include "core/base/power_quantity.h"
#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trade_rows.h"

namespace sokudo::buy {

struct BridgeQuestion {
    Length distance;         ///< between the buildings, 1 m to 2 km
    BitRate rate;            ///< wanted: of a link
    std::string dig;         ///< id in digs.csv: how the fibre gets over
    Money hour;              ///< what an hour of own work is worth; 0: it is free
    int years = 8;           ///< of power and of replacing radios, 1 to 60
    double pricePerKwh = 0;  ///< 0: power is not counted
};

struct BridgeOption {
    std::string name;
    bool isFibre = false;
    BitRate rate;                       ///< usual payload, one way
    bool isEnough = false;              ///< reaches the wanted rate over this distance
    std::string why;                    ///< where it is not enough
    Money buy;                          ///< gear, cable and digging
    Money power;                        ///< over the years
    double minutes = 0;                 ///< of own work
    Money total;                        ///< with the work at its worth
    std::vector<std::string> cautions;  ///< texts
};

struct BridgeAnswer {
    std::vector<BridgeOption> options;  ///< fibre first
    std::optional<std::size_t> best;    ///< the cheapest that is enough; empty: none is
    /// Below it fibre costs less than the cheapest bridge that is enough here; empty: no bridge is, or fibre always
    /// does.
    std::optional<Length> breakEven;
    text::Sentence sentence;
};

/// @error BadInput  a distance, rate or count of years out of range, or an unknown way to dig
/// @source own: sums over digs.csv, bridges.csv, supplies.csv and modules.csv; rates of bridges: ceilings.csv
Result<BridgeAnswer> bridgeAnswer(const BridgeQuestion&, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
