// SPDX-License-Identifier: GPL-3.0-or-later
// Circuits, outlets and supplies in the plan: what they may hold, what happens when something they name goes.
#include "core/plan/checks.h"
#include "core/plan/duplicate.h"
#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::plan;
using namespace sokudo::testing;

namespace {

const char* const kHouse =
    "add place a\n"
    "add place b\n"
    "add circuit k, breaker=16 volts=230 in=a\n"
    "add outlet o in a, circuit=k sockets=2\n"
    "add strip s in a, into=o sockets=6\n"
    "add ups u in a, fed=\"outlet o\"\n"
    "add strip t in a, battery=u\n"
    "add switch sw in a, fed=\"u + outlet s\": 2x rj45\n"
    "add camera c in a: rj45\n"
    "add run sw 1 - c, cat6 9m\n"
    "set c fed=sw\n";

template <class Rows>
auto called(const Rows& rows, const char* name)
{
    for (const auto& row : rows)
        if (row.name == name) return row;
    qFatal("no %s", name);
}

}  // namespace

class PowerRecordsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void whatACircuitMayHold_data()
    {
        QTest::addColumn<double>("breaker");
        QTest::addColumn<double>("volts");
        QTest::addColumn<QString>("field");
        QTest::newRow("usual") << 16.0 << 230.0 << "";
        QTest::newRow("least") << 0.1 << 12.0 << "";
        QTest::newRow("most") << 1000.0 << 1000.0 << "";
        QTest::newRow("no current") << 0.0 << 230.0 << "breaker_a";
        QTest::newRow("too much") << 1001.0 << 230.0 << "breaker_a";
        QTest::newRow("too few volts") << 16.0 << 5.0 << "volts";
        QTest::newRow("too many volts") << 16.0 << 1200.0 << "volts";
    }
    void whatACircuitMayHold()
    {
        QFETCH(double, breaker);
        QFETCH(double, volts);
        QFETCH(QString, field);
        const Circuit circuit{{1}, "k", Ampere::of(breaker), Volt::of(volts), {}, {}, {}};
        const auto problem = problemOf(circuit);
        QCOMPARE(problem ? toQt(problem->field) : QString(), field);
    }
    void whatAnOutletMayHold_data()
    {
        QTest::addColumn<int>("sockets");
        QTest::addColumn<double>("rating");
        QTest::addColumn<QString>("field");
        QTest::newRow("usual") << 2 << 3680.0 << "";
        QTest::newRow("most") << 48 << 100000.0 << "";
        QTest::newRow("no socket") << 0 << 3680.0 << "sockets";
        QTest::newRow("too many") << 49 << 3680.0 << "sockets";
        QTest::newRow("no watts") << 2 << 0.0 << "rating_w";
    }
    void whatAnOutletMayHold()
    {
        QFETCH(int, sockets);
        QFETCH(double, rating);
        QFETCH(QString, field);
        Outlet outlet;
        outlet.id = {1};
        outlet.name = "o";
        outlet.sockets = sockets;
        outlet.rating = Watt::of(rating);
        const auto problem = problemOf(outlet);
        QCOMPARE(problem ? toQt(problem->field) : QString(), field);
    }
    void whatATariffMayHold()
    {
        Service service;
        service.id = {1};
        service.name = "power";
        service.unitPrice = Money::of(0.3);
        QVERIFY(!problemOf(service));
        service.unitPrice = Money::of(-1);
        QCOMPARE(toQt(problemOf(service)->field), QString("unit_price"));
        service.unitPrice = Money::of(2e6);
        QVERIFY(problemOf(service));
        service.unitPrice.reset();
        service.fee = Money::of(-0.01);
        QCOMPARE(toQt(problemOf(service)->field), QString("fee"));
    }
    void anOutletHangsOnOneThing()
    {
        Outlet outlet{{1}, "o", OutletKind::Strip, {}, {2}, {3}, {}, 2, {}, {}, {}};
        QCOMPARE(toQt(problemOf(outlet)->field), QString("plugged_into"));
        outlet.circuit = {};
        QVERIFY(!problemOf(outlet));
    }
    /// Two circuits or outlets of one name are told apart by giving one another.
    void namesAreTheirOwn()
    {
        const Plan plan = houseOf(kHouse);
        Circuit again = called(plan.circuits, "k");
        again.id = {4242};
        again.name = " K ";
        const auto got = edits::putRecord(plan, again);
        QVERIFY(!got && got.error().message().find("already a circuit") != std::string::npos);
        Outlet outlet = called(plan.outlets, "o");
        outlet.id = {4243};
        QVERIFY(!edits::putRecord(plan, outlet));
    }
    void whatTheyNameMustBeThere()
    {
        const Plan plan = houseOf(kHouse);
        Circuit circuit = called(plan.circuits, "k");
        circuit.place = {999};
        QVERIFY(!edits::putRecord(plan, circuit));
        Outlet outlet = called(plan.outlets, "o");
        outlet.circuit = {999};
        QVERIFY(!edits::putRecord(plan, outlet));
        outlet.circuit = {};
        outlet.battery = {999};
        QVERIFY(!edits::putRecord(plan, outlet));
        outlet.battery = {};
        outlet.place = {999};
        QVERIFY(!edits::putRecord(plan, outlet));
    }
    /// What is deleted is let go of: nothing dangles, and what can still be said stays.
    void deletedThingsAreLetGoOf()
    {
        const Plan plan = houseOf(kHouse);
        const Plan noCircuit = *edits::deleteRecord<Circuit>(plan, called(plan.circuits, "k").id);
        QVERIFY(!called(noCircuit.outlets, "o").circuit.isSet());
        const Plan noOutlet = *edits::deleteRecord<Outlet>(plan, called(plan.outlets, "o").id);
        QVERIFY(!called(noOutlet.outlets, "s").pluggedInto.isSet());
        QVERIFY(!called(noOutlet.devices, "u").supplies.front().outlet.isSet());
        QCOMPARE(called(noOutlet.devices, "u").supplies.size(), 1u);  // still a cord
        const Plan noUnit = *edits::deleteDevice(plan, called(plan.devices, "u").id);
        QVERIFY(!called(noUnit.outlets, "t").battery.isSet());
        QCOMPARE(called(noUnit.devices, "sw").supplies.size(), 2u);
        const Plan noFeeder = *edits::deleteDevice(plan, called(plan.devices, "sw").id);
        QVERIFY(!feederOf(called(noFeeder.devices, "c")).isSet());
        for (const Plan& one : {noCircuit, noOutlet, noUnit, noFeeder}) QVERIFY(brokenInvariants(one).empty());
        QVERIFY(!edits::deleteRecord<Outlet>(plan, OutletId{999}));
    }
    /// A copy is fed by the copy of its feeder, at its own port.
    void copiesAreFedByCopies()
    {
        const Plan plan = houseOf(kHouse);
        IdSource ids(3);
        ids.startAfter(greatestId(plan));
        const auto made = duplicatePlace(plan, called(plan.places, "a").id, "a2", 0, " 2", ids);
        QVERIFY2(made, made ? "" : made.error().message().c_str());
        const Device camera = called(made->plan.devices, "c 2");
        QCOMPARE(camera.supplies.size(), 1u);
        QCOMPARE(camera.supplies.front().from, called(made->plan.devices, "sw 2").id);
        QCOMPARE(made->plan.ports.find(camera.supplies.front().port)->device, camera.id);
        QVERIFY(brokenInvariants(made->plan).empty());
        const auto alone = duplicateDevice(plan, called(plan.devices, "c").id, "c3", {}, ids);
        QCOMPARE(called(alone->plan.devices, "c3").supplies.front().from, called(plan.devices, "sw").id);
    }
    void suppliesNameWhatIsThere()
    {
        const Plan plan = houseOf(kHouse);
        Device device = called(plan.devices, "c");
        device.supplies = {{SupplyKind::Cord, {999}, {}, {}, {}, {}, 1}};
        QVERIFY(!edits::putDevice(plan, device));
        device.supplies = {{SupplyKind::Cable, {}, {999}, {}, {}, {}, 1}};
        QVERIFY(!edits::putDevice(plan, device));
        device.supplies = {{SupplyKind::Cable, {}, {}, portCalled(plan, "sw 1"), {}, {}, 1}};
        QVERIFY(edits::putDevice(plan, device).error().message().find("not its own") != std::string::npos);
        device.supplies = {{SupplyKind::Device, {}, device.id, {}, {}, {}, 1}};
        QVERIFY(edits::putDevice(plan, device).error().message().find("by itself") != std::string::npos);
        device.supplies = {{SupplyKind::Cable, {}, {}, portCalled(plan, "c 1"), {}, {}, 1}};
        QVERIFY(edits::putDevice(plan, device));
    }
    void codes()
    {
        for (const char* word : {"wall", "strip"}) QCOMPARE(code(*outletKindFromCode(word)), std::string_view(word));
        for (const char* word : {"cord", "brick", "cable", "device"})
            QCOMPARE(code(*supplyKindFromCode(word)), std::string_view(word));
        QVERIFY(!outletKindFromCode("wand") && !supplyKindFromCode("rope"));
        QCOMPARE(code(*serviceKindFromCode("electricity")), std::string_view("electricity"));
        QCOMPARE(*roleFromCode("poe-splitter"), Role::PoeSplitter);
    }
};

SOKUDO_TEST(PowerRecordsTest)
#include "power_records_test.moc"
