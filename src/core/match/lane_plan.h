// SPDX-License-Identifier: GPL-3.0-or-later
// Which card of a machine belongs into which slot, so that each gets the lanes its ports need.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::match {

struct CardPlacing {
    std::string card, from, to;  ///< slot names; equal: it stays
    int ports = 0;
    BitRate needs;      ///< of its ports together one way, as payload; of a card without ports what its own bus carries
    BitRate now, then;  ///< what its bus carries
    bool loses() const { return then < now && then < needs; }
    bool gains() const { return now < then && now < needs; }
};

struct LanePlan {
    std::vector<CardPlacing> cards;  ///< in the order of their slots today
    text::Sentence sentence;         ///< what to move, and what loses by it
};

/// The best seating of the cards of one device: network cards first, then the others, then the fewest moves.
/// Slots that were never read stay as they are, and so do their cards. At most seven slots are weighed.
/// @return nothing where the seating of today is as good as any
/// @source pcie-base: lesser generation and width of card and slot; a card fits a slot whose shape holds its lanes
std::optional<LanePlan> lanePlan(const plan::Plan&, plan::DeviceId, const kb::KnowledgeBase&);

}  // namespace sokudo::match
