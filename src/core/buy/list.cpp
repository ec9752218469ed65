// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/list.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/buy/risk.h"

namespace sokudo::buy {
namespace {

bool isHere(const plan::Purchase& purchase)
{
    return purchase.status != plan::PurchaseStatus::Wished && purchase.status != plan::PurchaseStatus::Returned;
}

class Listing {
public:
    Listing(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase& kb, const ListQuestion& asked)
        : m_house(house), m_variant(variant), m_kb(kb), m_asked(asked), m_converter(house)
    {}

    Result<BuyList> run()
    {
        m_list.currency = m_converter.currency();
        m_list.takings = takingsOf(m_house, m_variant, m_kb);
        m_list.complaints = complaintsOf(m_house, m_variant, match::judgeAll(m_variant, m_kb), m_kb);
        gather();
        for (Line& line : m_list.lines)
            if (const auto priced = price(line); !priced) return tl::unexpected(priced.error());
        std::stable_sort(m_list.lines.begin(), m_list.lines.end(), [](const Line& a, const Line& b) {
            return std::pair(a.toBuy <= 0, a.part.kind) < std::pair(b.toBuy <= 0, b.part.kind);
        });
        given();
        spending();
        resale();
        m_list.rateDays.assign(m_days.begin(), m_days.end());
        return std::move(m_list);
    }

private:
    /// One line a part; tools once.
    void gather()
    {
        std::map<std::string, std::size_t> at;
        for (const Need& need : m_list.takings.needs) {
            const auto part = partOf(m_kb, need.part);
            if (!part) {
                m_list.takings.unknown.push_back(
                    text::say("list.no-part", "{}: no table has a part “{}”", need.use, need.part));
                continue;
            }
            const auto [found, isNew] = at.emplace(need.part, m_list.lines.size());
            if (isNew) m_list.lines.push_back({*part});
            Line& line = m_list.lines[found->second];
            line.count = need.isOnce ? 1 : line.count + need.count;
            line.length = line.length + need.length;
            if (part->isByLength) line.pieces.push_back({need.use.text(), need.length});
            if (line.uses.empty() || !(line.uses.back() == need.use)) line.uses.push_back(need.use);
        }
    }

    Result<bool> price(Line& line)
    {
        line.price = std::make_shared<const PartPrice>(priceOf(line.part, m_house, m_converter, m_asked.today));
        for (const plan::Offer* out : line.price->outOfStock)
            if (const auto other = partOf(m_kb, out->substitute)) line.substitute = other->name;
        for (const plan::Offer* offer : line.price->history)
            if (offer->isHearsay && !(m_asked.today > offer->until && !offer->until.empty()))
                m_list.problems.push_back(text::say(
                    "list.hearsay", "{}: what was said of it is not checked against the data sheet", line.part.name));
        const InStock stock = inStock(m_house, line.part);
        if (line.part.isByLength) return cable(line, stock);
        line.fromStock = std::min(stock.amount, static_cast<double>(line.count));
        line.toBuy = line.count - line.fromStock;
        if (line.toBuy <= 0) line.cost = Money{};
        else if (line.price->buys.empty()) noPrice(line);
        else {
            Cover cover = cheapestCover(line.price->buys, static_cast<int>(line.toBuy));
            line.cost = cover.cost;
            line.taken = std::move(cover.taken);
            bought(line);
        }
        return true;
    }

    Result<bool> cable(Line& line, const InStock& stock)
    {
        auto plan = cutPlan(line.pieces, stock.remainders, line.price->buys,
                            Length::of(kb::tradeFigure(m_kb, "least-remainder")), m_asked.solver);
        if (!plan) return tl::unexpected(plan.error());
        line.toBuy = plan->bought.in();
        for (const Bar& bar : plan->bars)
            if (!bar.buy) line.fromStock += (bar.length - bar.remainder).in();
        if (line.price->buys.empty() && !plan->tooLong.empty()) noPrice(line);
        else {
            line.cost = plan->cost;
            for (std::size_t piece : plan->tooLong)
                m_list.problems.push_back(
                    text::say("list.too-long", "{}: no reel on offer is as long as {}, and none is sold by the metre",
                              line.pieces[piece].use, text::figure::length(line.pieces[piece].length)));
        }
        line.cut = std::move(*plan);
        if (line.toBuy > 0) bought(line);
        return true;
    }

