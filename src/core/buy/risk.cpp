// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/risk.h"

namespace sokudo::buy {

Money expectedLoss(Money price, const kb::SellerKind& seller)
{
    if (seller.returnDays > 0 || seller.failsPercent <= 0 || seller.failsPercent >= 100) return {};
    return Money::of(price.in() * seller.failsPercent / (100 - seller.failsPercent));
}

const kb::SellerKind* sellerOf(const plan::Offer& offer, const kb::KnowledgeBase& kb)
{
    return kb.find<kb::SellerKind>(offer.seller);
}

}  // namespace sokudo::buy
