// SPDX-License-Identifier: GPL-3.0-or-later
// What the program reads by itself: present, absent, not known.
#include "core/diagnose/inquiry.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::diagnose;
using namespace sokudo::measure;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

struct Bench {
    PlanBuilder built = testing::twoHosts();
    std::vector<Trial> trials;
    std::map<plan::DeviceId, HostSnapshot> hosts;
    Evidence told;

    Trial& add(double gbps, int streams = 1, Direction direction = Direction::Forward,
               TrialKind kind = TrialKind::Memory)
    {
        Trial trial;
        trial.id = {static_cast<std::int64_t>(trials.size() + 1)};
        trial.at = *timeFromIso("2026-11-25T20:00:00Z") + std::chrono::minutes(static_cast<int>(trials.size()));
        trial.from = built.deviceId("left");
        trial.to = built.deviceId("right");
        trial.rate = {gigabits(gbps), gigabits(gbps), gigabits(gbps)};
        trial.streams = streams;
        trial.direction = direction;
        trial.kind = kind;
        trial.origin = Origin::Measured;
        trial.duration = Duration::of(10);
        trials.push_back(trial);
        return trials.back();
    }
    Inquiry ask() const
    {
        return inquire(built.plan(), knowledge(), analyse(built.plan(), knowledge()), trials.back(), trials, hosts,
                       told);
    }
    /// 1 present, 0 absent, -1 not known.
    int flag(const char* id) const
    {
        const auto evidence = ask().diagnosis.evidence;
        const auto at = evidence.find(id);
        return at == evidence.end() ? -1 : at->second.present ? 1 : 0;
    }
};

InterfaceReading interface(double gbps)
{
    InterfaceReading result;
    result.name = "eth0";
    result.carrier = Reading<bool>::of(true);
    result.speed = Reading<BitRate>::of(gigabits(gbps));
    result.duplex = "full";
    return result;
}

}  // namespace

class SignsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void plateaus_data()
    {
        QTest::addColumn<double>("gbps");
        QTest::addColumn<QString>("flag");
        QTest::newRow("100M, below") << 0.0849 << "";
        QTest::newRow("100M") << 0.0941 << "e05";
        QTest::newRow("1G") << 0.941 << "e06";
        QTest::newRow("1G, lower edge") << 0.88 << "e06";
        QTest::newRow("1G, below") << 0.879 << "";
        QTest::newRow("2.5G") << 2.35 << "e07";
        QTest::newRow("3.0 x1") << 6.77 << "e08";
        QTest::newRow("2.0 x1") << 3.17 << "e08";
        QTest::newRow("nothing of the kind") << 5.3 << "";
    }
    void plateaus()
    {
        QFETCH(double, gbps);
        QFETCH(QString, flag);
        Bench bench;
        bench.add(gbps);
        for (const char* id : {"e05", "e06", "e07", "e08"}) QCOMPARE(bench.flag(id), id == flag ? 1 : 0);
    }
    void aPlateauOnASlowPathIsNone()
    {
        Bench bench;
        for (const char* end : {"left 1", "mid 1", "mid 2", "right 1"})
            bench.built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(1)}; });
        bench.add(0.941);
        QCOMPARE(bench.flag("e06"), 0);
    }
    void severalStreams()
    {
        Bench bench;
        bench.add(3.0);
        QCOMPARE(bench.flag("e09"), -1);
        bench.add(4.4, 4);
        QCOMPARE(bench.flag("e09"), 0);
        bench.add(4.6, 8);
        QCOMPARE(bench.flag("e09"), 1);
    }
    void oneStreamThatIsFastEnoughNeedsNoMore()
    {
        Bench bench;
        bench.add(9.0);
        bench.add(14.0, 4);
        QCOMPARE(bench.flag("e09"), 0);
    }
    void directions()
    {
        Bench bench;
        bench.add(5.0);
        QCOMPARE(bench.flag("e10"), -1);
        bench.add(4.1, 1, Direction::Reverse);
        QCOMPARE(bench.flag("e10"), 0);
        bench.trials.back().rate.value = gigabits(3.9);
        QCOMPARE(bench.flag("e10"), 1);
    }
    void filesOnly()
    {
        Bench bench;
        bench.add(1.0);
        QCOMPARE(bench.flag("e12"), 0);
        bench.trials.clear();
        bench.add(2.0, 1, Direction::Forward, TrialKind::FileCopy);
        QCOMPARE(bench.flag("e12"), -1);
        bench.trials.clear();
        bench.add(9.38);
        bench.add(2.0, 1, Direction::Forward, TrialKind::FileCopy);
        QCOMPARE(bench.flag("e12"), 1);
        QVERIFY(bench.ask().diagnosis.context.contains("file"));
    }
    void secondsOfTheTest()
    {
        Bench bench;
        Trial& trial = bench.add(5.0);
        QCOMPARE(bench.flag("e14"), -1);
        trial.samples = {gigabits(5), gigabits(5), gigabits(5.1), gigabits(4.9), gigabits(5), gigabits(5)};
        QCOMPARE(bench.flag("e14"), 0);
        QCOMPARE(bench.flag("e13"), 0);
        bench.trials.back().samples = {gigabits(8), gigabits(8), gigabits(8), gigabits(3), gigabits(3), gigabits(3)};
        QCOMPARE(bench.flag("e13"), 1);
        QCOMPARE(bench.flag("e14"), 1);
    }
    void conditionsOfTheTest_data()
    {
        QTest::addColumn<QString>("key");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("flag");
        QTest::addColumn<int>("present");
        const auto row = [](const char* key, const char* value, const char* flag, int present) {
            QTest::addRow("%s %s", key, value) << key << value << flag << present;
        };
        row("sent_again_percent", "0.1", "e19", 0);
        row("sent_again_percent", "0.11", "e19", 1);
        row("rx_check_errors", "0", "e20", 0);
        row("rx_check_errors", "3", "e20", 1);
        row("rx_drops", "1", "e21", 1);
        row("least_round_trip_ms", "2", "e33", 0);
        row("least_round_trip_ms", "3.6", "e33", 1);
        row("window_limited_percent", "19.9", "e37", 0);
        row("window_limited_percent", "20", "e37", 1);
        row("window_limited_percent", "much", "e37", -1);
    }
    void conditionsOfTheTest()
    {
        QFETCH(QString, key);
        QFETCH(QString, value);
        QFETCH(QString, flag);
        QFETCH(int, present);
        Bench bench;
        bench.add(5.0).conditions[key.toStdString()] = value.toStdString();
        QCOMPARE(bench.flag(flag.toUtf8().constData()), present);
    }
    void processors()
    {
        Bench bench;
        bench.add(5.0).conditions = {{"busiest_core_percent", "97"}, {"mean_core_percent", "20"}};
        QCOMPARE(bench.flag("e15"), 1);
        QCOMPARE(bench.flag("e16"), 0);
        bench.trials.back().conditions["mean_core_percent"] = "90";
        QCOMPARE(bench.flag("e15"), 0);
        QCOMPARE(bench.flag("e16"), 1);
    }
    void unitsAndCeilings()
    {
        Bench bench;
        bench.add(1.17).origin = Origin::Typed;
        QCOMPARE(bench.flag("e46"), 1);
        bench.trials.back().origin = Origin::Measured;
        QCOMPARE(bench.flag("e46"), 0);
        QCOMPARE(bench.flag("e57"), 0);
        bench.add(12.0);
        QCOMPARE(bench.flag("e57"), 1);
    }
    void thePlanTells()
    {
        Bench bench;
        bench.add(5.0);
        QCOMPARE(bench.flag("e58"), 0);
        QCOMPARE(bench.flag("e60"), 0);
        QCOMPARE(bench.flag("e62"), -1);
        QCOMPARE(bench.flag("e59"), -1);
        bench.built.changePort("mid 1", [](plan::Port& port) { port.forced = gigabits(10); });
        bench.built.changeRun("a", [](plan::Run& run) { run.length = Length::of(8); });
        bench.built.slot("left", "1", 3, 1).changePort("left 1", [&](plan::Port& port) {
            port.slot = bench.built.slotId("left", "1");
        });
        QCOMPARE(bench.flag("e58"), 1);
        QCOMPARE(bench.flag("e60"), 1);
        QCOMPARE(bench.flag("e62"), 1);
    }
    void theHostsTell()
    {
        Bench bench;
        bench.add(5.0);
        QCOMPARE(bench.flag("e02"), -1);
        HostSnapshot host;
        host.name = "left";
        host.governor = Reading<std::string>::of("performance");
        host.interfaces = {interface(10)};
        host.interfaces[0].bus = Reading<BusState>::of({3, 8, 3, 8, 3, 8, 0, {}});
        bench.hosts[bench.built.deviceId("left")] = host;
        for (const char* id : {"e01", "e02", "e03", "e17", "e42", "e54"}) QCOMPARE(bench.flag(id), 0);
        host.interfaces[0].speed = Reading<BitRate>::of(gigabits(1));
        host.interfaces[0].duplex = "half";
        host.interfaces[0].bus = Reading<BusState>::of({2, 1, 3, 8, 3, 8, 0, {}});
        host.interfaces[0].bondMaster = "bond0";
        host.governor = Reading<std::string>::of("powersave");
        bench.hosts[bench.built.deviceId("left")] = host;
        for (const char* id : {"e02", "e03", "e17", "e42", "e54"}) QCOMPARE(bench.flag(id), 1);
    }
    void theModulesTell()
    {
        Bench bench;
        bench.add(5.0);
        HostSnapshot host;
        host.interfaces = {interface(10)};
        ModuleReading module;
        module.codes = {{"sff-8472", "3.4"}};
        module.rxPower = {PowerDbm::of(-9.9)};
        host.interfaces[0].module = Reading<ModuleReading>::of(module);
        bench.hosts[bench.built.deviceId("right")] = host;
        QCOMPARE(bench.flag("e24"), 0);
        module.rxPower = {PowerDbm::of(-9.901)};
        host.interfaces[0].module = Reading<ModuleReading>::of(module);
        bench.hosts[bench.built.deviceId("right")] = host;
        QCOMPARE(bench.flag("e24"), 1);
        module.rxPower = {PowerDbm::of(-0.5)};
        host.interfaces[0].module = Reading<ModuleReading>::of(module);
        bench.hosts[bench.built.deviceId("right")] = host;
        QCOMPARE(bench.flag("e25"), 1);
    }
    void oldResultsSayNothing()
    {
        Bench bench;
        bench.add(9.3).at -= std::chrono::hours(48);
        bench.add(0.941);
        QCOMPARE(bench.flag("e06"), 1);
    }
    void theOwnersAnswerWins()
    {
        Bench bench;
        bench.add(5.0);
        bench.told["e58"] = {true, Witness::Told, {}};
        QCOMPARE(bench.flag("e58"), 1);
        const auto causes = bench.ask().diagnosis.causes;
        QVERIFY(causes.size() >= 10);
        for (const auto& likely : causes)
            for (const auto& reason : likely.reasons) QVERIFY(!reason.text.empty());
    }
    void aHiddenHopIsFoundInTheDemoHouse()
    {
        Bench bench;
        bench.add(0.941);
        bench.add(0.94, 1, Direction::Reverse);
        const auto diagnosis = bench.ask().diagnosis;
        QCOMPARE(toQt(diagnosis.causes.front().belief.cause->id), "C06");
        QVERIFY(!diagnosis.next.empty());
    }
    void cautionsStandAtTheStep()
    {
        QVERIFY(toQt(cautionFor("T12")).contains("unplug"));
        QVERIFY(toQt(cautionFor("T43")).contains("Never look into a fibre"));
        QVERIFY(cautionFor("T03").empty());
    }
};

SOKUDO_TEST(SignsTest)
#include "signs_test.moc"
