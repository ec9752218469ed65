// SPDX-License-Identifier: GPL-3.0-or-later
// Results of cable tests, behind the window.
#include <QFile>

#include "built_house.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

class TestResultsPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void batchesAreJudged()
    {
        BuiltHouse bench;
        const auto batches = bench.results.batches(cabletest::BatchBy::Installer);
        const auto old = std::find_if(batches.begin(), batches.end(),
                                      [](const auto& one) { return one.name == "the previous owner"; });
        QVERIFY(old != batches.end());
        QVERIFY(bench.results.batchSays(*old).contains("of the 3 untested are bad on average"));
    }
    void instrumentsAreOffered()
    {
        BuiltHouse bench;
        const auto all = bench.results.instruments();
        QCOMPARE(all.front().second, QString("instrument:tester from the tool library"));
        QVERIFY(std::any_of(all.begin(), all.end(), [](const auto& one) { return one.second == "grade:certifier"; }));
        bench.results.choose(bench.run("w2"));
        QCOMPARE(bench.results.add({{"outcome", "passed"}, {"instrument", "tester from the tool library"}}), QString());
    }
    void aReadingHasAPlaceOnTheRun()
    {
        BuiltHouse bench;
        bench.results.choose(bench.run("w1"));
        QVERIFY(bench.results.faultSays("14m", {}).contains("45 % of the way"));
        QVERIFY(bench.results.faultSays("14m", {}).contains("the near end is nearer"));
        QVERIFY(bench.results.faultSays("25m", {}).contains("the far end is nearer"));
        QVERIFY(bench.results.faultSays("14m", "17m").contains("one place"));
        QCOMPARE(bench.results.faultSays("far", {}), QString("Write the distance as 14m or 46ft"));
        bench.results.choose(bench.run("b2"));
        QVERIFY(bench.results.faultSays("14m", {}).contains("never measured"));
    }
    void filesThatCannotBeRead()
    {
        BuiltHouse bench;
        TestResultsPresenter::File file;
        QVERIFY(bench.results.openFile("/no/such/file.csv", file).contains("cannot be read"));
        const QString path = bench.folder.filePath("odd.csv");
        QFile odd(path);
        QVERIFY(odd.open(QIODevice::WriteOnly));
        odd.write("Label,\"Result\nw1,PASS\n");
        odd.close();
        QVERIFY(!bench.results.openFile(path, file).isEmpty());
        QFile good(path);
        QVERIFY(good.open(QIODevice::WriteOnly));
        good.write("Label,Verdict\nw1,PASS\n");
        good.close();
        QCOMPARE(bench.results.openFile(path, file), QString());
        QCOMPARE(toQt(cabletest::textOf(file.columns)), QString("run=label"));
        QString says;
        QCOMPARE(bench.results.importFile(file, "run=Label; outcome=Verdict", {}, says), QString());
        QVERIFY(says.startsWith("1 results of 1 runs"));
        bench.results.choose(bench.run("w1"));
        QCOMPARE(bench.results.run()->tests.size(), std::size_t{3});
    }
    void aLiveRunIsStoppedAndKept()
    {
        BuiltHouse bench;
        bench.traffic.isHeld = true;
        bench.results.choose(bench.run("w1"));
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.results.linkRun().start({"10.20.0.3", "key", 7411, gigabits(10), 1e-13, Duration::of(3600)});
        QVERIFY(bench.results.linkRun().isRunning());
        bench.results.linkRun().start({"10.20.0.4", "key", 7411, gigabits(10)});  // one at a time
        QVERIFY(QTest::qWaitFor([&] { return bench.results.linkRun().says().contains("of the bits"); }, 5000));
        bench.results.linkRun().stop();
        QVERIFY(QTest::qWaitFor([&] { return !bench.results.linkRun().isRunning(); }, 10000));
        QCOMPARE(toQt(bench.traffic.last.host), QString("10.20.0.3"));
        QCOMPARE(bench.document->plan().cableTests.size(), before);
        QVERIFY2(bench.results.linkRun().says().contains("stopped"), qPrintable(bench.results.linkRun().says()));
    }
    void anAgentThatIsNotThere()
    {
        BuiltHouse bench;
        bench.traffic.problem = "nobody answers";
        bench.results.choose(bench.run("w1"));
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.results.linkRun().start({"10.20.0.3", "key", 7411, gigabits(10)});
        QVERIFY(QTest::qWaitFor([&] { return !bench.results.linkRun().isRunning(); }, 10000));
        QVERIFY(bench.results.linkRun().says().contains("nobody answers"));
        QCOMPARE(bench.document->plan().cableTests.size(), before);
    }
    void theCardTellsItsPairs()
    {
        BuiltHouse bench;
        bench.results.linkRun().testCard("enp5s0");
        QVERIFY(bench.results.linkRun().isTestingCard());
        QVERIFY(QTest::qWaitFor([&] { return !bench.results.linkRun().isTestingCard(); }, 5000));
        QVERIFY2(spaced(bench.results.linkRun().cardSays()).contains("pair B open at 12.4 m"),
                 qPrintable(bench.results.linkRun().cardSays()));
    }
};

SOKUDO_TEST(TestResultsPresenterTest)
#include "test_results_presenter_test.moc"
