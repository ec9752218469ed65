// SPDX-License-Identifier: GPL-3.0-or-later
// What a part costs today: offers by date and stock, currencies, packs.
#include <random>

#include "core/buy/prices.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;

namespace {

plan::Offer offer(std::int64_t id, const char* part, double price, const char* on)
{
    plan::Offer one;
    one.id = {id};
    one.part = part;
    one.price = Money::of(price);
    one.on = on;
    return one;
}

plan::Plan with(std::initializer_list<plan::Offer> offers)
{
    plan::Plan plan;
    for (const plan::Offer& one : offers) plan.offers = plan.offers.with(one);
    return plan;
}

PartPrice priced(const plan::Plan& plan, const char* part, const char* today = "2026-11-28")
{
    return priceOf(*partOf(knowledge(), part), plan, CurrencyConverter(plan), today);
}

}  // namespace

class PricesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyPartHasANameAndMostAPrice()
    {
        for (const char* id : {"10gbase-sr", "cat6a", "switch-8x10", "card-25", "om4-lead-3m", "plate", "punch-down"}) {
            const auto part = partOf(knowledge(), id);
            QVERIFY2(part, id);
            QVERIFY2(part->rough && *part->rough > Money{}, id);
        }
        QVERIFY(!partOf(knowledge(), "om4-lead-m"));
        QVERIFY(!partOf(knowledge(), "nothing"));
        // leads.csv: OM4 is 5 a piece and 0.6 a metre.
        QCOMPARE(partOf(knowledge(), "om4-lead-3m")->rough->in(), 6.8);
    }

    void theRoughPriceGivesWayToAnOffer()
    {
        QVERIFY(priced({}, "10gbase-sr").isRough());
        const plan::Plan plan = with({offer(1, "10gbase-sr", 21, "2026-11-01")});
        const PartPrice price = priced(plan, "10gbase-sr");
        QCOMPARE(price.buys.size(), std::size_t{1});
        QVERIFY(!price.isRough());
        QCOMPARE(price.buys.front().price.in(), 21.0);
    }

    void ofOneSellerTheNewestCountsAndOlderAreHistory()
    {
        const plan::Plan plan =
            with({offer(1, "10gbase-sr", 21, "2026-10-01"), offer(2, "10gbase-sr", 25, "2026-11-20"),
                  offer(3, "10gbase-sr", 18, "2026-09-01")});
        const PartPrice price = priced(plan, "10gbase-sr");
        QCOMPARE(price.buys.size(), std::size_t{1});
        QCOMPARE(price.buys.front().price.in(), 25.0);
        QCOMPARE(price.history.size(), std::size_t{3});
        QCOMPARE(price.history.front()->on, std::string("2026-11-20"));
        QCOMPARE(price.history.back()->on, std::string("2026-09-01"));
    }

    void whatIsOverOrOutOfStockIsNotBought()
    {
        plan::Offer over = offer(1, "10gbase-sr", 9, "2026-11-01");
        over.until = "2026-11-27";
        over.seller = "known";
        plan::Offer out = offer(2, "10gbase-sr", 10, "2026-11-01");
        out.stock = plan::Availability::Out;
        out.substitute = "10gbase-lr";
        const plan::Plan plan = with({over, out});
        const PartPrice price = priced(plan, "10gbase-sr");
        QVERIFY(price.isRough());
        QCOMPARE(price.outOfStock.size(), std::size_t{1});
        QCOMPARE(priced(plan, "10gbase-sr", "2026-11-27").buys.front().price.in(), 9.0);
    }

    void currenciesAreTurnedIntoThatOfTheHouse()
    {
        plan::Plan plan = with({offer(1, "10gbase-sr", 20, "2026-11-01")});
        plan::Offer foreign = *plan.offers.find({1});
        foreign.currency = "USD";
        plan.offers = plan.offers.with(foreign);
        plan.currencies = plan.currencies.with(plan::Currency{{5}, "EUR", {}, ""})
                              .with(plan::Currency{{6}, "USD", ExchangeRate::of(0.9), "2026-11-20"});
        const PartPrice price = priced(plan, "10gbase-sr");
        QCOMPARE(price.buys.front().price.in(), 18.0);
        QCOMPARE(price.buys.front().rateOn, std::string("2026-11-20"));
        QCOMPARE(CurrencyConverter(plan).text(Money::of(18)), std::string("18.00\u202f") + "EUR");
    }

    void aCurrencyWithoutARateSaysWhatToDo()
    {
        plan::Plan plan = with({offer(1, "10gbase-sr", 20, "2026-11-01")});
        plan::Offer foreign = *plan.offers.find({1});
        foreign.currency = "USD";
        plan.offers = plan.offers.with(foreign);
        plan.currencies = plan.currencies.with(plan::Currency{{5}, "EUR", {}, ""});
        const PartPrice price = priced(plan, "10gbase-sr");
        QVERIFY(price.problem);
        QVERIFY(price.problem->message().find("add currency USD") != std::string::npos);
    }

    void amountsOfTwoCurrenciesDoNotAdd()
    {
        QVERIFY(!sum({Money::of(1), "EUR"}, {Money::of(1), "USD"}));
        QCOMPARE(sum({Money::of(1), "EUR"}, {Money::of(2), "EUR"})->amount.in(), 3.0);
    }

    void packsAreTakenWhereTheyAreCheaper()
    {
        plan::Plan plan = with({offer(1, "10gbase-sr", 20, "2026-11-01")});
        plan::Offer pack = offer(2, "10gbase-sr", 50, "2026-11-01");
        pack.pack = 4;
        plan.offers = plan.offers.with(pack);
        const PartPrice price = priced(plan, "10gbase-sr");
        QCOMPARE(cheapestCover(price.buys, 2).cost.in(), 40.0);
        QCOMPARE(cheapestCover(price.buys, 3).cost.in(), 50.0);  // four for less than three by the piece
        QCOMPARE(cheapestCover(price.buys, 5).cost.in(), 70.0);
        QCOMPARE(cheapestCover(price.buys, 5).amount, 5.0);
        QCOMPARE(cheapestCover(price.buys, 0).cost.in(), 0.0);
    }

    void theCoverIsTheLeastOfAll()
    {
        std::mt19937 chance(7);
        const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
        for (int round = 0; round < 300; ++round) {
            std::vector<Buy> buys;
            for (int i = 0; i < 3; ++i) buys.push_back({1.0 * roll(1, 5), false, Money::of(roll(1, 40)), {}, nullptr});
            const int wanted = roll(1, 12);
            double least = 1e9;
            for (int a = 0; a <= 12; ++a)
                for (int b = 0; b <= 12; ++b)
                    for (int c = 0; c <= 12; ++c)
                        if (a * buys[0].amount + b * buys[1].amount + c * buys[2].amount >= wanted)
                            least = std::min(least,
                                             a * buys[0].price.in() + b * buys[1].price.in() + c * buys[2].price.in());
            QCOMPARE(cheapestCover(buys, wanted).cost.in(), least);
        }
    }

    void removingAnOfferNeverMakesItCheaper()
    {
        std::mt19937 chance(11);
        const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
        for (int round = 0; round < 300; ++round) {
            std::vector<Buy> buys;
            for (int i = 0; i < 3; ++i) buys.push_back({1.0 * roll(1, 5), false, Money::of(roll(1, 40)), {}, nullptr});
            std::vector<Buy> fewer(buys.begin(), buys.end() - 1);
            const int wanted = roll(1, 12);
            QVERIFY(cheapestCover(buys, wanted).cost <= cheapestCover(fewer, wanted).cost);
        }
    }
};

SOKUDO_TEST(PricesTest)
#include "prices_test.moc"