    void noPrice(const Line& line)
    {
        m_list.problems.push_back(
            line.price->problem ? text::Sentence(line.part.name + ": ") + line.price->problem->what
            : !line.price->outOfStock.empty()
                ? text::say("list.out-of-stock", "{}: every offer of it is out of stock{}", line.part.name,
                            line.substitute.empty() ? std::string() : "; take " + line.substitute)
                : text::say("list.no-price", "{}: no price is known; note one with “add offer, part={} price=…”",
                            line.part.name, line.part.id));
    }
    void bought(Line& line)
    {
        line.isRough = line.price->isRough();
        m_list.isRough = m_list.isRough || line.isRough;
        for (const Buy& buy : line.price->buys)
            if (!buy.rateOn.empty()) m_days.insert(buy.rateOn);
        if (line.price->problem)
            m_list.problems.push_back(text::Sentence(line.part.name + ": ") + line.price->problem->what);
        m_list.spending.toBuy = m_list.spending.toBuy + line.cost.value_or(Money{});
        m_list.spending.expectedLoss = m_list.spending.expectedLoss + lossOf(line);
        const plan::Offer* offer = line.offer();
        line.priceFrom = offer ? fmt::format("offer{}{}", offer->on.empty() ? "" : " of " + offer->on,
                                             offer->seller.empty() ? "" : ", " + offer->seller)
                               : fmt::format("rough price of {:.0f} in {}, of no currency",
                                             kb::tradeFigure(m_kb, "price-year"), line.part.table);
    }
    /// Of all packs that are bought; of cable nothing: it is measured before it is pulled.
    Money lossOf(Line& line) const
    {
        for (const Taken& one : line.taken)
            if (const auto* seller = one.buy->offer ? sellerOf(*one.buy->offer, m_kb) : nullptr)
                line.expectedLoss =
                    line.expectedLoss + expectedLoss(Money::of(one.times * one.buy->price.in()), *seller);
        return line.expectedLoss;
    }

    void given()
    {
        for (const plan::Purchase& one : m_house.purchases) {
            if (one.tenure == plan::Tenure::Bought || one.status == plan::PurchaseStatus::Returned) continue;
            Given given{one.name, one.tenure, one.due, {}};
            if (const auto part = partOf(m_kb, one.part); part && part->rough)
                given.worth =
                    Money::of(part->rough->in() * (part->isByLength ? one.length.value_or(Length{}).in() : one.count));
            m_list.given.push_back(std::move(given));
        }
        for (const plan::StockItem& one : m_house.stock)
            if (one.kind == plan::StockKind::Borrowed)
                m_list.given.push_back({one.name, plan::Tenure::Lent, one.due, {}});
    }

    void spending()
    {
        Spending& spending = m_list.spending;
        const plan::Budget* budget = nullptr;
        for (const plan::Budget& one : m_house.budgets)
            if (!budget || text::lower(one.name) == text::lower(m_asked.variant)) budget = &one;
        if (budget) spending.name = budget->name, spending.budget = budget->amount;
        for (const plan::Purchase& one : m_house.purchases) {
            if (!isHere(one) || one.tenure != plan::Tenure::Bought || !one.price) continue;
            if (budget && !budget->since.empty() && !one.on.empty() && one.on < budget->since) continue;
            const auto price = m_converter.converted({*one.price, one.currency});
            if (!price) {
                m_list.problems.push_back(text::Sentence(one.name + ": ") + price.error().what);
                continue;
            }
            spending.spent = spending.spent + price->amount;
            if (!price->rateOn.empty()) m_days.insert(price->rateOn);
        }
    }

    void resale()
    {
        for (const LeftOver& one : m_list.takings.leftOver) {
            const auto part = partOf(m_kb, one.part);
            const kb::Resale* row = part ? m_kb.find<kb::Resale>(part->resale) : nullptr;
            if (!row || !part->rough || part->isByLength) continue;
            const double worth = part->rough->in() * one.count / 100;
            m_list.resaleLow = m_list.resaleLow + Money::of(worth * row->lowPercent);
            m_list.resaleHigh = m_list.resaleHigh + Money::of(worth * row->highPercent);
        }
    }

    const plan::Plan &m_house, &m_variant;
    const kb::KnowledgeBase& m_kb;
    const ListQuestion& m_asked;
    CurrencyConverter m_converter;
    BuyList m_list;
    std::set<std::string> m_days;
};

}  // namespace

const plan::Offer* Line::offer() const
{
    const Taken* most = nullptr;
    for (const Taken& one : taken)
        if (!most || one.times * one.buy->amount > most->times * most->buy->amount) most = &one;
    if (most) return most->buy->offer;
    if (!cut) return nullptr;
    for (const Bar& bar : cut->bars)
        if (bar.buy) return bar.buy->offer;
    return cut->byMetre.empty() || !cut->metre ? nullptr : cut->metre->offer;
}

InStock inStock(const plan::Plan& plan, const Part& part)
{
    InStock all;
    const auto add = [&](const std::string& name, int count, const std::optional<Length>& length) {
        if (!part.isByLength) all.amount += count;
        else if (length)
            for (int i = 0; i < count; ++i) all.remainders.push_back({name, *length});
    };
    for (const plan::StockItem& one : plan.stock)
        if (one.part == part.id) add(one.name, one.count, one.length);
    for (const plan::Purchase& one : plan.purchases)
        if (one.part == part.id && isHere(one)) add(one.name, one.length ? 1 : one.count, one.length);
    for (const Remainder& one : all.remainders) all.amount += one.length.in();
    return all;
}

Result<BuyList> buyList(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase& kb,
                        const ListQuestion& asked)
{
    return Listing(house, variant, kb, asked).run();
}

}  // namespace sokudo::buy
