// SPDX-License-Identifier: GPL-3.0-or-later
// What can be bought, by its id, whichever table it stands in.
#pragma once

#include <optional>
#include <string>

#include "core/kb/buy_rows.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::buy {

enum class PartKind { Switch, Card, Box, Module, Cable, Lead, Small, Tool };
std::string_view word(PartKind);

struct Part {
    std::string id, name;
    PartKind kind = PartKind::Small;
    bool isByLength = false;       ///< a cable: its price is that of a metre
    std::optional<Money> rough;    ///< of a piece or a metre, in no currency; empty: the tables have none
    std::string resale = "other";  ///< id in resale.csv
    std::string table;             ///< that its row and its rough price stand in
};

/// The part of that id; nothing where no table has it.
std::optional<Part> partOf(const kb::KnowledgeBase&, std::string_view id);

/// The part that a device is: as stated, else the cheapest switch with all its ports, or the box of its kind.
/// Empty: nothing of the tables.
std::string partOfDevice(const plan::Plan&, const plan::Device&, const kb::KnowledgeBase&);
/// The part that the card in a slot is: as stated, else the cheapest with its ports.
std::string partOfCard(const plan::Plan&, const plan::Slot&, const kb::KnowledgeBase&);

/// Lies between two devices of one room, or is sold with its ends on: bought as a whole lead.
bool isLead(const plan::Plan&, const plan::Run&, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
