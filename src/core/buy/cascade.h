// SPDX-License-Identifier: GPL-3.0-or-later
// What else must change for a card: the slot and its lanes, the board, air, the bracket, the port at the other end.
#pragma once

#include "core/base/power_quantity.h"
#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/trade_rows.h"
#include "core/plan/plan.h"

namespace sokudo::buy {

/// What a slot gives the card.
struct SlotFit {
    plan::SlotId slot;
    std::string name;
    int generation = 0, lanes = 0;  ///< that card and slot train to
    BitRate carries;                ///< payload one way, usual
    bool isFull = false;            ///< as much as one port of the card, less what framing takes
    bool isTaken = false;           ///< another card is in it
    bool isShared = false;          ///< behind the chipset
};

struct CascadeStep {
    std::string id;  ///< in follow_ups.csv
    text::Sentence what;
    Money price;
    double minutes = 0;
    bool isMaybe = false;
};

/// One way to have the card work.
struct CascadeWay {
    text::Sentence title;
    BitRate carries;  ///< of the card, as a rule
    bool isFull = false;
    std::vector<CascadeStep> steps;  ///< beside the card itself
    Money least, most;               ///< with the card; most: with all that may be needed
    double minutes = 0;              ///< without what may be needed
};

struct Cascade {
    std::vector<SlotFit> slots;           ///< that the card goes into, the best first
    std::vector<text::Sentence> refused;  ///< slots that it does not go into, and why
    std::vector<CascadeWay> ways;         ///< in a slot that is there, then with another board
    text::Sentence sentence;
    std::string caution;  ///< text
};

/// @error BadInput  the device takes no cards, or the gear is none
/// @source follow_ups.csv; a slot is full where its usual payload is at least what framing leaves of the rate of a port
Result<Cascade> cascadeOf(const plan::Plan&, plan::DeviceId, const kb::Gear&, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
