// SPDX-License-Identifier: GPL-3.0-or-later
// Money in a currency: amounts of two currencies do not add.
#pragma once

#include <string>

#include "core/base/power_quantity.h"
#include "core/base/result.h"

namespace sokudo {

struct Price {
    Money amount;
    std::string currency;  ///< ISO 4217 code; empty: of no currency, as the rough prices that ship are
    friend bool operator==(const Price&, const Price&) = default;
};

/// @error BadInput  the two are of different currencies
inline Result<Price> sum(const Price& a, const Price& b)
{
    if (a.currency != b.currency)
        return failure(ErrorCode::BadInput,
                       text::say("price.do-not-add", "{} and {} do not add: state the rate of one of them",
                                 a.currency.empty() ? "rough prices" : a.currency,
                                 b.currency.empty() ? "rough prices" : b.currency));
    return Price{a.amount + b.amount, a.currency};
}

}  // namespace sokudo
