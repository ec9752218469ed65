// SPDX-License-Identifier: GPL-3.0-or-later
// Two uplinks dark after a change: crossed modules or crossed cables are told as such.
#include "plan_builder.h"

#include "core/analyse.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

/// Two uplinks of one switch: one over multimode, one over single-mode.
PlanBuilder uplinks(const char* first, const char* second)
{
    PlanBuilder house;
    house.place("cellar")
        .device("core")
        .place("attic")
        .device("a", plan::Role::Switch, "attic")
        .device("b", plan::Role::Switch, "attic");
    house.port("core", "1", "sfp+", first)
        .port("core", "2", "sfp+", second)
        .port("a", "1", "sfp+", "10gbase-sr")
        .port("b", "1", "sfp+", "10gbase-lr");
    house.run("mm", "core 1", "a 1", "om4", 30).run("sm", "core 2", "b 1", "os2", 30);
    return house;
}

}  // namespace

class CrossedTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void crossedModules()
    {
        const PlanBuilder house = uplinks("10gbase-lr", "10gbase-sr");
        const Analysis found = analyse(house.plan(), knowledge());
        QCOMPARE(found.count(Verdict::NoLink), 2);
        QCOMPARE(found.swaps.size(), std::size_t(1));
        QVERIFY(found.swaps.front().what == match::SwapOf::Modules);
        QVERIFY2(found.swaps.front().text.text().starts_with("core 1 and core 2 both have no link: swap their modules"),
                 found.swaps.front().text.text().c_str());
        const plan::Plan fixed = match::swapped(house.plan(), found.swaps.front());
        QCOMPARE(analyse(fixed, knowledge()).count(Verdict::Fits), 2);
        QVERIFY(analyse(fixed, knowledge()).swaps.empty());
    }
    void crossedCables()
    {
        // right modules, but each fibre went into the other's port at the core
        PlanBuilder house = uplinks("10gbase-sr", "10gbase-lr");
        house.changeRun("mm", [&](plan::Run& run) { run.a = {}; });
        house.changeRun("sm", [&](plan::Run& run) { run.a = house.portId("core 1"); });
        house.changeRun("mm", [&](plan::Run& run) { run.a = house.portId("core 2"); });
        const Analysis found = analyse(house.plan(), knowledge());
        QCOMPARE(found.count(Verdict::NoLink), 2);
        QVERIFY(found.swaps.size() >= 1);
        for (const match::Swap& swap : found.swaps)
            QCOMPARE(analyse(match::swapped(house.plan(), swap), knowledge()).count(Verdict::NoLink), 0);
    }
    /// Module and lead went into the neighbouring cage together: one is made for 25 Gb/s, the other for 10.
    void crossedModulesWithTheirCables()
    {
        PlanBuilder house;
        house.device("core").device("a").device("b");
        house.port("core", "1", "sfp28", "10gbase-sr").port("core", "2", "sfp+", "25gbase-sr");
        house.port("a", "1", "sfp+", "10gbase-sr").port("b", "1", "sfp28", "25gbase-sr");
        house.changePort("core 1", [](plan::Port& port) { port.rates = {gigabits(25)}; });
        house.run("ten", "core 1", "a 1", "om4", 20).run("fast", "core 2", "b 1", "om4", 20);
        const Analysis found = analyse(house.plan(), knowledge());
        QCOMPARE(found.count(Verdict::NoLink), 2);
        QCOMPARE(found.swaps.size(), std::size_t(1));
        QVERIFY(found.swaps.front().what == match::SwapOf::Both);
        const Analysis fixed = analyse(match::swapped(house.plan(), found.swaps.front()), knowledge());
        QCOMPARE(fixed.count(Verdict::NoLink), 0);
    }
    void otherFaultsAreNotSwaps()
    {
        QVERIFY(analyse(uplinks("10gbase-sr", "10gbase-lr").plan(), knowledge()).swaps.empty());
        QVERIFY(analyse(uplinks("10gbase-lr", "10gbase-lr").plan(), knowledge()).swaps.empty());  // only one is dark
        QVERIFY(analyse(uplinks("10gbase-er", "10gbase-er").plan(), knowledge()).swaps.empty());
        QVERIFY(analyse(lanternRow(), knowledge()).swaps.empty());  // two dark links, for other reasons
    }
};

SOKUDO_TEST(CrossedTest)
#include "crossed_test.moc"
