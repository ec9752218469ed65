// SPDX-License-Identifier: GPL-3.0-or-later
// The day of a cut-over in the window: its plan, its clock, what is judged and left over.
#include "cut_over_bench.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

class CutOverPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void thePlanOfTheDay()
    {
        CutOverBench bench;
        QVERIFY(bench.says("14 leads to move"));
        QVERIFY(bench.says("18:00") && bench.says("until 22:30"));
        QVERIFY(bench.says("last moment to roll back 20:04"));
        QVERIFY(bench.says("Before anything is unplugged"));
        QVERIFY(bench.says("attic-ap: "));
        QVERIFY(bench.says("Restarting interrupts everyone"));
    }
    void theClockRunsThroughTheEvening()
    {
        CutOverBench bench;
        bench.day().go(bench.step("during:mount"));
        bench.now = 0;
        const double planned = bench.day().plan()->window.planned;
        bench.work(26);  // six minutes late
        QVERIFY(bench.says("took 26"));
        const auto state = bench.day().state();
        QVERIFY(std::abs(*state.steps[bench.step("during:mount")].late - 6) < 1e-6);
        // The rest is 97 minutes; the call at half past seven takes 20 of them.
        QVERIFY(std::abs(state.end - (26 + planned - 20 + 20)) < 1e-6);
        QVERIFY(bench.says("18:26") && bench.says("roll back by 20:04"));
        QCOMPARE(bench.day().at(), bench.step("during:mount") + 1);
        bench.now = 130;
        QTRY_VERIFY(bench.says("20:10"));
        QTRY_VERIFY(bench.says("rollback time over"));
    }
    void anAcceptanceStepIsJudged()
    {
        CutOverBench bench;
        bench.day().go(bench.step("link:link:"));
        bench.now = 60;
        bench.button("Begin")->click();
        bench.named<QLineEdit>("Measured")->setText("green");
        bench.button("Done")->click();
        QVERIFY(bench.says("type the rate that was measured"));
        bench.named<QLineEdit>("Measured")->setText("100m");
        const std::size_t at = bench.day().at();
        bench.button("Done")->click();
        bench.day().go(at);
        QVERIFY(bench.says("is less than"));
        QVERIFY(bench.day().state().steps[at].verdict == Verdict::Limited);
        bench.document->undo();
        QVERIFY(bench.day().state().steps[at].state == cutover::StepState::Running);
    }
    void leftOversGoToTheLooseEnds()
    {
        CutOverBench bench;
        const std::size_t before = bench.document->plan().looseEnds.size();
        bench.day().go(0);
        bench.work(10);
        bench.button("Add unfinished steps to loose ends")->click();
        QCOMPARE(bench.document->plan().looseEnds.size(), before + bench.day().plan()->steps.size() - 1);
    }
};

SOKUDO_TEST(CutOverPaneTest)
#include "cut_over_pane_test.moc"
