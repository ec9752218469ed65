// SPDX-License-Identifier: GPL-3.0-or-later
// The cut-over day, behind the window.
#include "built_house.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

class CutOverPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theDayIsOfWhatIsShown()
    {
        BuiltHouse bench;
        QVERIFY(bench.day.days().empty());
        QCOMPARE(bench.day.set("until", "22:00"), QString("There is no cut-over day yet"));
        bench.document->versions().open(bench.variant("a new switch in the rack"));
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
        bench.document->versions().open({});
        bench.settle();
        QVERIFY(!bench.day.plan());
        QVERIFY(bench.day.takeOver().contains("no lead to move"));
    }
    void practiceRunsInSeconds()
    {
        BuiltHouse bench;
        bench.document->versions().open(bench.variant("a new switch in the rack"));
        bench.settle();
        bench.day.setPractice(true);
        QVERIFY(bench.day.isPractice());
        QTRY_VERIFY(bench.day.now() >= 1);
        QVERIFY(bench.day.now() < 30);
        bench.day.setPractice(false);
        QVERIFY(bench.day.now() < 0 || bench.day.now() > 60);  // the day on the wall is another
    }
};

SOKUDO_TEST(CutOverPresenterTest)
#include "cut_over_presenter_test.moc"
