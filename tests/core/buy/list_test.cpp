// SPDX-License-Identifier: GPL-3.0-or-later
// The list of a variant: what is new, what is used again, what stock covers, what is missing.
#include "core/buy/figures.h"
#include "core/buy/trip.h"
#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// A switch and a host with fibre cages in one room, a second host upstairs, nothing joined.
PlanBuilder house()
{
    PlanBuilder builder;
    builder.place("cellar", -1).place("attic", 2);
    builder.device("core", plan::Role::Switch, "cellar").device("vault", plan::Role::Storage, "cellar");
    builder.device("scan", plan::Role::Computer, "attic");
    for (const char* port : {"1", "2", "3"}) builder.port("core", port, "sfp+");
    builder.port("core", "4", "rj45").port("vault", "1", "sfp+").port("scan", "1", "rj45");
    return builder;
}

BuyList listOf(const plan::Plan& before, const plan::Plan& after, const char* today = "2026-11-28")
{
    auto list = buyList(before, after, knowledge(), {today, "variant", builtInSolver()});
    if (!list) qFatal("%s", list.error().message().c_str());
    return std::move(*list);
}

const Line* lineOf(const BuyList& list, const std::string& part)
{
    for (const Line& line : list.lines)
        if (line.part.id == part) return &line;
    return nullptr;
}

Money sumOf(const BuyList& list)
{
    Money sum;
    for (const Line& line : list.lines) sum = sum + line.cost.value_or(Money{});
    return sum;
}

template <class T>
plan::Plan put(const plan::Plan& plan, T record)
{
    auto next = plan::edits::putRecord(plan, record);
    if (!next) qFatal("%s", next.error().message().c_str());
    return *next;
}

}  // namespace

class ListTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void nothingChangedIsNothingToBuy()
    {
        const plan::Plan plan = house().plan();
        const BuyList list = listOf(plan, plan);
        QVERIFY(list.lines.empty());
        QVERIFY(list.complaints.empty());
        QCOMPARE(list.spending.toBuy, Money{});
    }

    void aFibreLinkTakesBothModulesAndALeadAsSold()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("trunk", "core 1", "vault 1", "om4", 2.5);
        builder.changePort("core 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        builder.changePort("vault 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        const BuyList list = listOf(before, builder.plan());
        QCOMPARE(lineOf(list, "10gbase-sr")->count, 2);
        // 2.5 m is sold as 3 m: 5 + 0.6 × 3.
        QVERIFY(lineOf(list, "om4-lead-3m"));
        NEAR(lineOf(list, "om4-lead-3m")->cost->in(), 6.8, 1e-9);
        QVERIFY(lineOf(list, "cleaner"));
        QVERIFY(list.complaints.empty());
        QCOMPARE(list.spending.toBuy, sumOf(list));
        QVERIFY(list.isRough);
    }

    void aCableWithPlugsTakesPlugsAndBoots()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("up", "core 4", "scan 1", "cat6", 20);
        const BuyList jacks = listOf(before, builder.plan());
        QCOMPARE(lineOf(jacks, "jack-cat6")->count, 2);
        QVERIFY(!lineOf(jacks, "plug-cat6"));
        builder.changeRun("up", [](plan::Run& run) { run.traits.set("terminated", "plugs"); });
        const BuyList plugs = listOf(before, builder.plan());
        QCOMPARE(lineOf(plugs, "plug-cat6")->count, 2);
        QCOMPARE(lineOf(plugs, "boot")->count, 2);
        QVERIFY(lineOf(plugs, "crimper") && !lineOf(plugs, "jack-cat6") && !lineOf(plugs, "plate"));
        QCOMPARE(lineOf(plugs, "crimper")->count, 1);
    }

    void aBatteryUnitTakesAnotherLeadThanTheOneInTheBox()
    {
        auto builder = house();
        builder.device("battery", plan::Role::Ups, "cellar");
        const plan::Plan before = builder.plan();
        builder.device("edge", plan::Role::Switch, "cellar").port("edge", "1", "sfp+");
        QVERIFY(!lineOf(listOf(before, builder.plan()), "power-lead"));
        builder.changeDevice("edge", [&](plan::Device& edge) {
            plan::Supply cord;
            cord.from = builder.deviceId("battery");
            edge.supplies = {cord};
        });
        QCOMPARE(lineOf(listOf(before, builder.plan()), "power-lead")->count, 1);
        // What was there keeps its lead.
        builder.changeDevice("edge", [](plan::Device& edge) { edge.note = "moved"; });
        QVERIFY(!lineOf(listOf(builder.plan(), builder.plan()), "power-lead"));
    }

    void aLicenceIsBoughtOnce()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.changeDevice("core", [](plan::Device& core) { core.traits.set("licence", "yes"); });
        const BuyList list = listOf(before, builder.plan());
        QCOMPARE(lineOf(list, "licence")->count, 1);
        QVERIFY(listOf(builder.plan(), builder.plan()).lines.empty());
    }

    void aCardForALowCaseTakesABracketUnlessItCameWithOne()
    {
        auto builder = house();
        builder.slot("vault", "1", 3, 8);
        builder.changeDevice("vault", [](plan::Device& vault) { vault.traits.set("case", "low"); });
        const plan::Plan before = builder.plan();
        plan::Slot slot = *before.slots.find(builder.slotId("vault", "1"));
        slot.card = plan::Card{"10G card", 3, 4, "card-10"};
        plan::Plan after = *plan::edits::putSlot(before, slot);
        QCOMPARE(lineOf(listOf(before, after), "low-bracket")->count, 1);
        plan::Port port;
        port.id = {990};
        port.device = slot.device;
        port.name = "N1";
        port.cage = "sfp+";
        port.slot = slot.id;
        port.traits.set("bracket", "both");
        after = *plan::edits::putPort(after, port);
        QVERIFY(!lineOf(listOf(before, after), "low-bracket"));
    }

    void goodsOfSellersWhoTakeNothingBackCostMoreOnAverage()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.changePort("core 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        builder.changePort("vault 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        builder.run("trunk", "core 1", "vault 1", "om4", 2);
        plan::Offer offer;
        offer.id = {900};
        offer.part = "10gbase-sr";
        offer.price = Money::of(9);
        offer.seller = "second-hand";
        offer.on = "2026-11-20";
        const BuyList list = listOf(put(before, offer), put(builder.plan(), offer));
        // sellers.csv: 10 % fail, nothing is taken back; two of 9: 18 × 10/90.
        NEAR(lineOf(list, "10gbase-sr")->expectedLoss.in(), 2, 1e-9);
        NEAR(list.spending.expectedLoss.in(), 2, 1e-9);
        QCOMPARE(toQt(lineOf(list, "10gbase-sr")->priceFrom), QString("offer of 2026-11-20, second-hand"));
        QCOMPARE(toQt(lineOf(list, "om4-lead-2m")->priceFrom),
                 QString("rough price of 2026 in leads.csv, of no currency"));
        offer.seller = "known";
        QCOMPARE(listOf(put(before, offer), put(builder.plan(), offer)).spending.expectedLoss, Money{});
    }

    void oneModuleOfThePairIsMissed()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("trunk", "core 1", "vault 1", "om4", 2.5);
        builder.changePort("core 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        const BuyList list = listOf(before, builder.plan());
        QCOMPARE(list.complaints.size(), std::size_t{1});
        QCOMPARE(list.complaints[0].verdict, Verdict::NoLink);
        QVERIFY(list.complaints[0].text.text().find("one module of the pair is missing, at vault 1") !=
                std::string::npos);
    }

    void aCardWithoutAPortToTalkToIsMissed()
    {
        auto builder = house();
        builder.slot("scan", "1", 3, 4);
        const plan::Plan before = builder.plan();
        // SFP28 is faster than any port that is free.
        builder.port("scan", "N1", "sfp28");
        const BuyList list = listOf(before, builder.plan());
        QCOMPARE(list.complaints.size(), std::size_t{1});
        QVERIFY(list.complaints[0].text.text().find("no free port of 25") != std::string::npos);
    }

    void aCableThroughTheHouseTakesJacksPlatesToolsAndItsWaste()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("up", "core 4", "scan 1", "cat6a", 24);
        const BuyList list = listOf(before, builder.plan());
        // 24 m and 0.3 m cut away at each end.
        QCOMPARE(lineOf(list, "cat6a")->length, Length::of(24.6));
        NEAR(lineOf(list, "cat6a")->cost->in(), 24.6 * 0.75, 1e-4);
        QCOMPARE(lineOf(list, "jack-cat6a")->count, 2);
        QCOMPARE(lineOf(list, "plate")->count, 2);
        QCOMPARE(lineOf(list, "cat6a-lead-2m")->count, 2);
        for (const char* tool : {"punch-down", "stripper", "wire-tester"}) {
            QVERIFY2(lineOf(list, tool), tool);
            QCOMPARE(lineOf(list, tool)->count, 1);
        }
    }

    void toolsAreBoughtOnceAndNotWhereTheyAreOwned()
    {
        auto builder = house();
        builder.port("scan", "2", "rj45").port("core", "5", "rj45");
        plan::StockItem tool{{900}, "punch-down tool", plan::StockKind::Tool, "punch-down", 1};
        const plan::Plan before = put(builder.plan(), tool);
        auto after = builder;
        after.run("up", "core 4", "scan 1", "cat6a", 24).run("up 2", "core 5", "scan 2", "cat6a", 24);
        plan::Plan variant = after.plan();
        variant.stock = before.stock;
        const BuyList list = listOf(before, variant);
        QCOMPARE(lineOf(list, "stripper")->count, 1);
        QCOMPARE(lineOf(list, "punch-down")->toBuy, 0.0);
        QCOMPARE(lineOf(list, "jack-cat6a")->count, 4);
    }

    void stockAndRemaindersAreUsedFirst()
    {
        auto builder = house();
        plan::StockItem modules{{900}, "SR modules", plan::StockKind::Spare, "10gbase-sr", 1};
        plan::StockItem rest{{901}, "rest of a reel", plan::StockKind::Spare, "cat6a", 1, Length::of(30)};
        const plan::Plan before = put(put(builder.plan(), modules), rest);
        builder.run("trunk", "core 1", "vault 1", "om4", 2.5).run("up", "core 4", "scan 1", "cat6a", 24);
        for (const char* end : {"core 1", "vault 1"})
            builder.changePort(end, [](plan::Port& port) { port.module = "10gbase-sr"; });
        plan::Plan variant = builder.plan();
        variant.stock = before.stock;
        const BuyList list = listOf(before, variant);
        QCOMPARE(lineOf(list, "10gbase-sr")->fromStock, 1.0);
        QCOMPARE(lineOf(list, "10gbase-sr")->toBuy, 1.0);
        const Line* cable = lineOf(list, "cat6a");
        QCOMPARE(cable->toBuy, 0.0);
        QCOMPARE(cable->cost->in(), 0.0);
        NEAR(cable->cut->kept.in(), 5.4, 1e-6);
    }

    void aModuleTakenOutServesElsewhere()
    {
        auto builder = house();
        builder.changePort("core 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        builder.changePort("core 2", [](plan::Port& port) { port.module = "10gbase-lr"; });
        const plan::Plan before = builder.plan();
        builder.changePort("core 1", [](plan::Port& port) { port.module.clear(); });
        builder.changePort("core 2", [](plan::Port& port) { port.module.clear(); });
        builder.changePort("core 3", [](plan::Port& port) { port.module = "10gbase-sr"; });
        const BuyList list = listOf(before, builder.plan());
        QVERIFY(!lineOf(list, "10gbase-sr"));
        QCOMPARE(list.takings.reused.size(), std::size_t{1});
        QCOMPARE(list.takings.leftOver.size(), std::size_t{1});
        QCOMPARE(list.takings.leftOver[0].part, std::string("10gbase-lr"));
        // resale.csv: a module brings 20 to 50 % of its 22.
        NEAR(list.resaleLow.in(), 4.4, 1e-9);
        NEAR(list.resaleHigh.in(), 11, 1e-9);
    }

    void purchasesCoverAndCountAgainstTheBudget()
    {
        auto builder = house();
        plan::Purchase bought;
        bought.id = {900};
        bought.part = "10gbase-sr";
        bought.name = "SR modules";
        bought.count = 2;
        bought.price = Money::of(40);
        bought.status = plan::PurchaseStatus::Arrived;
        bought.on = "2026-11-10";
        plan::Budget budget{{901}, "variant", Money::of(60), {}, "2026-11-01"};
        plan::Purchase old = bought;
        old.id = {902};
        old.part = "";
        old.on = "2026-10-10";
        const plan::Plan before = put(put(put(builder.plan(), bought), budget), old);
        builder.run("trunk", "core 1", "vault 1", "om4", 2.5);
        for (const char* end : {"core 1", "vault 1"})
            builder.changePort(end, [](plan::Port& port) { port.module = "10gbase-sr"; });
        const BuyList list = listOf(before, builder.plan());
        QCOMPARE(lineOf(list, "10gbase-sr")->toBuy, 0.0);
        QCOMPARE(list.spending.spent.in(), 40.0);  // what was bought before the budget does not count
        QCOMPARE(list.spending.left()->in(), 60 - 40 - list.spending.toBuy.in());
    }

    void lentAndFreeThingsAreKeptApart()
    {
        plan::Purchase lent;
        lent.id = {900};
        lent.name = "certifier";
        lent.tenure = plan::Tenure::Lent;
        lent.due = "2026-12-24";
        lent.price = Money::of(99);
        const plan::Plan plan = put(house().plan(), lent);
        const BuyList list = listOf(plan, plan);
        QCOMPARE(list.given.size(), std::size_t{1});
        QCOMPARE(list.given[0].due, std::string("2026-12-24"));
        QCOMPARE(list.spending.spent, Money{});
    }

    void outOfStockNamesTheSubstitute()
    {
        auto builder = house();
        plan::Offer offer;
        offer.id = {900};
        offer.part = "10gbase-sr";
        offer.stock = plan::Availability::Out;
        offer.substitute = "10gbase-lr";
        const plan::Plan before = put(builder.plan(), offer);
        builder.changePort("core 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        const BuyList list = listOf(before, builder.plan());
        QCOMPARE(lineOf(list, "10gbase-sr")->substitute, std::string("10GBASE-LR module"));
    }

    void aNewSwitchIsPricedByItsPorts()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.device("desk", plan::Role::Switch, "attic");
        for (int i = 1; i <= 4; ++i) builder.port("desk", std::to_string(i), "sfp+");
        const BuyList list = listOf(before, builder.plan());
        QVERIFY(lineOf(list, "switch-4x10"));
        builder.port("desk", "5", "sfp+");
        QVERIFY(lineOf(listOf(before, builder.plan()), "switch-8x10"));
    }

    void whatNoTableKnowsIsSaid()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.device("odd", plan::Role::Computer, "attic");
        const BuyList list = listOf(before, builder.plan());
        QCOMPARE(list.takings.unknown.size(), std::size_t{1});
        QVERIFY(list.takings.unknown[0].text().find("odd is new") == 0);
    }

    void theTripIsSortedBySellerAndHasFallBacks()
    {
        auto builder = house();
        plan::Offer cheap;
        cheap.id = {900};
        cheap.part = "10gbase-sr";
        cheap.price = Money::of(12);
        cheap.seller = "second-hand";
        plan::Offer dear = cheap;
        dear.id = {901};
        dear.name = "SR with warranty";
        dear.price = Money::of(20);
        dear.seller = "known";
        const plan::Plan before = put(put(builder.plan(), cheap), dear);
        builder.run("trunk", "core 1", "vault 1", "om4", 2.5);
        for (const char* end : {"core 1", "vault 1"})
            builder.changePort(end, [](plan::Port& port) { port.module = "10gbase-sr"; });
        const BuyList list = listOf(before, builder.plan());
        const auto trip = tripOf(list, knowledge());
        QCOMPARE(trip.front().seller, std::string("second-hand"));
        QVERIFY(!trip.front().advice.empty());
        QCOMPARE(trip.front().items.front().what.text(), std::string("2 × 10GBASE-SR module"));
        QVERIFY(trip.front().items.front().fallBack.text().find("SR with warranty") == 0);
        const std::string table = listCsv(list);
        QVERIFY(table.find("10gbase-sr,10GBASE-SR module,2,,0,2,24.00") != std::string::npos);
    }

    void theFiguresOfAVariantAgreeWithItsList()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("trunk", "core 1", "vault 1", "om4", 2.5).run("up", "core 4", "scan 1", "cat6a", 24);
        for (const char* end : {"core 1", "vault 1"})
            builder.changePort(end, [](plan::Port& port) { port.module = "10gbase-sr"; });
        const auto figures = figuresOf(before, builder.plan(), knowledge(), {"2026-11-28", "variant", builtInSolver()});
        QVERIFY(figures);
        QCOMPARE(figures->list.spending.toBuy, sumOf(figures->list));
        QCOMPARE(figures->links, 2);
        QCOMPARE(figures->bad, 0);
        QCOMPARE(figures->fastest, gigabits(10));
        // supplies.csv and labours.csv: 5 for the lead, two modules of 3; 50 and 24 m of 2.5 for the laid cable.
        NEAR(figures->minutes, 5 + 2 * 3 + 50 + 24 * 2.5, 1e-9);
        // 20 Gb/s more than nothing.
        NEAR(figures->perGbit->in(), figures->list.spending.toBuy.in() / 20, 1e-4);
        QVERIFY(!figures->perPort);
    }
};

SOKUDO_TEST(ListTest)
#include "list_test.moc"
