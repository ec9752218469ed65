// SPDX-License-Identifier: GPL-3.0-or-later
// The cheapest plan of real houses: right by hand, passed by all rules, and least of all selections.
#include <random>

#include "core/buy/list.h"
#include "core/buy/search/cheapest.h"
#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;

namespace {

/// So many hosts in one room with a port each; no switch.
PlanBuilder hosts(int count, const char* cage)
{
    PlanBuilder builder;
    builder.place("cellar");
    for (int i = 0; i < count; ++i) {
        const std::string name(1, static_cast<char>('a' + i));
        builder.device("host-" + name, plan::Role::Computer).port("host-" + name, "1", cage);
    }
    return builder;
}

Result<CheapestPlan> planOf(const plan::Plan& plan, const std::vector<std::string>& lines,
                            const Solver& solver = builtInSolver(), bool explains = false)
{
    WishSet set;
    for (const std::string& line : lines) {
        auto next = withWish(std::move(set), line, plan, knowledge());
        if (!next) return tl::unexpected(next.error());
        set = std::move(*next);
    }
    IdSource ids(5);
    return cheapestPlan({plan, set, knowledge(), "2026-11-28", ids, solver, explains, {}});
}

CheapestPlan granted(const plan::Plan& plan, const std::vector<std::string>& lines, bool explains = false)
{
    auto found = planOf(plan, lines, builtInSolver(), explains);
    if (!found) qFatal("%s", found.error().message().c_str());
    return std::move(*found);
}

plan::Plan offered(const plan::Plan& plan, std::int64_t id, const char* part, double price)
{
    plan::Offer offer;
    offer.id = {id};
    offer.part = part;
    offer.price = Money::of(price);
    offer.on = "2026-11-01";
    offer.note = std::to_string(id);
    return *plan::edits::putRecord(plan, offer);
}

/// Every link of the plan that the house does not have is no worse than limited.
void passesAllRules(const plan::Plan& house, const plan::Plan& plan)
{
    for (const match::LinkReport& report : match::judgeAll(plan, knowledge())) {
        const bool isOld = std::all_of(report.link.runs.begin(), report.link.runs.end(),
                                       [&](plan::RunId id) { return house.runs.has(id); });
        if (!isOld) QVERIFY2(report.verdict <= Verdict::Limited, (report.title + ": " + report.reason()).c_str());
    }
}

}  // namespace

class CheapestTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void twoHostsAreJoinedByOneLead()
    {
        const plan::Plan house = hosts(2, "sfp+").plan();
        const CheapestPlan found = granted(house, {"host-a to host-b at 10g", "switch in cellar"}, true);
        QVERIFY(found.isProved);
        // leads.csv: direct attach 2 m is 12 + 3.5 × 2; fibre takes two modules of 15 and a lead.
        QCOMPARE(found.totals.cost.in(), 19.0);
        QVERIFY(found.bought.empty());
        passesAllRules(house, found.plan);
        QVERIFY(found.cheaper.sentence.text().find("leaves at least 1 of 1 wishes open") != std::string::npos);
    }

    void manyHostsTakeASwitch()
    {
        const plan::Plan house = hosts(4, "sfp+").plan();
        const CheapestPlan found =
            granted(house, {"host-a, host-b and host-c to host-d at 10g", "host-a to host-b and host-c at 10g",
                            "host-b to host-c at 10g", "switch in cellar"});
        // switches.csv: four SFP+ are 75, and four leads of 19.
        QCOMPARE(found.totals.cost.in(), 75 + 4 * 19.0);
        QCOMPARE(found.bought.size(), std::size_t{1});
        passesAllRules(house, found.plan);
    }

    void cheapSwitchWithDearLeadsAgainstDearSwitchWithCheapCable()
    {
        // RJ45 ports: the switch of RJ45 costs 260, that of SFP+ takes a module of copper for each host.
        const plan::Plan house = hosts(3, "rj45").plan();
        const std::vector<std::string> lines{"host-a and host-b to host-c at 10g", "host-a to host-b at 10g",
                                             "switch in cellar"};
        const CheapestPlan usual = granted(house, lines);
        passesAllRules(house, usual.plan);
        const plan::Plan cheapModules = offered(house, 900, "10gbase-t", 5);
        const CheapestPlan leads = granted(cheapModules, lines);
        QVERIFY(leads.totals.cost <= usual.totals.cost);
        const plan::Plan cheapSwitch = offered(house, 901, "switch-5x10-rj45", 40);
        const CheapestPlan cable = granted(cheapSwitch, lines);
        QVERIFY(cable.bought.front().find("5-port 10G switch, RJ45") == 0);
        // 40, and three leads of Cat 5e or Cat 6 at 2 m.
        QVERIFY(cable.totals.cost.in() < 50);
    }

    void whatIsThereIsUsed()
    {
        auto builder = hosts(2, "sfp+");
        builder.device("core").port("core", "1", "sfp+").port("core", "2", "sfp+").port("core", "3", "sfp+");
        builder.run("q1", "host-a 1", "core 1", "dac", 2);
        const plan::Plan house = builder.plan();
        const CheapestPlan found = granted(house, {"host-a to host-b at 10g"});
        QCOMPARE(found.totals.cost.in(), 19.0);
        QVERIFY(found.plan.runs.has(builder.runId("q1")));
        const CheapestPlan met = granted(house, {"host-a to core at 10g"});
        QCOMPARE(met.totals.cost.in(), 0.0);
        QVERIFY(met.steps.empty());
    }

    void aSpareModuleCostsNothing()
    {
        auto builder = hosts(2, "sfp+");
        plan::StockItem spares{{900}, "SR modules", plan::StockKind::Spare, "10gbase-sr", 2};
        plan::StockItem lead{{901}, "OM4 lead", plan::StockKind::Spare, "om4-lead-2m", 1};
        plan::StockItem cleaner{{902}, "cleaner", plan::StockKind::Tool, "cleaner", 1};
        plan::Plan house = *plan::edits::putRecord(builder.plan(), spares);
        house = *plan::edits::putRecord(*plan::edits::putRecord(house, lead), cleaner);
        QCOMPARE(granted(house, {"host-a to host-b at 10g"}).totals.cost.in(), 0.0);
    }

    void aSlotTakesACardWhenThePortsAreTooSlow()
    {
        auto builder = hosts(2, "rj45");
        for (const char* host : {"host-a 1", "host-b 1"})
            builder.changePort(host, [](plan::Port& port) { port.rates = {gigabits(1)}; });
        builder.slot("host-a", "1", 3, 4).slot("host-b", "1", 3, 4);
        const plan::Plan house = builder.plan();
        const CheapestPlan found = granted(house, {"host-a to host-b at 10g"});
        // Two cards of 60 and a lead of 19; with RJ45 it would be two of 90.
        QCOMPARE(found.totals.cost.in(), 139.0);
        QCOMPARE(found.bought.size(), std::size_t{2});
        passesAllRules(house, found.plan);
        // The list of the variant says the same.
        const auto list = buyList(house, found.plan, knowledge(), {"2026-11-28", "", builtInSolver()});
        QCOMPARE(list->spending.toBuy.in(), 139.0);
    }

    void aLowCaseTakesABracketInPlanAndList()
    {
        auto builder = hosts(2, "sfp+");
        builder.changePort("host-a 1", [](plan::Port& port) { port.rates = {gigabits(1)}; });
        builder.slot("host-a", "1", 3, 4);
        builder.changeDevice("host-a", [](plan::Device& device) { device.traits.set("case", "low"); });
        const plan::Plan house = builder.plan();
        const CheapestPlan found = granted(house, {"host-a to host-b at 10g"});
        // The card 60, its bracket 4, a lead 19.
        QCOMPARE(found.totals.cost.in(), 83.0);
        const auto list = buyList(house, found.plan, knowledge(), {"2026-11-28", "", builtInSolver()});
        QCOMPARE(list->spending.toBuy.in(), 83.0);
    }

    void theListOfThePlanCostsWhatThePlanSays()
    {
        for (const char* cage : {"sfp+", "rj45", "sfp28"}) {
            const plan::Plan house = hosts(3, cage).plan();
            const CheapestPlan found = granted(house, {"host-a and host-b to host-c at 10g", "switch in cellar"});
            const auto list = buyList(house, found.plan, knowledge(), {"2026-11-28", "", builtInSolver()});
            QVERIFY2(std::abs(list->spending.toBuy.in() - found.totals.cost.in()) < 0.01,
                     qPrintable(QString("%1: list %2, plan %3")
                                    .arg(cage)
                                    .arg(list->spending.toBuy.in())
                                    .arg(found.totals.cost.in())));
        }
    }

    void wattsMayBeTheGoal()
    {
        const plan::Plan house = hosts(3, "rj45").plan();
        const std::vector<std::string> lines{"host-a and host-b to host-c at 2.5g", "host-a to host-b at 2.5g",
                                             "switch in cellar"};
        auto byWatts = lines;
        byWatts.push_back("least watts then cost");
        QVERIFY(granted(house, byWatts).totals.watts <= granted(house, lines).totals.watts);
        QVERIFY(granted(house, lines).totals.cost <= granted(house, byWatts).totals.cost);
    }

    void removingAnOfferNeverMakesThePlanCheaper()
    {
        std::mt19937 chance(4);
        for (int round = 0; round < 1; ++round) {
            plan::Plan house = hosts(3, "sfp+").plan();
            std::int64_t id = 900;
            for (const char* part : {"dac-lead-2m", "10gbase-sr", "om4-lead-2m", "switch-4x10", "switch-8x10"})
                for (int i = 0; i < 2; ++i)
                    house = offered(house, id++, part, std::uniform_int_distribution<int>(1, 120)(chance));
            const std::vector<std::string> lines{"host-a and host-b to host-c at 10g", "host-a to host-b at 10g",
                                                 "switch in cellar"};
            const Money all = granted(house, lines).totals.cost;
            for (const plan::Offer& offer : house.offers) {
                if (offer.id.value % 2 != round % 2) continue;
                const auto fewer = plan::edits::deleteRecord<plan::Offer>(house, offer.id);
                QVERIFY(granted(*fewer, lines).totals.cost >= all);
            }
        }
    }

    void aWishThatCannotBeMetIsNamed()
    {
        const plan::Plan house = hosts(2, "rj45").plan();
        const auto found = planOf(house, {"host-a to host-b at 25g", "no pulling"});
        QVERIFY(!found);
        QVERIFY2(found.error().message().find("host-a – host-b at 25") != std::string::npos,
                 found.error().message().c_str());
    }
    void withoutASolverOneSentenceSaysWhatToDo()
    {
        const auto found = planOf(hosts(2, "sfp+").plan(), {"host-a to host-b at 10g"}, noSolver());
        QVERIFY(!found);
        QVERIFY(found.error().message().find("install coinor-libcbc-dev") != std::string::npos);
    }
    void withoutAWishOneSentenceSaysSo()
    {
        const plan::Plan house = hosts(2, "sfp+").plan();
        IdSource ids(5);
        const auto found = cheapestPlan({house, {}, knowledge(), "2026-11-28", ids, builtInSolver(), true, {}});
        QVERIFY(found.error().message().find("there is no wish yet") != std::string::npos);
    }
    void itCanBeStopped()
    {
        const plan::Plan house = hosts(4, "sfp+").plan();
        auto set = withWish({}, "host-a, host-b and host-c to host-d at 10g", house, knowledge());
        IdSource ids(5);
        const auto found = cheapestPlan({house, *set, knowledge(), "2026-11-28", ids, builtInSolver(), true,
                                         [](const SearchState&) { return false; }});
        QVERIFY(!found);
        QCOMPARE(found.error().code, ErrorCode::Cancelled);
    }
    /// At the end of its time the search gives the best that it has, and claims no more for it.
    void stoppedItGivesTheBestFound()
    {
        const plan::Plan house = hosts(2, "sfp+").plan();
        auto set = withWish({}, "host-a to host-b at 10g", house, knowledge());
        IdSource ids(5);
        const auto found =
            cheapestPlan({house, *set, knowledge(), "2026-11-28", ids, builtInSolver(), true,
                          [](const SearchState& state) { return state.phase == SearchState::Phase::Proving; }});
        QVERIFY2(found, found ? "" : found.error().message().c_str());
        QVERIFY(found->isStopped && !found->isProved);
        QVERIFY(!(found->sentence.text().find("Proved") != std::string::npos));
        QVERIFY(found->greedy && found->totals.cost == found->greedy->cost);
        QVERIFY(found->plan.runs.size() > house.runs.size());
        const CheapestPlan whole = granted(house, {"host-a to host-b at 10g"});
        QVERIFY(whole.isProved && whole.totals.cost <= found->totals.cost);
    }

    void theStepsSayWhatToMind()
    {
        auto builder = hosts(2, "rj45");
        for (const char* host : {"host-a 1", "host-b 1"})
            builder.changePort(host, [](plan::Port& port) { port.rates = {gigabits(1)}; });
        builder.slot("host-a", "1", 3, 4).slot("host-b", "1", 3, 4);
        const CheapestPlan found = granted(builder.plan(), {"host-a to host-b at 10g"});
        int cards = 0, cautions = 0;
        for (const PlanStep& step : found.steps) {
            if (step.what.text().find("Fit a") != 0) continue;
            ++cards;
            for (const std::string& caution : step.cautions)
                cautions += caution.find("pull every mains plug") != std::string::npos;
        }
        // Two cards, one caution: the first says it.
        QCOMPARE(cards, 2);
        QCOMPARE(cautions, 1);
    }
    void aCableThroughAWallSaysWhatToMind()
    {
        PlanBuilder builder;
        builder.place("cellar", -1).place("attic", 2);
        builder.device("host-a", plan::Role::Computer, "cellar").port("host-a", "1", "sfp+");
        builder.device("host-b", plan::Role::Computer, "attic").port("host-b", "1", "sfp+");
        const CheapestPlan found = granted(builder.plan(), {"host-a to host-b at 10g", "pull cellar to attic 20m"});
        std::string all;
        for (const PlanStep& step : found.steps)
            for (const std::string& caution : step.cautions) all += caution;
        QVERIFY(all.find("Before you drill or pull") != std::string::npos);
        // Each is said once.
        QCOMPARE(all.find("Before you drill or pull"), all.rfind("Before you drill or pull"));
    }
    void thePlanByHandStandsBesideIt()
    {
        const plan::Plan house = hosts(4, "sfp+").plan();
        const CheapestPlan found =
            granted(house, {"host-a, host-b and host-c to host-d at 10g", "host-a to host-b and host-c at 10g",
                            "host-b to host-c at 10g", "switch in cellar"});
        QVERIFY(found.greedy);
        QVERIFY(found.greedy->cost >= found.totals.cost);
    }
};

SOKUDO_TEST(CheapestTest)
#include "cheapest_test.moc"
