// SPDX-License-Identifier: GPL-3.0-or-later
// The currency of the house and what others are worth in it.
#pragma once

#include <map>
#include <optional>

#include "core/base/price.h"
#include "core/plan/plan.h"

namespace sokudo::buy {

/// An amount in the currency of the house, and the day of the rate that it was worked out with.
struct Converted {
    Money amount;
    std::string rateOn;  ///< ISO 8601 date; empty: no rate was needed
};

class CurrencyConverter {
public:
    /// The house's currency is the one without a rate, else the only one that offers and purchases use.
    explicit CurrencyConverter(const plan::Plan&);
    /// ISO 4217 code; empty: none was stated, amounts are in no currency.
    const std::string& currency() const { return m_currency; }
    /// Rough prices of no currency count one to one.
    /// @error NotFound  no rate of its currency is stated; the sentence says how to state one
    Result<Converted> converted(const Price&) const;
    /// "412.50 EUR", or "412.50" where the house has no currency.
    std::string text(Money) const;

private:
    std::string m_currency;
    std::map<std::string, const plan::Currency*> m_rates;
};

/// "412.50": two decimals, rounded.
std::string amountText(Money);

}  // namespace sokudo::buy
