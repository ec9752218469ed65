// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/trip.h"

#include <map>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/text.h"

namespace sokudo::buy {
namespace {

/// How much of what: packs as packs, cable by reels and metres.
text::Sentence whatOf(const Line& line)
{
    if (!line.part.isByLength) {
        std::string packs;
        for (const Taken& one : line.taken)
            if (one.buy->amount > 1)
                packs += fmt::format("{}{} × pack of {}", packs.empty() ? ": " : ", ", text::number(one.times),
                                     text::number(one.buy->amount));
        return fmt::format("{} × {}{}", text::number(line.toBuy), line.part.name, packs);
    }
    std::map<double, int> reels;
    Length metres;
    for (const Bar& bar : line.cut->bars)
        if (bar.buy) ++reels[bar.length.in()];
    for (std::size_t piece : line.cut->byMetre) metres = metres + line.pieces[piece].length;
    std::string how;
    for (const auto& [length, count] : reels)
        how += fmt::format("{}{} × {}", how.empty() ? "" : ", ", count, text::length(Length::of(length)));
    if (metres > Length{}) how += (how.empty() ? "" : ", ") + text::length(metres) + " by the metre";
    return line.part.name + ": " + how;
}

/// The next dearer offer, else the stated substitute.
text::Sentence fallBackOf(const Line& line)
{
    if (!line.substitute.empty()) return line.substitute;
    const plan::Offer* taken = line.offer();
    for (const Buy& buy : line.price->buys)
        if (taken && buy.offer && buy.offer != taken)
            return text::say("trip.dearer", "{} at {}", buy.offer->name.empty() ? line.part.name : buy.offer->name,
                             amountText(buy.price));
    if (line.part.kind == PartKind::Lead) return text::say("trip.longer-lead", "the next longer one");
    return {};
}

}  // namespace

std::vector<Stop> tripOf(const BuyList& list, const kb::KnowledgeBase& kb)
{
    std::map<std::string, Stop> stops;
    for (const Line& line : list.lines) {
        if (line.toBuy <= 0) continue;
        const plan::Offer* offer = line.offer();
        const std::string id = offer ? offer->seller : std::string();
        Stop& stop = stops[id.empty() ? "~" : id];
        if (stop.seller.empty()) {
            const kb::SellerKind* kind = kb.find<kb::SellerKind>(id);
            stop.seller = kind ? kind->name : "any shop";
            if (kind)
                stop.advice = fmt::format("{}; returns: {}", kind->says,
                                          kind->returnDays ? std::to_string(kind->returnDays) + " days" : "none");
        }
        stop.items.push_back({whatOf(line), line.cost, fallBackOf(line), line.part.id});
    }
    std::vector<Stop> trip;
    for (auto& [id, stop] : stops) trip.push_back(std::move(stop));
    return trip;
}

std::string listCsv(const BuyList& list)
{
    std::string out =
        "part,name,count,length_m,from_stock,to_buy,cost,currency,rough,seller,on,until,instead,price_from,uses\n";
    for (const Line& line : list.lines) {
        std::vector<std::string> uses;
        for (const text::Sentence& use : line.uses) uses.push_back(use.text());
        const plan::Offer* offer = line.offer();
        const std::vector<std::string> cells{line.part.id,
                                             line.part.name,
                                             line.part.isByLength ? "" : std::to_string(line.count),
                                             line.part.isByLength ? text::number(line.length.in(), 9) : "",
                                             text::number(line.fromStock, 9),
                                             text::number(line.toBuy, 9),
                                             line.cost ? amountText(*line.cost) : "",
                                             line.isRough ? "" : list.currency,
                                             line.isRough ? "yes" : "no",
                                             offer ? offer->seller : "",
                                             offer ? offer->on : "",
                                             offer ? offer->until : "",
                                             line.substitute,
                                             line.toBuy > 0 ? line.priceFrom : "",
                                             text::joined(uses, "; ")};
        out += csv::sheetLine(cells);
    }
    return out;
}

}  // namespace sokudo::buy
