// SPDX-License-Identifier: GPL-3.0-or-later
#include "plan_builder.h"

#include "core/match/parts_list.h"

using namespace sokudo;
using namespace sokudo::testing;

class PartsListTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void countsAsACountByHand()
    {
        PlanBuilder house;
        house.place("cellar").device("core").device("far");
        for (const char* name : {"1", "2", "3"}) house.port("core", name, "sfp+", "10gbase-sr");
        house.port("core", "4", "rj45")
            .port("core", "5", "qsfp+")
            .port("far", "1", "sfp+", "10gbase-lr")
            .port("far", "2", "sfp+");
        house.run("x", "core 1", "far 1", "om4", 12)
            .run("y", "core 2", "far 2", "om4", 0)
            .changePort("core 3", [](plan::Port& port) { port.traits.set("combo", "both"); });
        const match::PartsList list = match::partsList(house.plan(), knowledge());
        QCOMPARE(list.modules.size(), std::size_t(2));
        QCOMPARE(list.modules[0].kind->id, std::string("10gbase-sr"));
        QCOMPARE(list.modules[0].inPlace, 3);
        QCOMPARE(list.cables.size(), std::size_t(1));
        QCOMPARE(list.cables[0].runs, 2);
        QCOMPARE(list.cables[0].unmeasured, 1);
        QCOMPARE(list.cables[0].length, Length::of(12));
        QCOMPARE(list.linksWithoutModules, 1);
        QCOMPARE(list.devices.size(), std::size_t(1));
        const auto& rows = list.devices[0].rows;
        QCOMPARE(rows.size(), std::size_t(3));
        QCOMPARE(rows[0].rate, gigabits(40));
        QVERIFY(rows[0].bestUse.text().find("split into 4") != std::string::npos);
        const auto sfp = std::find_if(rows.begin(), rows.end(), [](const auto& row) { return row.cage == "SFP+"; });
        QCOMPARE(sfp->used, 2);
        QCOMPARE(sfp->free, 0);  // the combo socket is counted with its other half
    }
    void aDualPortCardAgainstItsBus()
    {
        PlanBuilder house;
        house.place("hall")
            .device("host", plan::Role::Computer)
            .slot("host", "2", 3, 4)
            .port("host", "1", "sfp28")
            .port("host", "2", "sfp28");
        plan::Plan plan = house.plan();
        plan::Slot slot = *plan.slots.begin();
        slot.card = plan::Card{"two-port card", 3, 8};
        plan = *plan::edits::putSlot(plan, slot);
        for (const plan::Port& port : Table<plan::Port>(plan.ports)) {
            plan::Port seated = port;
            seated.slot = slot.id;
            plan = *plan::edits::putPort(plan, seated);
        }
        const match::PartsList list = match::partsList(plan, knowledge());
        QCOMPARE(list.cards.size(), std::size_t(1));
        QCOMPARE(list.cards[0].sum, gigabits(50));
        // 4 lanes at 8 GT/s, 128 of 130: 31.5 coded; less than two ports, and than one with its packets
        QVERIFY(list.cards[0].carries && inGigabits(*list.cards[0].carries) < 31.6 &&
                inGigabits(*list.cards[0].carries) > 26);
        QVERIFY(!list.cards[0].isEnough());
        QVERIFY(list.cards[0].better.empty());
        // a free slot of 4.0 x8 takes the 3.0 x8 card at its full width: 54.2 Gb/s
        plan::Slot wide = slot;
        wide.id = {900};
        wide.name = "5";
        wide.card.reset();
        wide.generation = 4;
        wide.lanes = wide.shape = 8;
        const auto moved = match::cardsOf(*plan::edits::putSlot(plan, wide), slot.device, knowledge());
        QVERIFY2(moved[0].better.text().find("5 (3.0 ×8) would carry 54.2") != std::string::npos,
                 moved[0].better.text().c_str());
        // nobody has looked at bracket, neighbour and air
        QCOMPARE(list.cards[0].unseen.size(), std::size_t(3));
        for (const plan::Port& port : Table<plan::Port>(plan.ports)) {
            plan::Port seen = port;
            seen.traits.set("bracket", "low");
            seen.traits.set("slot-blocked", "no");
            seen.traits.set("cooling", "fan");
            plan.ports = plan.ports.with(seen);
        }
        plan::Device host = *plan.devices.begin();
        host.traits.set("case", "low");
        plan.devices = plan.devices.with(host);
        QVERIFY(match::partsList(plan, knowledge()).cards[0].unseen.empty());
    }
    /// One adapter a room, and one at the gateway unless it speaks coax itself.
    void coaxAdaptersOfAHouse()
    {
        QCOMPARE(match::coaxAdapters(0, false), 0);
        QCOMPARE(match::coaxAdapters(1, false), 2);
        QCOMPARE(match::coaxAdapters(1, true), 1);
        QCOMPARE(match::coaxAdapters(3, false), 4);
        PlanBuilder house;
        house.place("hall")
            .place("study")
            .place("den")
            .device("gateway", plan::Role::Router)
            .device("a", plan::Role::CoaxAdapter);
        house.device("b", plan::Role::CoaxAdapter, "study").device("c", plan::Role::CoaxAdapter, "den");
        house.port("a", "coax", "f").port("b", "coax", "f").port("b", "tap", "f").port("c", "coax", "f");
        house.run("x", "a coax", "b coax", "coax", 12).run("y", "b tap", "c coax", "coax", 9);
        auto coax = match::partsList(house.plan(), knowledge()).coax;
        QVERIFY(coax && coax->gateway == "gateway" && !coax->gatewayHasIt);
        QCOMPARE(coax->furtherRooms, 2);
        QCOMPARE(coax->needed(), 3);
        QCOMPARE(coax->inPlace, 3);
        PlanBuilder own;
        own.place("hall")
            .place("den")
            .device("gateway", plan::Role::Router)
            .device("c", plan::Role::CoaxAdapter, "den");
        own.port("gateway", "coax", "f").port("c", "coax", "f").run("x", "gateway coax", "c coax", "coax", 12);
        coax = match::partsList(own.plan(), knowledge()).coax;
        QVERIFY(coax->gatewayHasIt);
        QCOMPARE(coax->needed(), 1);
    }
    void cordsInTheBoxAgainstPortsCabled()
    {
        PlanBuilder house;
        house.place("cellar").device("recorder").device("core");
        for (const char* name : {"1", "2", "3"}) house.port("recorder", name, "rj45").port("core", name, "rj45");
        house.run("x", "recorder 1", "core 1", "cat6", 2)
            .run("y", "recorder 2", "core 2", "cat6", 2)
            .run("z", "recorder 3", "core 3", "cat6", 2);
        plan::Plan plan = house.plan();
        QVERIFY(match::partsList(plan, knowledge()).cords.empty());
        plan::Device recorder = *plan::deviceNamed(plan, "recorder");
        recorder.traits.set("box-cords", "1");
        plan.devices = plan.devices.with(recorder);
        const auto cords = match::partsList(plan, knowledge()).cords;
        QCOMPARE(cords.size(), std::size_t(1));
        QCOMPARE(cords[0].needed, 3);
        QCOMPARE(cords[0].missing(), 2);
    }
    void theDemoHouseAddsUp()
    {
        const plan::Plan house = lanternRow();
        const match::PartsList list = match::partsList(house, knowledge());
        int runs = 0, modules = 0, fitted = 0;
        for (const auto& row : list.cables) runs += row.runs;
        for (const auto& row : list.modules) modules += row.inPlace;
        for (const plan::Port& port : house.ports) fitted += !port.module.empty();
        QCOMPARE(runs, static_cast<int>(house.runs.size()));
        QCOMPARE(modules, fitted);
        QVERIFY(list.devices.size() >= 3);
    }
};

SOKUDO_TEST(PartsListTest)
#include "parts_list_test.moc"
