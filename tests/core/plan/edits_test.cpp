// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::plan;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// The edit of that number, each of which breaks another rule.
Result<Plan> refused(const PlanBuilder& built, int which)
{
    const Plan& p = built.plan();
    const auto left = built.deviceId("left");
    Port port{{900}, left, 0, "2", "sfp+"};
    Run run{{901}, "x", built.portId("spare 1"), {}, "dac"};
    switch (which) {
    case 0: return edits::putPlace(p, {{900}, "  "});
    case 1: return edits::putDevice(p, {{900}, {999}, "x"});
    case 2: return edits::putDevice(p, {{900}, p.places.begin()->id, " left "});
    case 3: port.name = "1"; return edits::putPort(p, port);
    case 4: port.cage.clear(); return edits::putPort(p, port);
    case 5: port.mtu = 10; return edits::putPort(p, port);
    case 6: run.b = run.a; return edits::putRun(p, run);
    case 7: run.b = built.portId("left 1"); return edits::putRun(p, run);
    case 8: run.a = {}; return edits::putRun(p, run);
    case 9: run.length = Length::of(0); return edits::putRun(p, run);
    default:
        port.device = built.deviceId("right");
        port.slot = built.slotId("left", "1");
        return edits::putPort(p, port);
    }
}

}  // namespace

class EditsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theOldPlanStaysAsItWas()
    {
        const PlanBuilder built = testing::twoHosts();
        const Plan before = built.plan();
        const auto after = edits::deleteDevice(before, built.deviceId("mid"));
        QVERIFY(after);
        QVERIFY(before == built.plan());
        QVERIFY(before.devices.size() == 3 && after->devices.size() == 2);
    }
    void refusalsSayWhy_data()
    {
        QTest::addColumn<int>("which");
        QTest::addColumn<QString>("part");
        QTest::newRow("nameless place") << 0 << "the name of the place is missing";
        QTest::newRow("device nowhere") << 1 << "needs a place";
        QTest::newRow("same name") << 2 << "already a device called left";
        QTest::newRow("same port name") << 3 << "already has a port";
        QTest::newRow("no socket") << 4 << "kind of socket";
        QTest::newRow("mad MTU") << 5 << "576";
        QTest::newRow("run to itself") << 6 << "same port";
        QTest::newRow("port taken") << 7 << "already holds a run";
        QTest::newRow("no end") << 8 << "at least one end";
        QTest::newRow("length zero") << 9 << "above 0 m";
        QTest::newRow("foreign slot") << 10 << "does not have";
    }
    void refusalsSayWhy()
    {
        QFETCH(int, which);
        QFETCH(QString, part);
        PlanBuilder built = testing::twoHosts();
        built.slot("left", "1", 3, 4).device("spare").port("spare", "1", "sfp+");
        const auto got = refused(built, which);
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().what.text()).contains(part), got.error().what.text().c_str());
    }
    void deletingADeviceOpensItsRuns()
    {
        const PlanBuilder built = testing::twoHosts();
        const auto after = edits::deleteDevice(built.plan(), built.deviceId("left"));
        QVERIFY(after);
        const Run* run = after->runs.find(built.runId("a"));
        QVERIFY(run && !run->a.isSet() && run->b.isSet());
        QVERIFY(brokenInvariants(*after).empty());
        const auto both = edits::deleteDevice(*after, built.deviceId("mid"));
        QVERIFY(!both->runs.has(built.runId("a")));
        QVERIFY(both->runs.has(built.runId("b")));
    }
    void aPlaceWithDevicesStays()
    {
        const PlanBuilder built = testing::twoHosts();
        const auto got = edits::deletePlace(built.plan(), built.plan().places.begin()->id);
        QVERIFY(!got);
        QCOMPARE(got.error().code, ErrorCode::NotAllowed);
    }
    void aJackHoldsTwoRuns()
    {
        PlanBuilder built;
        built.device("a").device("jack", Role::Jack).device("b").device("c");
        built.port("a", "1", "rj45").port("jack", "W1", "rj45").port("b", "1", "rj45").port("c", "1", "rj45");
        built.run("back", "a 1", "jack W1", "cat6", 20).run("front", "jack W1", "b 1", "cat6", 2);
        const auto third =
            edits::putRun(built.plan(), {{990}, "third", built.portId("jack W1"), built.portId("c 1"), "cat6"});
        QVERIFY(!third);
    }
    void deletingASlotKeepsThePorts()
    {
        PlanBuilder built = testing::twoHosts();
        built.slot("left", "1", 3, 4).changePort("left 1", [&](Port& port) { port.slot = built.slotId("left", "1"); });
        const auto after = edits::deleteSlot(built.plan(), built.slotId("left", "1"));
        QVERIFY(after);
        QVERIFY(!after->ports.find(built.portId("left 1"))->slot.isSet());
        QVERIFY(brokenInvariants(*after).empty());
    }
    /// Whatever is done, in whatever order: accepted edits leave a whole plan, refused ones change nothing.
    void randomEditsKeepThePlanWhole()
    {
        const unsigned start = 20261125;
        qInfo("random edits start from %u", start);
        std::mt19937 engine(start);
        const auto pick = [&](auto& table) {
            return std::next(table.begin(), static_cast<long>(engine() % std::max<std::size_t>(1, table.size())))->id;
        };
        Plan plan = testing::lanternRow();
        std::int64_t next = 100000;
        for (int i = 0; i < 3000; ++i) {
            const Plan before = plan;
            Result<Plan> got = before;
            switch (engine() % 8) {
            case 0:
                got = edits::putPlace(plan,
                                      {{++next}, "place " + std::to_string(next), static_cast<int>(engine() % 5) - 1});
                break;
            case 1:
                got = edits::putDevice(
                    plan,
                    {{++next}, pick(plan.places), "device " + std::to_string(next), static_cast<Role>(engine() % 10)});
                break;
            case 2:
                if (!plan.devices.empty())
                    got = edits::putPort(plan, {{++next}, pick(plan.devices), 0, std::to_string(next), "rj45"});
                break;
            case 3:
                if (plan.ports.size() > 1)
                    got = edits::putRun(
                        plan, {{++next}, "run", pick(plan.ports), engine() % 4 ? pick(plan.ports) : PortId{}, "cat6"});
                break;
            case 4:
                if (!plan.devices.empty() && engine() % 4 == 0) got = edits::deleteDevice(plan, pick(plan.devices));
                break;
            case 5:
                if (!plan.ports.empty()) got = edits::deletePort(plan, pick(plan.ports));
                break;
            case 6:
                if (!plan.runs.empty()) got = edits::deleteRun(plan, pick(plan.runs));
                break;
            case 7: got = edits::deletePlace(plan, pick(plan.places)); break;
            }
            if (!got) QVERIFY(plan == before);
            else plan = *got;
            const auto broken = brokenInvariants(plan);
            QVERIFY2(broken.empty(), broken.empty() ? "" : broken.front().text().c_str());
        }
    }
};

SOKUDO_TEST(EditsTest)
#include "edits_test.moc"
