// SPDX-License-Identifier: GPL-3.0-or-later
// Records of building: what they may hold, what they refer to, and what a deletion leaves of them.
#include "core/plan/build_records.h"

#include "core/plan/checks.h"
#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::plan;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// A house with one of each record.
struct Recorded {
    PlanBuilder built = testing::twoHosts();
    Plan plan = built.plan();
    RunId run;
    DeviceId left, mid;
    PlaceId place;
    Recorded()
    {
        run = plan.runs.begin()->id;
        left = built.deviceId("left");
        mid = built.deviceId("mid");
        place = plan.devices.find(mid)->place;
        take(edits::putRecord(plan, Network{{701}, "cameras", 20}));
        take(edits::putRecord(plan, Person{{702}, "you", "tue 2h"}));
        take(edits::putRecord(plan, Tick{{703}, "pull:run:1", 1, "Pull", Duration::of(60), "2026-11-20", {702}}));
        take(edits::putRecord(plan, Permit{{704}, "drill", PermitKind::Consent, place}));
        take(edits::putRecord(plan, Instrument{{705}, "tester", "verifier"}));
        CableTest test{{706}, "x", run};
        test.instrument = {705};
        take(edits::putRecord(plan, test));
        take(edits::putRecord(plan, PortProfile{{707}, "trunk", {701}}));
        take(edits::putRecord(plan, SettingChange{{708}, left, "flow control"}));
        take(edits::putRecord(plan, CutOver{{709}, "night", left, mid}));
        take(edits::putRecord(plan, DayMark{{710}, {709}, "move:1"}));
        Port port = *portsOf(plan, mid).front();
        port.profile = {707};
        take(edits::putPort(plan, port));
    }
    void take(Result<Plan> next)
    {
        if (!next) qFatal("%s", next.error().message().c_str());
        QVERIFY(brokenInvariants(*next).empty());
        plan = std::move(*next);
    }
    const Port& port() const { return *portsOf(plan, mid).front(); }
};

template <class T>
QString fieldOf(const T& row)
{
    const auto problem = problemOf(row);
    return problem ? toQt(problem->field) : QString();
}

}  // namespace

class BuildRecordsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aDeletedPersonLeavesTheTicks()
    {
        Recorded house;
        house.take(edits::deleteRecord<Person>(house.plan, {702}));
        QVERIFY(!house.plan.ticks.find({703})->person.isSet());
        QVERIFY(*house.plan.ticks.find({703})->took == Duration::of(60));
    }
    void aDeletedInstrumentLeavesTheResult()
    {
        Recorded house;
        house.take(edits::deleteRecord<Instrument>(house.plan, {705}));
        QVERIFY(!house.plan.cableTests.find({706})->instrument.isSet());
    }
    void aDeletedRunTakesItsResults()
    {
        Recorded house;
        house.take(edits::deleteRun(house.plan, house.run));
        QVERIFY(house.plan.cableTests.empty());
    }
    void aDeletedNetworkLeavesTheProfile()
    {
        Recorded house;
        house.take(edits::deleteRecord<Network>(house.plan, {701}));
        QVERIFY(!house.plan.profiles.find({707})->untagged.isSet());
        QVERIFY(house.port().profile.isSet());
        house.take(edits::deleteRecord<PortProfile>(house.plan, {707}));
        QVERIFY(!house.port().profile.isSet());
    }
    void aDeletedDeviceTakesItsSettingsAndLeavesTheDay()
    {
        Recorded house;
        house.take(edits::deleteDevice(house.plan, house.left));
        QVERIFY(house.plan.settings.empty());
        QVERIFY(!house.plan.cutOvers.find({709})->from.isSet());
        QVERIFY(house.plan.cutOvers.find({709})->to == house.mid);
        QCOMPARE(house.plan.dayMarks.size(), std::size_t{1});
        house.take(edits::deleteRecord<CutOver>(house.plan, {709}));
        QVERIFY(house.plan.dayMarks.empty());
    }
    void whatRefersToNothingIsRefused()
    {
        const Recorded house;
        const auto says = [&](auto row) {
            const auto next = edits::putRecord(house.plan, row);
            return next ? QString("accepted") : toQt(next.error().message());
        };
        CableTest test{{806}, "x", {999}};
        QVERIFY(says(test).contains("names a run that is gone"));
        test.run = house.run;
        test.instrument = {999};
        QVERIFY(says(test).contains("an instrument that is gone"));
        QVERIFY(says(Tick{{803}, "a", 0, "A", {}, {}, {999}}).contains("names a person that is gone"));
        QVERIFY(says(Permit{{804}, "p", PermitKind::Consent, {999}}).contains("a place that is gone"));
        QVERIFY(says(PortProfile{{807}, "x", {999}}).contains("a network that is gone"));
        QVERIFY(says(SettingChange{{808}, {999}, "x"}).contains("a device that is gone"));
        QVERIFY(says(CutOver{{809}, "x", {999}}).contains("a device that is gone"));
        QVERIFY(says(DayMark{{810}, {999}, "x"}).contains("a cut-over that is gone"));
        // A photo may be gone: versions leave photos out.
        test.instrument = {};
        test.photo = {999};
        QCOMPARE(says(test), QString("accepted"));
        // Names of people, instruments, profiles and days are given once.
        QVERIFY(says(Person{{802}, "YOU"}).contains("already"));
        QVERIFY(says(CutOver{{809}, "Night"}).contains("already"));
    }
    void whatTheFieldsHold()
    {
        QCOMPARE(fieldOf(Person{{1}, "you", "tue 2h"}), QString());
        QCOMPARE(fieldOf(Person{{1}, ""}), QString("name"));
        QCOMPARE(fieldOf(Person{{1}, "you", "tue 25h"}), QString("hours"));
        QCOMPARE(fieldOf(Tick{{1}, "a", -1}), QString("step"));
        QCOMPARE(fieldOf(Tick{{1}, "a", 0, {}, Duration::of(-1)}), QString("took_s"));
        QCOMPARE(fieldOf(Tick{{1}, "a", 0, {}, {}, "yesterday"}), QString("on"));
        QCOMPARE(fieldOf(Permit{{1}, "p", PermitKind::Consent}), QString());
        QCOMPARE(fieldOf(Permit{{1}, "p", PermitKind::Licensed}), QString("by"));
        QCOMPARE(fieldOf(Permit{{1}, "p", PermitKind::BetweenBuildings, {}, {}, " "}), QString("by"));
        QCOMPARE(fieldOf(Instrument{{1}, "t", "verifier", "full", "soon"}), QString("calibrated"));
        CableTest test{{1}, "t"};
        QCOMPARE(fieldOf(test), QString());
        test.margin = Decibel::of(101);
        QCOMPARE(fieldOf(test), QString("margin_db"));
        test.margin = Decibel::of(-3);
        test.errors = -1;
        QCOMPARE(fieldOf(test), QString("errors"));
        PortProfile profile{{1}, "p", {2}, {{2}}};
        QCOMPARE(fieldOf(profile), QString("tagged"));
        profile.tagged = {{3}, {3}};
        QCOMPARE(fieldOf(profile), QString("tagged"));
        profile.tagged = {{3}};
        profile.mtu = 100;
        QCOMPARE(fieldOf(profile), QString("mtu_bytes"));
        profile.mtu = 9000;
        profile.priority = 8;
        QCOMPARE(fieldOf(profile), QString("priority"));
        QCOMPARE(fieldOf(CutOver{{1}, "d", {2}, {2}}), QString("to"));
        QCOMPARE(fieldOf(CutOver{{1}, "d", {2}, {3}, "2026-12-05", "6pm"}), QString("begins"));
        QCOMPARE(fieldOf(CutOver{{1}, "d", {2}, {3}, "2026-12-05", "18:00", "22:00", 300}), QString("reserve_percent"));
        QCOMPARE(fieldOf(DayMark{{1}, {2}, "s", Duration::of(60), Duration::of(30)}), QString("ended_s"));
        QCOMPARE(fieldOf(DayMark{{1}, {2}, ""}), QString("step"));
        QCOMPARE(fieldOf(ColumnMap{{1}, "m", ""}), QString("columns"));
    }
    void wordsAndBack()
    {
        for (int i = 0; i < 3; ++i) {
            const auto kind = static_cast<PermitKind>(i);
            QVERIFY(permitKindFromCode(code(kind)) == kind);
        }
        for (int i = 0; i < 6; ++i) {
            const auto stage = static_cast<TestStage>(i);
            QVERIFY(testStageFromCode(code(stage)) == stage);
        }
        for (int i = 0; i < 4; ++i) {
            QVERIFY(testedAsFromCode(code(static_cast<TestedAs>(i))) == static_cast<TestedAs>(i));
            QVERIFY(testOutcomeFromCode(code(static_cast<TestOutcome>(i))) == static_cast<TestOutcome>(i));
        }
        QVERIFY(!permitKindFromCode("maybe") && !testStageFromCode("") && !testOutcomeFromCode("fine"));
    }
};

SOKUDO_TEST(BuildRecordsTest)
#include "build_records_test.moc"
