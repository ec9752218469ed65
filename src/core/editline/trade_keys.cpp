// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of offers, purchases, currencies and budgets.
#include "core/editline/record_key.h"
#include "core/kb/buy_rows.h"

namespace sokudo::editline {

using namespace keys;

namespace {

KeyChoices sellers(const plan::Plan&, const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const kb::SellerKind& row : kb.all<kb::SellerKind>()) all.emplace_back(row.id, row.name);
    return all;
}

/// ISO 4217 codes are in capitals, however they are typed.
template <auto Member, class T>
Field setCode(T& record, const Property& one, Draft&)
{
    std::string code = one.isCleared() ? std::string() : one.value;
    for (char& c : code) c = static_cast<char>(c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c);
    record.*Member = code;
    return one.key;
}

}  // namespace

template <>
const std::vector<RecordKey<plan::Offer>>& keysOf()
{
    using O = plan::Offer;
    static const std::vector<RecordKey<O>> kKeys{
        lowerKey<&O::part>("part", "Part", "10gbase-sr, cat6a, switch-8x10", parts),
        key<&O::name>("name", "Name", "as the seller calls it; empty: as the part"),
        key<&O::pack>("pack", "Pieces in a pack", "1"),
        key<&O::length>("length", "Reel or box", "305m; empty: by the metre", nullptr, "length_m"),
        key<&O::price>("price", "Price", "of one buy: 29.90"),
        {"currency", "Currency", "that of the house", &setCode<&O::currency, O>, &Of<&O::currency>::get, nullptr,
         "currency"},
        key<&O::before>("before", "Without discount", "no discount"),
        lowerKey<&O::seller>("seller", "Kind of seller", "not known", sellers),
        wordKey<&O::stock, plan::availabilityFromCode>("stock", "In stock", words<plan::Availability::Waiting>),
        key<&O::on>("on", "Seen on", "2026-11-28"),
        key<&O::until>("until", "Until", "last day of the offer; empty: open"),
        lowerKey<&O::substitute>("instead", "Else take", "nothing", parts),
        key<&O::isHearsay>("hearsay", "Hearsay, data sheet not read", "", yesOrNo),
        key<&O::note>("note", "Note", "where; who said so")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Purchase>>& keysOf()
{
    using P = plan::Purchase;
    static const std::vector<RecordKey<P>> kKeys{
        key<&P::name>("name", "Name", "10GBASE-SR modules"),
        lowerKey<&P::part>("part", "Part", "nothing of the tables", parts),
        key<&P::count>("count", "Count", "pieces"),
        key<&P::length>("length", "Length", "of cable", nullptr, "length_m"),
        key<&P::price>("price", "Price of all", "29.90"),
        {"currency", "Currency", "that of the house", &setCode<&P::currency, P>, &Of<&P::currency>::get, nullptr,
         "currency"},
        lowerKey<&P::seller>("seller", "Kind of seller", "not known", sellers),
        wordKey<&P::tenure, plan::tenureFromCode>("tenure", "Bought, free or lent", words<plan::Tenure::Lent>),
        wordKey<&P::status, plan::purchaseStatusFromCode>("status", "Status", words<plan::PurchaseStatus::Returned>),
        key<&P::on>("on", "On", "2026-11-28"),
        key<&P::due>("due", "Due", "to arrive, or to be given back"),
        key<&P::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Currency>>& keysOf()
{
    using C = plan::Currency;
    static const std::vector<RecordKey<C>> kKeys{
        {"name", "Code", "EUR", &setCode<&C::name, C>, &Of<&C::name>::get, nullptr, "name"},
        key<&C::rate>("rate", "Rate", "of the house's currency for one; empty: it is the house's own"),
        key<&C::on>("on", "Rate of", "2026-11-28")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Budget>>& keysOf()
{
    using B = plan::Budget;
    static const std::vector<RecordKey<B>> kKeys{key<&B::name>("name", "Name", "this winter, or the name of a variant"),
                                                 key<&B::amount>("amount", "In all", "no limit"),
                                                 key<&B::monthly>("monthly", "A month", "60"),
                                                 key<&B::since>("since", "Counts from", "2026-11-01")};
    return kKeys;
}

SOKUDO_RECORD(plan::Offer)
SOKUDO_RECORD(plan::Purchase)
SOKUDO_RECORD(plan::Currency)
SOKUDO_RECORD(plan::Budget)

}  // namespace sokudo::editline
