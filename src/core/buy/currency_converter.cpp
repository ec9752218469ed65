// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/currency_converter.h"

#include <set>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::buy {

CurrencyConverter::CurrencyConverter(const plan::Plan& plan)
{
    for (const plan::Currency& one : plan.currencies) {
        if (one.rate) m_rates.emplace(one.name, &one);
        else if (m_currency.empty()) m_currency = one.name;
    }
    if (!m_currency.empty()) return;
    std::set<std::string> used;
    for (const plan::Offer& one : plan.offers) used.insert(one.currency);
    for (const plan::Purchase& one : plan.purchases) used.insert(one.currency);
    used.erase("");
    for (const auto& [name, rate] : m_rates) used.erase(name);
    if (used.size() == 1) m_currency = *used.begin();
}

Result<Converted> CurrencyConverter::converted(const Price& price) const
{
    if (price.currency.empty() || price.currency == m_currency) return Converted{price.amount, {}};
    const auto rate = m_rates.find(price.currency);
    if (rate == m_rates.end())
        return failure(ErrorCode::NotFound,
                       m_currency.empty()
                           ? text::say("converter.no-own-currency",
                                       "prices are in {} and others: say which is the house's own with “add currency "
                                       "{}”, and what the others are worth with “add currency XXX, rate=1.1”",
                                       price.currency, price.currency)
                           : text::say("converter.no-rate",
                                       "what one {} is worth in {} is not stated: “add currency {}, rate=… on=…”",
                                       price.currency, m_currency, price.currency));
    const plan::Currency& row = *rate->second;
    return Converted{Money::of(price.amount.in() * row.rate->in()), row.on};
}

std::string amountText(Money amount) { return fmt::format("{:.2f}", amount.in()); }

std::string CurrencyConverter::text(Money amount) const
{
    return amountText(amount) + (m_currency.empty() ? "" : std::string(text::kThin) + m_currency);
}

}  // namespace sokudo::buy
