// SPDX-License-Identifier: GPL-3.0-or-later
// What goods that fail cost on average, by the kind of seller.
#pragma once

#include "core/kb/buy_rows.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::buy {

/// What a piece that works costs on average beyond its price. Where the seller takes goods back it is nothing: money
/// returns, only days are lost. Else pieces are bought until one works: price · f / (1 − f).
/// @param failsPercent  below 100
/// @source own: mean of the geometric distribution
Money expectedLoss(Money price, const kb::SellerKind&);

/// The row of an offer's kind of seller; null: none was stated, or none has that id.
const kb::SellerKind* sellerOf(const plan::Offer&, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
