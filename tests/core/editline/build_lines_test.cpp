// SPDX-License-Identifier: GPL-3.0-or-later
// People, ticks, permissions, instruments, tests, profiles, settings and cut-over days by lines, and what they refuse.
#include "core/editline/record_fields.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::editline;
using namespace sokudo::testing;

namespace {

const char* const kHouse =
    "add place Cellar level -1\nadd place Study level 1\n"
    "switch core in Cellar: 8x sfp28, rj45 management\nswitch next in Cellar: 8x sfp28\nadd computer desk in Study: "
    "rj45 2.5g\n"
    "add run core 1 - open, om4 12m label=q1\nadd network cameras, tag=20\nadd network guests, tag=30\n"
    "add photo of run q1: behind the plate, on=2026-11-20\n"
    "add person ann, hours=\"tue 2h, sat 4h\"\n"
    "add instrument lent tester, grade=certifier battery=\"40 %\" calibration-due=2027-03-01\n"
    "add profile access point, tagged=cameras+guests mtu=9000 priority=5 limit=1g\n"
    "add cut-over core night, from=core to=next on=2026-12-05 begins=18:00 until=22:30 reserve=30\n";

plan::Plan after(const char* line) { return houseOf(line, houseOf(kHouse)); }

QString refusalOf(const std::string& line)
{
    IdSource ids(900);
    const auto made = edited(houseOf(kHouse), line, knowledge(), ids);
    return made ? QString("accepted") : toQt(made.error().message());
}

}  // namespace

class BuildLinesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aTestIsCalledByItsRunAndDay()
    {
        const auto plan = after(
            "add test of q1, on=2026-11-28 outcome=passed limit=CAT6A length=18.4m margin=2.1db "
            "loop=3.2ohm ran=10min instrument=\"lent tester\" photo=\"behind the plate\"");
        const plan::CableTest& test = *plan.cableTests.begin();
        QCOMPARE(toQt(test.name), QString("q1 2026-11-28"));
        QVERIFY(test.run == plan.runs.begin()->id);
        QVERIFY(test.outcome == plan::TestOutcome::Passed);
        QCOMPARE(toQt(test.limit), QString("cat6a"));
        QVERIFY(*test.length == Length::of(18.4));
        QVERIFY(*test.margin == Decibel::of(2.1));
        QVERIFY(*test.loop == Ohm::of(3.2));
        QVERIFY(*test.ran == Duration::of(600));
        QVERIFY(test.instrument == plan.instruments.begin()->id);
        QVERIFY(test.photo == plan.photos.begin()->id);
    }
    void ticksKeepTheirMinutes()
    {
        const auto plan = after("add tick pull:run:12, step=2 took=25min person=ann on=2026-11-28 planned=40min");
        const plan::Tick& tick = *plan.ticks.begin();
        QCOMPARE(toQt(tick.job), QString("pull:run:12"));
        QCOMPARE(tick.step, 2);
        QVERIFY(*tick.took == Duration::of(1500));
        QVERIFY(*tick.planned == Duration::of(2400));
        QVERIFY(tick.person == plan.people.begin()->id);
        const auto fields = recordFields(plan, {"tick", tick.id.value}, knowledge());
        const auto took = std::find_if(fields.begin(), fields.end(), [](const auto& one) { return one.key == "took"; });
        QCOMPARE(toQt(took->value), QString("25min"));
    }
    void profilesGoToPorts()
    {
        const auto plan = after("set core 3 profile=\"access point\"");
        const plan::PortProfile& profile = *plan.profiles.begin();
        QCOMPARE(profile.tagged.size(), std::size_t{2});
        QCOMPARE(profile.mtu.value_or(0), 9000);
        QVERIFY(*profile.limit == gigabits(1));
        int with = 0;
        for (const plan::Port& port : plan.ports) with += port.profile == profile.id;
        QCOMPARE(with, 1);
        // A deleted profile leaves the port; a deleted network leaves the profile.
        const auto bare = houseOf("delete profile access point", plan);
        for (const plan::Port& port : bare.ports) QVERIFY(!port.profile.isSet());
        QCOMPARE(houseOf("delete network guests", plan).profiles.begin()->tagged.size(), std::size_t{1});
    }
    void settingsAndDays()
    {
        const auto plan = after("add setting flow control of port 3 on core, factory=on now=off why=\"pauses all\"");
        QCOMPARE(toQt(plan.settings.begin()->name), QString("flow control of port 3"));
        QCOMPARE(toQt(plan.settings.begin()->now), QString("off"));
        const auto marked = after("add mark move:12, day=\"core night\" begun=5min ended=9min value=\"9.4 Gb/s\"");
        QVERIFY(*marked.dayMarks.begin()->ended == Duration::of(540));
        QVERIFY(houseOf("delete cut-over core night", marked).dayMarks.empty());
        QCOMPARE(
            toQt(
                after("add columns export, columns=\"run=Cable ID; length=Length in ft\"").columnMaps.begin()->columns),
            QString("run=Cable ID; length=Length in ft"));
        QCOMPARE(toQt(after("set cut-over core night until=23:00").cutOvers.begin()->until), QString("23:00"));
    }
    void aDeletedRunTakesItsTests()
    {
        const auto plan = after("add test of q1, outcome=failed");
        QCOMPARE(plan.cableTests.size(), std::size_t{1});
        QVERIFY(houseOf("delete run q1", plan).cableTests.empty());
    }
    void whatIsRefused_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        QTest::newRow("negative hours") << "add person bob, hours=\"mon -2h\""
                                        << "0 to 24 hours";
        QTest::newRow("no licensed trade") << "add permit new outlet, kind=licensed in=Study"
                                           << "name the licensed trade";
        QTest::newRow("a test of nothing") << "add test, outcome=passed"
                                           << "say of which run";
        QTest::newRow("no such outcome") << "add test of q1, outcome=fine"
                                         << "no such kind";
        QTest::newRow("a network twice") << "add profile x, untagged=cameras tagged=cameras"
                                         << "names? a network twice";
        QTest::newRow("itself") << "add cut-over x, from=core to=core"
                                << "the old switch";
        QTest::newRow("no time of day") << "set cut-over core night begins=6pm"
                                        << "no time of the day";
        QTest::newRow("ends first") << "add mark a, day=\"core night\" begun=9min ended=5min"
                                    << "before it was begun";
        QTest::newRow("no such profile") << "set core 3 profile=phones"
                                         << "no profile is called so";
        QTest::newRow("priority") << "add profile x, priority=9"
                                  << "lies outside 0 to 7";
        QTest::newRow("a tick of nothing") << "add tick, step=2"
                                           << "missing";
        QTest::newRow("no such person") << "add tick pull:run:12, person=zoe"
                                        << "no person of that name";
    }
    void whatIsRefused()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        const QString said = refusalOf(line.toStdString());
        QVERIFY2(QRegularExpression(says).match(said).hasMatch(), qPrintable(said));
    }
};

SOKUDO_TEST(BuildLinesTest)
#include "build_lines_test.moc"
