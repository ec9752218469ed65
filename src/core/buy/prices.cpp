// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/prices.h"

#include <algorithm>
#include <set>
#include <tuple>

namespace sokudo::buy {
namespace {

bool isOver(const plan::Offer& offer, const std::string& today)
{
    return !offer.until.empty() && !today.empty() && offer.until < today;
}
bool isOut(const plan::Offer& offer)
{
    return offer.stock == plan::Availability::Out || offer.stock == plan::Availability::Waiting;
}

double eachOf(const Buy& buy) { return buy.price.in() / buy.amount; }

}  // namespace

PartPrice priceOf(const Part& part, const plan::Plan& plan, const CurrencyConverter& converter,
                  const std::string& today)
{
    PartPrice result;
    for (const plan::Offer& offer : plan.offers)
        if (offer.part == part.id) result.history.push_back(&offer);
    std::stable_sort(result.history.begin(), result.history.end(),
                     [](const plan::Offer* a, const plan::Offer* b) { return a->on > b->on; });
    std::set<std::tuple<std::string, std::string, int, std::optional<Length>>> seen;
    for (const plan::Offer* offer : result.history) {
        if (!seen.insert({offer->seller, offer->note, offer->pack, offer->length}).second) continue;
        if (isOver(*offer, today)) continue;
        if (isOut(*offer) || !offer->price) {
            result.outOfStock.push_back(offer);
            continue;
        }
        const auto price = converter.converted({*offer->price, offer->currency});
        if (!price) {
            result.problem = price.error();
            continue;
        }
        const double amount = part.isByLength ? offer->length.value_or(Length::of(1)).in() : offer->pack;
        result.buys.push_back({amount, part.isByLength && !offer->length, price->amount, price->rateOn, offer});
    }
    if (result.buys.empty() && part.rough) result.buys.push_back({1, part.isByLength, *part.rough, {}, nullptr});
    std::stable_sort(result.buys.begin(), result.buys.end(),
                     [](const Buy& a, const Buy& b) { return eachOf(a) < eachOf(b); });
    return result;
}

Cover cheapestCover(const std::vector<Buy>& buys, int pieces)
{
    // least[n]: what at least n pieces cost; by[n]: the buy taken last.
    const auto wanted = static_cast<std::size_t>(std::max(0, pieces));
    std::vector<Money> least(wanted + 1);
    std::vector<std::size_t> by(wanted + 1, 0);
    const auto before = [&](std::size_t n, const Buy& buy) {
        const auto pack = static_cast<std::size_t>(std::max(1.0, buy.amount));
        return n > pack ? n - pack : 0;
    };
    for (std::size_t n = 1; n <= wanted; ++n)
        for (std::size_t i = 0; i < buys.size(); ++i) {
            const Money cost = buys[i].price + least[before(n, buys[i])];
            if (i == 0 || cost < least[n]) least[n] = cost, by[n] = i;
        }
    Cover cover;
    cover.cost = least[wanted];
    for (std::size_t n = wanted; n > 0; n = before(n, buys[by[n]])) {
        const Buy* buy = &buys[by[n]];
        const auto taken =
            std::find_if(cover.taken.begin(), cover.taken.end(), [&](const Taken& one) { return one.buy == buy; });
        if (taken == cover.taken.end()) cover.taken.push_back({buy, 1});
        else ++taken->times;
        cover.amount += buy->amount;
    }
    return cover;
}

text::Sentence roughPrices(const kb::KnowledgeBase& kb)
{
    return text::say("prices.rough", "Rough prices of {:.0f} in the tables, of no currency",
                     kb::tradeFigure(kb, "price-year"));
}

}  // namespace sokudo::buy
