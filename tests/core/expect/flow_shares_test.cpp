// SPDX-License-Identifier: GPL-3.0-or-later
#include "flows_plan.h"

using namespace sokudo;
using namespace sokudo::expect;
using sokudo::testing::FlowsPlan;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

/// Clients on an access switch, servers on a core switch, one 10G trunk between.
struct House : FlowsPlan {
    explicit House(int clients, double clientRate)
    {
        built.place("hall")
            .device("core", plan::Role::Switch)
            .device("edge", plan::Role::Switch)
            .device("vault", plan::Role::Storage);
        built.port("core", "up", "sfp+")
            .port("edge", "up", "sfp+")
            .port("core", "v", "sfp28")
            .port("vault", "1", "sfp28");
        built.run("trunk", "core up", "edge up", "dac", 2).run("vault", "core v", "vault 1", "dac", 2);
        for (int i = 1; i <= clients; ++i) {
            const std::string name = "c" + std::to_string(i);
            built.device(name, plan::Role::Computer).port("edge", name, "rj45").port(name, "1", "rj45");
            for (const std::string& end : {"edge " + name, name + " 1"})
                built.changePort(end, [&](plan::Port& port) { port.rates = {gigabits(clientRate)}; });
            built.run(name, "edge " + name, name + " 1", "cat6a", 10);
        }
    }
};

}  // namespace

class FlowSharesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Eight clients of 2.5 Gb/s on a 10G trunk: 9.415 / 8 = 1.177 each; one alone has 2.354.
    void eightClientsOnOneTrunk()
    {
        House house(8, 2.5);
        for (int i = 1; i <= 8; ++i)
            house.flow(("f" + std::to_string(i)).c_str(), "vault", ("c" + std::to_string(i)).c_str());
        const FlowShares got = house.run();
        for (const FlowResult& flow : got.flows) {
            NEAR(inGigabits(flow.rate.high), 9.41482 / 8, 1e-3);
            NEAR(inGigabits(flow.rate.typical), 0.995 * 9.41482 / 8, 1e-3);
            NEAR(inGigabits(flow.alone.high), 2.3537, 1e-3);
            QCOMPARE(toQt(flow.limitedBy), "core up — edge up");
            QCOMPARE(flow.slowedBy.size(), std::size_t{7});
            NEAR(flow.shareError, 0.10, 1e-9);
        }
        QCOMPARE(got.trunks.size(), std::size_t{1});
        QCOMPARE(got.trunks[0].devices, 8);  // 8 × 2.5 on one side, 25 on the other
        NEAR(got.trunks[0].oversubscription(), 2.0, 1e-9);
        NEAR(inGigabits(got.trunks[0].load), 0.995 * 9.41482, 1e-2);
    }
    /// The two ways of a wire do not disturb each other; the two ways of one way do.
    void waysAreApart()
    {
        House house(2, 2.5);
        house.flow("down", "vault", "c1");
        house.flow("up", "c1", "vault");
        const FlowShares got = house.run();
        for (const FlowResult& flow : got.flows) NEAR(flow.share(), 1.0, 1e-6);
        House same(1, 2.5);
        same.flow("one", "vault", "c1");
        same.flow("two", "vault", "c1");
        for (const FlowResult& flow : same.run().flows) {
            NEAR(flow.share(), 0.5, 1e-6);
            NEAR(flow.shareError, 0.25, 1e-9);
        }
    }
    void whatIsAskedIsACap()
    {
        House house(1, 2.5);
        house.flow("camera", "c1", "vault", 1, gigabits(0.1));
        house.flow("copy", "c1", "vault");
        const FlowShares got = house.run();
        NEAR(inGigabits(got.flows[0].rate.typical), 0.1, 1e-6);
        QCOMPARE(toQt(got.flows[0].limitedBy), "its own demand");
        QCOMPARE(got.flows[0].shareError, 0.0);
        NEAR(inGigabits(got.flows[1].rate.typical), 0.995 * 2.35371 - 0.1, 1e-3);
    }
    /// Two cards in two slots of one machine do not share a slot; two flows through one card do.
    void slotsAreApart()
    {
        const auto twoCards = [](bool inOneSlot) {
            FlowsPlan house;
            house.built.place("hall").device("vault", plan::Role::Storage);
            house.built.slot("vault", "1", 3, 2).slot("vault", "2", 3, 2);
            for (const std::string n : {"1", "2"}) {
                house.built.device("c" + n, plan::Role::Computer).port("vault", n, "sfp28").port("c" + n, "1", "sfp28");
                house.built.run(n, "vault " + n, "c" + n + " 1", "dac", 2);
                house.built.changePort("vault " + n, [&](plan::Port& port) {
                    port.slot = house.built.slotId("vault", inOneSlot ? "1" : n);
                });
                house.flow(n.c_str(), "vault", ("c" + n).c_str());
            }
            return house.run();
        };
        for (const FlowResult& flow : twoCards(false).flows) {
            QVERIFY2(flow.problem.empty(), flow.problem.text().c_str());
            NEAR(flow.share(), 1.0, 1e-6);
        }
        for (const FlowResult& flow : twoCards(true).flows) {
            NEAR(flow.share(), 0.5, 1e-6);
            QCOMPARE(toQt(flow.limitedBy), "slot of vault, sending");
        }
    }
    /// One disk serves readers and a writer with one strength.
    void aDiskIsShared()
    {
        House house(2, 2.5);
        for (const char* name : {"vault", "c1", "c2"})
            house.built.changeDevice(name, [](plan::Device& device) { device.disks = {{"hdd", 1, ""}}; });
        house.flow("read", "vault", "c1");
        house.flow("write", "c2", "vault");
        for (plan::Flow& flow : house.flows) flow.copies = true;
        const FlowShares got = house.run();
        for (const FlowResult& flow : got.flows) {
            QVERIFY2(flow.problem.empty(), flow.problem.text().c_str());
            NEAR(inGigabits(flow.rate.typical), 1.0, 1e-3);  // 2 Gb/s of disk for two
            QCOMPARE(toQt(flow.limitedBy), "disk of vault");
        }
    }
    void aCoaxPairTakesTurns()
    {
        testing::PlanBuilder built;
        built.place("hall")
            .device("a", plan::Role::Computer)
            .device("b", plan::Role::Computer)
            .port("a", "1", "f")
            .port("b", "1", "f")
            .run("x", "a 1", "b 1", "coax", 12);
        const plan::Flow there{{1}, "s", "there", built.deviceId("a"), built.deviceId("b")},
            back{{2}, "s", "back", built.deviceId("b"), built.deviceId("a")};
        const FlowShares got =
            flowShares(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), {&there, &back});
        for (const FlowResult& flow : got.flows)
            NEAR(inGigabits(flow.rate.typical), 1.1, 1e-6);  // 2.2 Gb/s both ways together
        QCOMPARE(toQt(got.flows[0].limitedBy), "a 1 — b 1, both ways");
        QCOMPARE(toQt(got.flows[1].limitedBy), "a 1 — b 1, both ways");
    }
    void trunksPromisedTwice()
    {
        House house(8, 2.5);
        house.built.device("spare", plan::Role::Computer)
            .port("core", "s", "sfp28")
            .port("spare", "1", "sfp28")
            .run("spare", "core s", "spare 1", "dac", 1);
        const FlowShares got = house.run();
        // the side with less: eight of 2.5 Gb/s, two of 25 on the other
        QCOMPARE(got.trunks[0].devices, 8);
        NEAR(got.trunks[0].oversubscription(), 2.0, 1e-9);
    }
    /// What is stored is asked for from the other side, also where more clients hang on the side of the store.
    void theStoreIsTheCore()
    {
        House house(1, 10);
        for (const char* near : {"n1", "n2", "n3"})
            house.built.device(near, plan::Role::Computer)
                .port("core", near, "sfp28")
                .port(near, "1", "sfp28")
                .run(near, std::string("core ") + near, std::string(near) + " 1", "dac", 1);
        FlowShares got = house.run();  // without a flow: what is promised is answered all the same
        QCOMPARE(got.trunks.size(), std::size_t{1});
        QCOMPARE(got.trunks[0].devices, 1);
        NEAR(got.trunks[0].oversubscription(), 1.0, 1e-9);
        QCOMPARE(got.trunks[0].otherDevices, 0);
        // a store on each side, and no router: the side with less, the other told beside it
        house.built.device("vault-2", plan::Role::Storage)
            .port("edge", "v2", "sfp+")
            .port("vault-2", "1", "sfp+")
            .run("v2", "edge v2", "vault-2 1", "dac", 1);
        got = house.run();
        QCOMPARE(got.trunks[0].devices, 2);
        QCOMPARE(got.trunks[0].otherDevices, 4);
        NEAR(inGigabits(got.trunks[0].otherAccess), 100, 1e-9);
    }
    /// Two switches joined twice: traffic takes the faster link, the other is spare and holds nobody back.
    void aRingHasASpareLink()
    {
        House house(4, 2.5);
        house.built.port("core", "slow", "rj45")
            .port("edge", "slow", "rj45")
            .run("second", "core slow", "edge slow", "cat6a", 3);
        for (const char* end : {"core slow", "edge slow"})
            house.built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(2.5)}; });
        house.flow("one", "vault", "c1");
        const FlowShares got = house.run();
        QCOMPARE(got.trunks.size(), std::size_t{2});
        QVERIFY(!got.trunks[0].isSpare && got.trunks[1].isSpare);
        QCOMPARE(got.trunks[0].line, gigabits(10));
        QCOMPARE(got.trunks[0].devices, 4);
        NEAR(got.trunks[0].oversubscription(), 1.0, 1e-9);
        NEAR(inGigabits(got.trunks[0].load), 0.995 * 2.35371, 1e-3);
        QCOMPARE(got.trunks[1].load, BitRate());
        QCOMPARE(got.trunks[1].devices, 0);
    }
    void whatCannotFlowSaysWhy()
    {
        House house(1, 2.5);
        house.built.device("alone", plan::Role::Computer);
        house.flow("lost", "vault", "alone");
        house.flow("fine", "vault", "c1");
        const FlowShares got = house.run();
        QVERIFY(got.flows[0].problem.text().find("no cable leads") != std::string::npos);
        QVERIFY(got.flows[1].problem.empty() && got.flows[1].rate.typical > BitRate{});
    }
    void setsOfAPlan()
    {
        House house(1, 2.5);
        house.flow("one", "vault", "c1");
        house.flow("two", "c1", "vault");
        house.flows[1].set = "night";
        plan::Plan plan = house.built.plan();
        for (const plan::Flow& flow : house.flows) plan = *plan::edits::putFlow(plan, flow);
        QCOMPARE(flowSets(plan), std::vector<std::string>({"evening", "night"}));
        QCOMPARE(flowsOf(plan, "night").size(), std::size_t{1});
        QCOMPARE(flowsOf(plan, {}).size(), std::size_t{2});
        // they go with their device
        QCOMPARE(plan::edits::deleteDevice(plan, house.built.deviceId("c1"))->flows.size(), std::size_t{0});
    }
};

SOKUDO_TEST(FlowSharesTest)
#include "flow_shares_test.moc"
