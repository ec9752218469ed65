// SPDX-License-Identifier: GPL-3.0-or-later
// What is done and what is left, behind the window.
#include "built_house.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

class WorkPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void ticksGoIntoTheHouseAndShorten()
    {
        BuiltHouse bench(true);
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
        BuiltHouse bench(true);
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
        BuiltHouse bench;
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
        BuiltHouse bench;
        bench.clock.set("2027-11-14");
        Q_EMIT bench.document->planChanged();
        QVERIFY(bench.results.results().due >= 3);
        bench.results.choose(bench.run("w2"));
        QVERIFY(bench.results.run()->isDue);
    }
};

SOKUDO_TEST(WorkPresenterTest)
#include "work_presenter_test.moc"
