// SPDX-License-Identifier: GPL-3.0-or-later
// Work, the test results, bring-up and the cut-over day, behind the window.
#include <QFile>

#include "app/presenters/bring_up_presenter.h"
#include "app/presenters/cut_over_presenter.h"
#include "app/presenters/test_results_presenter.h"
#include "app/presenters/work_presenter.h"
#include "core/plan/edits.h"
#include "desk.h"
#include "standing_clock.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

/// A card that answers at once.
class StandInCard final : public measure::CableProbe {
public:
    explicit StandInCard(const char* says) : m_says(says) {}
    Result<measure::CardCableTest> test(const std::string& interface, const std::atomic<bool>&) override
    {
        return measure::cardCableTestOf(interface, m_says);
    }

private:
    std::string m_says;
};

struct Bench : Desk {
    StandingClock clock{"2026-11-28"};
    BuyPresenter buy{*document};
    WorkPresenter work{*document, buy};
    TestResultsPresenter results{*document, traffic,
                                 [] { return std::make_unique<StandInCard>("A good, B open 12.4m"); }};
    BringUpPresenter up{*document, buy, shippedHosts(), {}};
    CutOverPresenter day{*document};
    /// @param isActive  variants are compared as well, which takes its time
    explicit Bench(bool isActive = false)
    {
        buy.setActive(isActive);
        settle();
    }
    void settle() const
    {
        QVERIFY(QTest::qWaitFor([&] { return !buy.isWorking() && !day.isWorking(); }, 60000));
    }
    store::VersionId variant(const char* name) const
    {
        for (const store::Version& one : buy.variants())
            if (one.name == name) return one.id;
        return {};
    }
    plan::RunId run(const char* label) const
    {
        for (const plan::Run& one : document->plan().runs)
            if (one.label == label) return one.id;
        return {};
    }
};

}  // namespace

class BuildingPresentersTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void ticksGoIntoTheHouseAndShorten()
    {
        Bench bench(true);
        bench.work.choose(bench.variant("ten gigabit upstairs"));
        bench.settle();
        QSignalSpy changed(&bench.work, &WorkPresenter::changed);
        const double left = bench.work.progress().left;
        QCOMPARE(bench.work.tick(0, 0, "1h"), QString());
        QVERIFY(changed.count() > 0);
        QVERIFY(bench.work.progress().jobs[0].isDone);
        QVERIFY(bench.work.progress().left < left);
        // A whole job that is ticked is taken back at any of its steps.
        QCOMPARE(bench.work.untick(0, 2), QString());
        QVERIFY(!bench.work.progress().jobs[0].isDone);
        QVERIFY(bench.work.untick(0, 2).contains("is not ticked"));
        QCOMPARE(bench.work.tick(999, 1, {}), QString("There is no such job"));
        QCOMPARE(bench.work.untick(999, 1), QString("There is no such job"));
        QVERIFY(bench.work.tick(0, 1, "-5").contains("25min or 2h"));
        QVERIFY(bench.work.tick(0, 99, {}).contains("has steps 1 to"));
        QVERIFY(!bench.work.settle(0, 0, "x").isEmpty());
    }
    void theScheduleSkipsWhatIsDone()
    {
        Bench bench(true);
        bench.work.choose(bench.variant("ten gigabit upstairs"));
        bench.settle();
        const auto before = bench.work.schedule();
        QVERIFY(before);
        double minutes = 0;
        for (const auto& planned : before->tasks)
            for (const auto& sitting : planned.sittings) minutes += sitting.to - sitting.from;
        QCOMPARE(bench.work.tick(0, 0, {}), QString());
        double after = 0;
        const auto next = bench.work.schedule();
        for (const auto& planned : next->tasks)
            for (const auto& sitting : planned.sittings) after += sitting.to - sitting.from;
        QVERIFY(after < minutes);
        QCOMPARE(bench.work.setPeople(""), QString());
        QVERIFY(!bench.work.schedule());
        QVERIFY(toQt(bench.work.schedule().error().message()).contains("say who has time when"));
    }

    void theBookFollowsTheHouse()
    {
        Bench bench;
        QCOMPARE(bench.results.results().bad, 1);
        QCOMPARE(toQt(bench.results.run()->name), QString("b1"));
        QCOMPARE(bench.results.siblings().size(), std::size_t{4});
        QCOMPARE(bench.results.add({{"outcome", "passed"}}), QString());
        // The newest of the day counts.
        QCOMPARE(bench.results.results().bad, 0);
        QVERIFY(bench.results.siblings().empty());
        bench.document->undo();
        QCOMPARE(bench.results.results().bad, 1);
        QVERIFY(bench.results.add({{"outcome", "fine"}}).contains("no such kind"));
        QVERIFY(bench.results.add({{"map", "1-1 1-2"}}).contains("pin 1"));
        bench.results.choose({});
        QVERIFY(!bench.results.run());
        QCOMPARE(bench.results.add({{"outcome", "passed"}}), QString("Choose a cable at the left first"));
    }
    void aYearOnItIsDue()
    {
        Bench bench;
        bench.clock.set("2027-11-14");
        Q_EMIT bench.document->planChanged();
        QVERIFY(bench.results.results().due >= 3);
        bench.results.choose(bench.run("w2"));
        QVERIFY(bench.results.run()->isDue);
    }
    void batchesAreJudged()
    {
        Bench bench;
        const auto batches = bench.results.batches(cabletest::BatchBy::Installer);
        const auto old = std::find_if(batches.begin(), batches.end(),
                                      [](const auto& one) { return one.name == "the previous owner"; });
        QVERIFY(old != batches.end());
        QVERIFY(bench.results.batchSays(*old).contains("of the 3 untested are bad on average"));
    }
    void instrumentsAreOffered()
    {
        Bench bench;
        const auto all = bench.results.instruments();
        QCOMPARE(all.front().second, QString("instrument:tester from the tool library"));
        QVERIFY(std::any_of(all.begin(), all.end(), [](const auto& one) { return one.second == "grade:certifier"; }));
        bench.results.choose(bench.run("w2"));
        QCOMPARE(bench.results.add({{"outcome", "passed"}, {"instrument", "tester from the tool library"}}), QString());
    }
    void aReadingHasAPlaceOnTheRun()
    {
        Bench bench;
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
        Bench bench;
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
        Bench bench;
        bench.traffic.waits = true;
        bench.results.choose(bench.run("w1"));
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.results.startLive({"10.20.0.3", "key", 7411, gigabits(10), 1e-13, Duration::of(3600)});
        QVERIFY(bench.results.isLive());
        bench.results.startLive({"10.20.0.4", "key", 7411, gigabits(10)});  // one at a time
        QVERIFY(QTest::qWaitFor([&] { return bench.results.liveSays().contains("of the bits"); }, 5000));
        bench.results.stopLive();
        QVERIFY(QTest::qWaitFor([&] { return !bench.results.isLive(); }, 10000));
        QCOMPARE(toQt(bench.traffic.last.host), QString("10.20.0.3"));
        QCOMPARE(bench.document->plan().cableTests.size(), before);
        QVERIFY2(bench.results.liveSays().contains("stopped"), qPrintable(bench.results.liveSays()));
    }
    void anAgentThatIsNotThere()
    {
        Bench bench;
        bench.traffic.problem = "nobody answers";
        bench.results.choose(bench.run("w1"));
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.results.startLive({"10.20.0.3", "key", 7411, gigabits(10)});
        QVERIFY(QTest::qWaitFor([&] { return !bench.results.isLive(); }, 10000));
        QVERIFY(bench.results.liveSays().contains("nobody answers"));
        QCOMPARE(bench.document->plan().cableTests.size(), before);
    }
    void theCardTellsItsPairs()
    {
        Bench bench;
        bench.results.testCard("enp5s0");
        QVERIFY(bench.results.isTestingCard());
        QVERIFY(QTest::qWaitFor([&] { return !bench.results.isTestingCard(); }, 5000));
        QVERIFY2(spaced(bench.results.cardSays()).contains("pair B open at 12.4 m"),
                 qPrintable(bench.results.cardSays()));
    }

    void theOrderFollowsTheVariant()
    {
        Bench bench(true);
        bench.buy.choose(bench.variant("a new switch in the rack"));
        bench.settle();
        QCOMPARE(bench.up.order().size(), std::size_t{1});
        QCOMPARE(bench.up.of(), QString("a new switch in the rack"));
        QCOMPARE(toQt(bench.up.device()->name), QString("spread-next"));
        // It is of a variant that is not open: its clock alone is wanted.
        bench.up.setClock([] { return qint64{0}; });
        QVERIFY(bench.up.works(bench.up.chosen()).contains("Start its clock"));
        bench.up.start(bench.up.chosen());
        QCOMPARE(bench.up.works(bench.up.chosen()), QString());
        QVERIFY(!bench.up.elapsed(bench.up.chosen()));
        bench.up.setRestart(true);
        QVERIFY(bench.up.order().size() > 10);
        QVERIFY(bench.up.isRestart());
    }
    void aMachineIsRead()
    {
        Bench bench;
        bench.up.setRestart(true);
        bench.up.choose(bench.device("platen"));
        bench.up.readMachine();
        QVERIFY(QTest::qWaitFor([&] { return !bench.up.isReading(); }, 10000));
        QVERIFY(!bench.up.readSays().isEmpty());
        bench.up.choose(bench.device("gate"));
        bench.up.readMachine();
        QVERIFY(bench.up.readSays().contains("is not this machine"));
        bench.up.readAgent("10.20.0.9", "key");
        QVERIFY(bench.up.readSays().contains("no agent can be asked here"));
        bench.up.readSwitch("10.20.0.2", "public");
        QVERIFY(bench.up.readSays().contains("no switch can be asked here"));
        QVERIFY(bench.up.isChosenSwitch());
        QCOMPARE(bench.up.addressOfChosen(), QString("10.20.0.1"));
    }
    void countersHaveABaseline()
    {
        Bench bench;
        const plan::Port* port = plan::portsOf(bench.document->plan(), bench.device("core")).front();
        QVERIFY(!bench.up.countsSince(port->id));
        QVERIFY(bench.up.count(port->id, "crc").contains("write what the port counted"));
        QCOMPARE(bench.up.count(port->id, "frames=1m crc=0"), QString());
        QVERIFY(!bench.up.countsSince(port->id));  // the baseline alone
        QCOMPARE(bench.up.count(port->id, "frames=9m crc=4"), QString());
        QVERIFY(bench.up.countsSince(port->id)->verdict == Verdict::Marginal);
        QCOMPARE(bench.up.countsOf(port->id), QString("crc=4 frames=9000000"));
        // Another presenter reads them out of the logbook.
        BringUpPresenter again(*bench.document, bench.buy, {}, {});
        QVERIFY(again.countsSince(port->id)->verdict == Verdict::Marginal);
    }
    void whatIsSetOtherwise()
    {
        Bench bench;
        QCOMPARE(bench.up.changedSettings().size(), std::size_t{2});
        QVERIFY(!bench.up.findings().empty());
        QVERIFY(bench.up.addresses());
        QVERIFY(!bench.up.path({}, bench.device("vault")));
    }

    /// A change of one object is found in its history; one of several is of none.
    void theLogbookSpeaksOfObjects()
    {
        Bench bench;
        plan::Run run = *bench.document->plan().runs.find(bench.run("w1"));
        run.note = "re-terminated";
        QVERIFY(bench.document->edit("Note of w1", plan::edits::putRun(bench.document->plan(), run)));
        const auto about = [&](const char* text) -> std::optional<plan::Subject> {
            for (const logbook::Entry& one : bench.document->entries())
                if (one.text.find(text) != std::string::npos) return one.about;
            return std::nullopt;
        };
        QVERIFY(about("Note of w1") == plan::Subject({"run", run.id.value}));
        bench.results.choose(run.id);
        const auto history = bench.results.history();
        QVERIFY(std::any_of(history.begin(), history.end(), [](const jobs::Happened& one) {
            return one.kind == "log" && one.what.text() == "Note of w1";
        }));
        plan::Plan both = bench.document->plan();
        for (const char* label : {"w1", "w2"}) {
            plan::Run changed = *both.runs.find(bench.run(label));
            changed.note = "both";
            both = *plan::edits::putRun(both, changed);
        }
        QVERIFY(bench.document->edit("Note of two", Result<plan::Plan>(both)));
        QVERIFY(!about("Note of two"));
        // What is said of one object stands with it through a file that is opened again.
        QVERIFY(bench.document->writeNoteAbout("seen", {"run", run.id.value}));
        QVERIFY(!bench.document->writeNoteAbout("  ", {"run", run.id.value}));
        QVERIFY(about("seen") == plan::Subject({"run", run.id.value}));
    }

    void theDayIsOfWhatIsShown()
    {
        Bench bench;
        QVERIFY(bench.day.days().empty());
        QCOMPARE(bench.day.set("until", "22:00"), QString("There is no cut-over day yet"));
        bench.document->open(bench.variant("a new switch in the rack"));
        bench.settle();
        QVERIFY(bench.day.plan());
        QCOMPARE(bench.day.days().size(), std::size_t{1});
        QCOMPARE(toQt(bench.day.nameOf(bench.day.day()->from)), QString("spread"));
        // A mark does not work the plan out anew.
        bench.day.setClock([](const plan::CutOver&) { return 5.0; });
        bench.day.go(6);
        QCOMPARE(bench.day.begin(), QString());
        QVERIFY(!bench.day.isWorking());
        QVERIFY(bench.day.state().current.value_or(0) == 6);
        bench.document->open({});
        bench.settle();
        QVERIFY(!bench.day.plan());
        QVERIFY(bench.day.takeOver().contains("no lead to move"));
    }
    void practiceRunsInSeconds()
    {
        Bench bench;
        bench.document->open(bench.variant("a new switch in the rack"));
        bench.settle();
        bench.day.setPractice(true);
        QVERIFY(bench.day.isPractice());
        QTest::qWait(1100);
        QVERIFY(bench.day.now() >= 1 && bench.day.now() < 30);
        bench.day.setPractice(false);
        QVERIFY(bench.day.now() < 0 || bench.day.now() > 60);  // the day on the wall is another
    }
};

SOKUDO_TEST(BuildingPresentersTest)
#include "building_presenters_test.moc"
