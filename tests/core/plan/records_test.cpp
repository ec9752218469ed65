// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/date.h"
#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "core/plan/sources.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::plan;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// A house with one of each record about the device "mid", in the place it stands in.
struct Recorded {
    Plan plan;
    DeviceId mid;
    PlaceId place;
    Recorded()
    {
        const PlanBuilder built = testing::twoHosts();
        plan = built.plan();
        mid = built.deviceId("mid");
        place = plan.devices.find(mid)->place;
        take(edits::putRecord(plan, Network{{701}, "cameras", 20, {}, {}}));
        take(edits::putRecord(
            plan, Service{{702}, "fibre", ServiceKind::Internet, "fibre", gigabits(1), {}, {}, place, mid}));
        take(edits::putRecord(plan, Workload{{703}, place, mid, "edit-4k", 2, {}}));
        take(edits::putRecord(plan, StockItem{{704}, "jacks", StockKind::Spare, {}, 12, {}, place}));
        take(edits::putRecord(
            plan, LooseEnd{{705}, LooseEndKind::Temporary, "on the floor", {}, Subject{"device", mid.value}}));
        take(edits::putRecord(plan, Access{{706}, mid, "10.0.0.2", {}, {701}}));
        take(edits::putRecord(plan, Photo{{707}, "behind it", Subject{"device", mid.value}}));
        Port port = *portsOf(plan, mid).front();
        port.untagged = {701};
        port.tagged = {{701}};
        take(edits::putPort(plan, port));
    }
    void take(Result<Plan> next)
    {
        if (!next) qFatal("%s", next.error().message().c_str());
        plan = std::move(*next);
    }
};

}  // namespace

class RecordsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void whatADeletedDeviceLeaves()
    {
        const Recorded house;
        const auto after = edits::deleteDevice(house.plan, house.mid);
        QVERIFY(after);
        QVERIFY(brokenInvariants(*after).empty());
        QVERIFY(after->accesses.empty());
        QVERIFY(!after->services.find({702})->device.isSet());
        QVERIFY(after->services.find({702})->entry.isSet());
        QVERIFY(!after->workloads.find({703})->device.isSet());
        QVERIFY(!after->looseEnds.find({705})->about);
        QVERIFY(!after->photos.find({707})->about);
        QCOMPARE(after->stock.size(), 1u);
    }
    void whatADeletedNetworkLeaves()
    {
        const Recorded house;
        const auto after = edits::deleteRecord<Network>(house.plan, {701});
        QVERIFY(after && brokenInvariants(*after).empty());
        QVERIFY(!after->accesses.find({706})->network.isSet());
        for (const Port& port : after->ports) QVERIFY(!port.untagged.isSet() && port.tagged.empty());
    }
    void aGoneReferenceIsNamed()
    {
        Recorded house;
        house.plan.devices = house.plan.devices.without(house.mid);
        QStringList kinds;
        for (const BrokenObject& one : brokenObjects(house.plan)) kinds << one.kind;
        for (const char* kind : {"service", "workload", "loose-end", "access", "photo", "port"})
            QVERIFY2(kinds.contains(kind), kind);
        QVERIFY(!kinds.contains("stock"));
    }
    void refusals_data()
    {
        QTest::addColumn<int>("which");
        QTest::addColumn<QString>("says");
        QTest::newRow("second tag") << 0 << "tag 20 already belongs to cameras";
        QTest::newRow("second name") << 1 << "already a network called cameras";
        QTest::newRow("tag too large") << 2 << "5000 lies outside 0 to 4094";
        QTest::newRow("no such place") << 3 << "place";
        QTest::newRow("no day") << 4 << "2026-11-28";
        QTest::newRow("says nothing") << 5 << "an address or how one gets in";
        QTest::newRow("about nothing") << 6 << "gone";
        QTest::newRow("huge picture") << 7 << "half a megabyte";
    }
    void refusals()
    {
        QFETCH(int, which);
        QFETCH(QString, says);
        const Recorded house;
        const auto result = [&]() -> Result<Plan> {
            switch (which) {
            case 0: return edits::putRecord(house.plan, Network{{801}, "guests", 20, {}, {}});
            case 1: return edits::putRecord(house.plan, Network{{801}, " Cameras ", 21, {}, {}});
            case 2: return edits::putRecord(house.plan, Network{{801}, "x", 5000, {}, {}});
            case 3: return edits::putRecord(house.plan, Workload{{801}, {999}, {}, "edit-4k"});
            case 4: return edits::putRecord(house.plan, LooseEnd{{801}, LooseEndKind::Open, "x", {}, {}, "2026-02-30"});
            case 5: return edits::putRecord(house.plan, Access{{801}, house.mid});
            case 6:
                return edits::putRecord(house.plan, LooseEnd{{801}, LooseEndKind::Open, "x", {}, Subject{"run", 999}});
            default:
                Photo photo{{801}, "large"};
                photo.jpeg = std::string(700'001, 'A');
                return edits::putRecord(house.plan, photo);
            }
        }();
        QVERIFY(!result);
        QVERIFY2(toQt(result.error().message()).contains(says), result.error().message().c_str());
    }
    void innerPlacesFollow()
    {
        PlanBuilder built;
        built.place("house", 0).place("room", 1).place("rack", 2);
        Plan plan = built.plan();
        auto at = plan.places.begin();
        const PlaceId house = at->id, room = (++at)->id, rack = (++at)->id;
        const auto within = [&](PlaceId inner, PlaceId outer) {
            Place place = *plan.places.find(inner);
            place.within = outer;
            return edits::putPlace(plan, place);
        };
        plan = *within(rack, room);
        QCOMPARE(plan.places.find(rack)->level, 1);
        plan = *within(room, house);
        QCOMPARE(plan.places.find(rack)->level, 0);
        const auto ring = within(house, rack);
        QVERIFY(!ring && toQt(ring.error().message()).contains("stands in itself"));
        Place moved = *plan.places.find(house);
        moved.level = 3;
        moved.building = "annex";
        plan = *edits::putPlace(plan, moved);
        QCOMPARE(plan.places.find(rack)->level, 3);
        QCOMPARE(toQt(plan.places.find(rack)->building), "annex");
        plan = *edits::deletePlace(plan, room);
        QCOMPARE(plan.places.find(rack)->within, house);
    }
    void days_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<bool>("isDay");
        for (const auto& [text, isDay] : {std::pair{"2026-11-28", true},
                                          {"2024-02-29", true},
                                          {"2026-02-29", false},
                                          {"2026-11-31", false},
                                          {"2026-1-1", false},
                                          {"2026/11/28", false},
                                          {"2026-11-28T00", false},
                                          {"", false},
                                          {"0000-00-00", false}})
            QTest::newRow(text) << text << isDay;
    }
    void days()
    {
        QFETCH(QString, text);
        QFETCH(bool, isDay);
        const auto day = dayFromIso(text.toStdString());
        QCOMPARE(day.has_value(), isDay);
        if (day) QCOMPARE(toQt(isoDay(*day)), text);
    }
    void sourcesAsText()
    {
        const auto both = sourceFromText("Measured 2026-11-02");
        QVERIFY(both && both->origin == Origin::Measured);
        QCOMPARE(toQt(plan::text(*both)), "measured 2026-11-02");
        QCOMPARE(toQt(plan::text(*sourceFromText("guessed"))), "guessed");
        for (const char* wrong : {"", "heard", "measured yesterday", "told 2026-11-02 twice"})
            QVERIFY2(!sourceFromText(wrong), wrong);
        Sources sources;
        sources.set("length_m", both);
        sources.set("a", Source{Origin::Guessed, {}});
        QVERIFY(sources.isGuessed("a") && !sources.isGuessed("length_m"));
        QVERIFY(sources.begin()->first == "a");
        sources.set("a", std::nullopt);
        QVERIFY(!sources.of("a"));
    }
};

SOKUDO_TEST(RecordsTest)
#include "records_test.moc"
