// SPDX-License-Identifier: GPL-3.0-or-later
// What the results of tests say by themselves: present, absent, not known.
#include "signs_bench.h"

using namespace sokudo;
using namespace sokudo::diagnose;
using namespace sokudo::measure;
using sokudo::testing::interface;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;
using Bench = sokudo::testing::SignsBench;

class SignsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void plateaus_data()
    {
        QTest::addColumn<double>("gbps");
        QTest::addColumn<QString>("flag");
        // 0.93 of 0.094148 Gb/s is 0.08756, of 0.94148 Gb/s 0.87558
        QTest::newRow("100M, below") << 0.0875 << "";
        QTest::newRow("100M") << 0.0941 << "e05";
        QTest::newRow("1G") << 0.941 << "e06";
        QTest::newRow("1G, lower edge") << 0.876 << "e06";
        QTest::newRow("1G, below") << 0.875 << "";
        QTest::newRow("1G, large packets") << 0.99 << "e06";
        QTest::newRow("2.5G") << 2.35 << "e07";
        QTest::newRow("2.5G, large packets") << 2.478 << "e07";
        QTest::newRow("5G") << 4.7 << "e74";
        QTest::newRow("a bus that these hosts do not have") << 6.77 << "";
        QTest::newRow("nothing of the kind") << 5.3 << "";
    }
    void plateaus()
    {
        QFETCH(double, gbps);
        QFETCH(QString, flag);
        Bench bench;
        bench.add(gbps);
        for (const char* id : {"e05", "e06", "e07", "e74", "e75"}) QCOMPARE(bench.flag(id), id == flag ? 1 : 0);
        QCOMPARE(bench.flag("e08"), -1);  // no bus of these hosts is known
    }
    /// Only the buses that these hosts have can hold a result.
    void theCeilingOfAnOwnBus()
    {
        Bench bench;
        bench.built.slot("left", "1", 2, 1).changePort("left 1", [&](plan::Port& port) {
            port.slot = bench.built.slotId("left", "1");
        });
        bench.add(3.17);  // 2.0 x1 carries 3.03 to 3.27
        QCOMPARE(bench.flag("e08"), 1);
        bench.add(6.77);  // and 3.0 x1 would carry this
        QCOMPARE(bench.flag("e08"), 0);
    }
    void aFasterHopInAFasterPath()
    {
        Bench bench;
        for (const char* end : {"left 1", "mid 1", "mid 2", "right 1"})
            bench.built.changePort(end, [](plan::Port& port) { port.cage = "sfp28"; });
        bench.add(9.4);
        QCOMPARE(bench.flag("e75"), 1);
    }
    /// A figure that was measured, not a median over other stream counts, and none from before a change.
    void theNewestOfOneKindAfterTheLastChange()
    {
        Bench bench;
        bench.add(0.941);
        bench.add(6.0, 4);
        bench.add(3.0);
        QCOMPARE(bench.flag("e06"), 0);
        bench.trials.pop_back();
        bench.trials.push_back(bench.trials.front());
        bench.trials.back().at += std::chrono::minutes(20);
        QCOMPARE(bench.flag("e06"), 1);
        QCOMPARE(bench.flag("e09"), 1);  // 6.0 against 0.941
        bench.changeAt(std::chrono::minutes(5));
        QCOMPARE(bench.flag("e09"), -1);  // the four streams ran before the change
        QCOMPARE(bench.flag("e38"), 1);
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
        bench.trials.back().rate.value = gigabits(4.0);
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
        row("typed", "0.117 GB/s", "e46", 0);
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
        bench.trials.back().conditions["typed"] = "0.146 GB/s";
        QCOMPARE(bench.flag("e46"), 0);  // written in bytes already
        bench.trials.back().conditions["typed"] = "1.17 Gb/s";
        QCOMPARE(bench.flag("e46"), 1);
        bench.trials.back().rate = {gigabits(0.94), gigabits(0.94), gigabits(0.94)};
        QCOMPARE(bench.flag("e46"), 0);  // a 1 Gb/s hop explains it
        bench.trials.back().origin = Origin::Measured;
        QCOMPARE(bench.flag("e46"), 0);
        QCOMPARE(bench.flag("e57"), 0);
        bench.add(12.0);
        QCOMPARE(bench.flag("e57"), 1);
    }
};

SOKUDO_TEST(SignsTest)
#include "signs_test.moc"
