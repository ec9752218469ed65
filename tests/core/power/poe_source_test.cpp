// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/poe_source.h"

#include "core/power/house_chain.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

/// 65 W for three of class 4 (30 W each) and one of class 1 (4 W); two ports are free, one of them faster.
const char* const kHouse =
    "add place a\nadd switch s in a, pse-budget=65: 5x rj45 2.5g, rj45 10g\nset s 1 pse=type2\nset s 2 pse=type2\n"
    "set s 3 pse=type2\nset s 4 pse=type2\nset s 5 pse=type2\nset s 6 pse=type3\n"
    "add access point a1 in a: rj45 2.5g\nadd access point a2 in a: rj45 2.5g\nadd access point a3 in a: rj45 2.5g\n"
    "add camera c in a: rj45 1g\nset a1 1 pd=class4\nset a2 1 pd=class4\nset a3 1 pd=class4\nset c 1 pd=class1\n"
    "add run s 1 - a1, cat6 9m\nadd run s 2 - a2, cat6 9m\nadd run s 3 - a3, cat6 9m\nadd run s 4 - c, cat6 9m\n";

PoeSource sourceOf(const std::string& more = {})
{
    const plan::Plan plan = houseOf(kHouse + more);
    const auto source = poeSource(plan, plan::deviceNamed(plan, "s")->id, knowledge());
    if (!source) qFatal("no source");
    return *source;
}

}  // namespace

class PoeSourceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// 30 + 30 are granted, the third would make 90 of 65: refused; class 1 still fits: 64.
    void bothSums()
    {
        const PoeSource source = sourceOf("set s 1 poe-draw=11\nset s 4 poe-draw=2.5\n");
        NEAR(source.budget->in(), 65, 1e-9);
        NEAR(source.reserved.in(), 64, 1e-9);
        NEAR(source.drawn.in(), 11 + 30 + 2.5, 1e-9);
        QCOMPARE(source.unread, 1);
        QCOMPARE(source.loads.size(), 4u);
        QVERIFY(source.loads[2].isRefused && !source.loads[3].isRefused);
    }
    void priorityGoesFirst()
    {
        const PoeSource source = sourceOf("set s 3 poe-priority=critical\n");
        QVERIFY(!source.loads[0].isRefused);
        const auto refused =
            std::find_if(source.loads.begin(), source.loads.end(), [](const PoeLoad& load) { return load.isRefused; });
        const plan::Plan plan = houseOf(kHouse);
        QVERIFY(refused != source.loads.end());
        QCOMPARE(plan.devices.find(refused->device)->name, std::string("a2"));
    }
    void howManyMoreFit()
    {
        const PoeSource source = sourceOf("set s pse-budget=150\n");  // 94 reserved, 56 left, two ports free
        const auto room = [&](int number) {
            for (const PoeRoom& one : source.room)
                if (one.asks->number == number) return one;
            qFatal("no class");
        };
        QCOMPARE(room(1).more, 2);  // by ports
        NEAR(room(1).left.in(), 48, 1e-9);
        QCOMPARE(room(4).more, 1);  // by watts
        NEAR(room(4).left.in(), 26, 1e-9);
        QCOMPARE(room(6).more, 0);
        QCOMPARE(room(5).more, 1);  // only the port of type 3 gives 45 W
    }
    void whatIsNotKnown()
    {
        const PoeSource source = sourceOf("set c 1 pd=unknown\nset s 4 poe-draw=3\nset s pse-budget=unknown\n");
        QVERIFY(!source.budget && source.room.empty());
        QCOMPARE(source.unknown, 1);
        const plan::Plan plan = houseOf(kHouse);
        QVERIFY(!poeSource(plan, plan::deviceNamed(plan, "c")->id, knowledge()));
        QCOMPARE(poeSources(plan, knowledge()).size(), 1u);
    }
    /// The chain of one line, out of a house: s 6 (type 3), 60 m to a switch of 9 W, 20 m of it to a class 4 device.
    void aChainOfTheHouse()
    {
        const std::string chain =
            "add switch mid in a, own-w=9: rj45 2.5g as in, 2x rj45 2.5g\nset mid in pd=class6\n"
            "set mid 1 pse=type3\nset mid 2 pse=type3\nadd camera e in a: rj45 1g\n"
            "set e 1 pd=class4\nadd run s 6 - mid in, cat6 60m label=long\n"
            "add run mid 1 - e, cat6 20m label=short\n";
        const plan::Plan plan = houseOf(kHouse + chain);
        const auto chains = chainsFrom(plan, portCalled(plan, "s 6"), knowledge());
        QVERIFY2(chains, chains ? "" : chains.error().message().c_str());
        QCOMPARE(chains->size(), 1u);
        QCOMPARE((*chains)[0].size(), 2u);
        NEAR((*chains)[0][0].enters.in(), 51, 1e-6);
        NEAR((*chains)[0][0].left.in(), 36.96, 1e-6);
        NEAR((*chains)[0][1].enters.in(), 25.5, 1e-6);
        // A switch of class 4 takes no more than that, whatever the port could give: (25.5 - 9) * 0.88.
        const plan::Plan smaller = houseOf("set mid in pd=class4", plan);
        NEAR(chainsFrom(smaller, portCalled(smaller, "s 6"), knowledge())->at(0)[0].left.in(), 14.52, 1e-6);
        const auto refusal = [&](const std::string& more, const char* port) {
            const plan::Plan other = houseOf(kHouse + chain + more);
            const auto got = chainsFrom(other, portCalled(other, port), knowledge());
            return got ? QString("answered") : toQt(got.error().message());
        };
        QVERIFY(refusal("set run long length=unknown", "s 6").contains("never measured"));
        QVERIFY(refusal("set mid own-w=unknown", "s 6").contains("uses itself"));
        QVERIFY(refusal("set e 1 pd=unknown", "s 6").contains("class of e is not known"));
        QVERIFY(refusal("", "s 5").contains("nothing hangs"));
        QVERIFY(refusal("", "e 1").contains("supplies no power"));
    }
    void rateAndPowerAtOnePort()
    {
        plan::Plan plan = houseOf(kHouse);
        const kb::PoeClass& six = *knowledge().find<kb::PoeClass>("class6");
        const auto id = [&] { return plan::deviceNamed(plan, "s")->id; };
        auto found = portsFor(plan, id(), gigabits(10), six, knowledge());
        QCOMPARE(found.free.size(), 1u);
        QCOMPARE(plan::portText(plan, found.free[0]), std::string("s 6"));
        // With something slow on it a swap makes it free again.
        plan = houseOf("add camera d in a: rj45 1g\nset d 1 pd=class2\nadd run s 6 - d, cat6 9m", plan);
        found = portsFor(plan, id(), gigabits(10), six, knowledge());
        QVERIFY(found.free.empty());
        QCOMPARE(found.swaps.size(), 1u);
        QCOMPARE(plan::portText(plan, found.swaps[0].from), std::string("s 6"));
        QCOMPARE(plan::portText(plan, found.swaps[0].to), std::string("s 5"));
        QVERIFY(portsFor(plan, id(), gigabits(25), six, knowledge()).swaps.empty());
    }
};

SOKUDO_TEST(PoeSourceTest)
#include "poe_source_test.moc"
