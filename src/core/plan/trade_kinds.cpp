// SPDX-License-Identifier: GPL-3.0-or-later
// Offers, purchases, currencies and budgets.
#include "core/plan/describe.h"

namespace sokudo::plan {

template <>
const Kind& kindOf<Offer>()
{
    using O = Offer;
    static const Kind kKind = [] {
        Kind kind = described<O, &Plan::offers>("offer", "offers", "offer", [](Fields<O>& of) {
            of.needed("part", &O::part, "10gbase-sr")
                .asLine("part", "Part", "10gbase-sr, cat6a, switch-8x10")
                .pick(Choices::Parts)
                .inSmallLetters();
            of.text("name", &O::name).asLine("name", "Name", "as the seller calls it; empty: as the part");
            of.whole("pack", &O::pack).between(1, 10'000).asLine("pack", "Pieces in a pack", "1");
            of.quantity("length_m", &O::length).asLine("length", "Reel or box", "305m; empty: by the metre");
            of.quantity("price", &O::price).asLine("price", "Price", "of one buy: 29.90");
            of.text("currency", &O::currency).is(TextKind::Code).asLine("currency", "Currency", "that of the house");
            of.quantity("before", &O::before).asLine("before", "Without discount", "no discount");
            of.text("seller", &O::seller)
                .inSmallLetters()
                .asLine("seller", "Kind of seller", "not known")
                .pick(Choices::Sellers);
            of.word("stock", &O::stock, Availability::Waiting).silent("unknown").asLine("stock", "In stock");
            of.day("on", &O::on).asLine("on", "Seen on", "2026-11-28");
            of.day("until", &O::until).asLine("until", "Until", "last day of the offer; empty: open");
            of.text("substitute", &O::substitute)
                .inSmallLetters()
                .asLine("instead", "Else take", "nothing")
                .pick(Choices::Parts);
            of.flag("hearsay", &O::isHearsay).asLine("hearsay", "Hearsay, data sheet not read");
            of.text("note", &O::note).asLine("note", "Note", "where; who said so");
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const O& offer = *static_cast<const O*>(row);
            if (offer.price || offer.stock == Availability::Out || offer.stock == Availability::Waiting) return {};
            return FieldProblem{"price",
                                text::say("checks.an-offer-needs-a-price", "is missing; type what one buy costs")};
        };
        return std::move(kind)
            .calledBy("name", "part")
            .inLines("offer")
            .listedAs(
                "Offers",
                "What a part costs where and when. The newest that holds counts; older ones are its price history.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Purchase>()
{
    using P = Purchase;
    static const Kind kKind =
        described<P, &Plan::purchases>(
            "purchase", "purchases", "purchase",
            [](Fields<P>& of) {
                of.name("name", &P::name, "10GBASE-SR modules").asLine("name", "Name", "10GBASE-SR modules");
                of.text("part", &P::part)
                    .inSmallLetters()
                    .asLine("part", "Part", "nothing of the tables")
                    .pick(Choices::Parts);
                of.whole("count", &P::count).between(1, 100'000).asLine("count", "Count", "pieces");
                of.quantity("length_m", &P::length).asLine("length", "Length", "of cable");
                of.quantity("price", &P::price).asLine("price", "Price of all", "29.90");
                of.text("currency", &P::currency)
                    .is(TextKind::Code)
                    .asLine("currency", "Currency", "that of the house");
                of.text("seller", &P::seller)
                    .inSmallLetters()
                    .asLine("seller", "Kind of seller", "not known")
                    .pick(Choices::Sellers);
                of.word("tenure", &P::tenure, Tenure::Lent).silent("bought").asLine("tenure", "Bought, free or lent");
                of.word("status", &P::status, PurchaseStatus::Returned).asLine("status", "Status");
                of.day("on", &P::on).asLine("on", "On", "2026-11-28");
                of.day("due", &P::due).asLine("due", "Due", "to arrive, or to be given back");
                of.text("note", &P::note).asLine("note", "Note");
            })
            .inLines("purchase")
            .listedAs("Purchases", "What was ordered, has arrived, is fitted or went back; free and on loan too.");
    return kKind;
}

template <>
const Kind& kindOf<Currency>()
{
    using C = Currency;
    static const Kind kKind = [] {
        Kind kind = described<C, &Plan::currencies>("currency", "currencies", "currency", [](Fields<C>& of) {
            of.name("name", &C::name, "EUR").asLine("name", "Code", "EUR").inCapitals();
            of.quantity("rate", &C::rate)
                .between(1e-6, 1e6)
                .asLine("rate", "Rate", "of the house's currency for one; empty: it is the house's own");
            of.day("on", &C::on).asLine("on", "Rate of", "2026-11-28");
        });
        kind.check = [](const void* row) { return problemOfCurrency("name", static_cast<const C*>(row)->name); };
        return std::move(kind)
            .uniqueNames()
            .inLines("currency")
            .listedAs("Currencies", "The house's own currency, and what others are worth in it on a day.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Budget>()
{
    using B = Budget;
    static const Kind kKind =
        described<B, &Plan::budgets>("budget", "budgets", "budget",
                                     [](Fields<B>& of) {
                                         of.name("name", &B::name, "this winter")
                                             .asLine("name", "Name", "this winter, or the name of a variant");
                                         of.quantity("amount", &B::amount).asLine("amount", "In all", "no limit");
                                         of.quantity("monthly", &B::monthly).asLine("monthly", "A month", "60");
                                         of.day("since", &B::since).asLine("since", "Counts from", "2026-11-01");
                                     })
            .uniqueNames()
            .inLines("budget")
            .listedAs("Budgets", "What may be spent, in all or a month; one named as a variant counts for it.");
    return kKind;
}

}  // namespace sokudo::plan
