// SPDX-License-Identifier: GPL-3.0-or-later
// The day of a cut-over in the window, in simulated time.
#include "ui/pages/cut_over_pane.h"

#include <QComboBox>
#include <QLineEdit>
#include <QTemporaryDir>

#include "ui/pages/build_page.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

namespace {

struct Bench : WindowDesk {
    BuildPage* page = nullptr;
    double now = -30;
    Bench()
    {
        QTest::keyClick(window.get(), Qt::Key_4, Qt::AltModifier);
        page = &window->buildPage();
        for (const store::Version& one : page->presenter().variants())
            if (one.name == "a new switch in the rack") page->presenter().open(one.id);
        page->showPane(BuildPage::CutOver);
        settle();
        day().setClock([this](const plan::CutOver&) { return now; });
        QVERIFY(day().plan());
    }
    app::CutOverPresenter& day() const { return page->bench().cutOver; }
    void settle() const
    {
        QTest::qWait(20);
        QVERIFY(QTest::qWaitFor([&] { return !day().isWorking(); }, 60000));
        QTest::qWait(20);
    }
    /// Begins and ends the step that is shown.
    void work(double minutes, const QString& measured = {})
    {
        button("Begin")->click();
        now += minutes;
        if (auto* value = named<QLineEdit>("Measured")) value->setText(measured);
        button("Done")->click();
    }
    std::size_t step(const std::string& start) const
    {
        const auto& steps = day().plan()->steps;
        for (std::size_t i = 0; i < steps.size(); ++i)
            if (steps[i].key.find(start) == 0) return i;
        qFatal("no such step");
        return 0;
    }
};

}  // namespace

class CutOverPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void thePlanOfTheDay()
    {
        Bench bench;
        QVERIFY(bench.says("14 leads to move"));
        QVERIFY(bench.says("18:00 – 22:30"));
        QVERIFY(bench.says("last moment to turn back 20:04"));
        QVERIFY(bench.says("Before anything is unplugged"));
        QVERIFY(bench.says("attic-ap: "));
        QVERIFY(bench.says("Restarting interrupts everyone"));
    }

    void theClockRunsThroughTheEvening()
    {
        Bench bench;
        bench.day().go(bench.step("during:mount"));
        bench.now = 0;
        const double planned = bench.day().plan()->window.planned;
        bench.work(26);  // six minutes late
        QVERIFY(bench.says("took 26"));
        const auto state = bench.day().state();
        QVERIFY(std::abs(*state.steps[bench.step("during:mount")].late - 6) < 1e-6);
        // The rest is 97 minutes; the call at half past seven takes 20 of them.
        QVERIFY(std::abs(state.end - (26 + planned - 20 + 20)) < 1e-6);
        QVERIFY(bench.says("18:26, turn back by 20:04"));
        QCOMPARE(bench.day().at(), bench.step("during:mount") + 1);
        bench.now = 130;
        QTest::qWait(1200);
        QVERIFY(bench.says("20:10, no turning back"));
    }

    void anAcceptanceStepIsJudged()
    {
        Bench bench;
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
        QVERIFY(bench.day().state().steps[at].state == build::StepState::Running);
    }

    void leftOversGoToTheLooseEnds()
    {
        Bench bench;
        const std::size_t before = bench.document->plan().looseEnds.size();
        bench.day().go(0);
        bench.work(10);
        bench.button("Left-overs to the loose ends")->click();
        QCOMPARE(bench.document->plan().looseEnds.size(), before + bench.day().plan()->steps.size() - 1);
    }

    void theFieldsOfTheDay()
    {
        Bench bench;
        auto* until = bench.named<QLineEdit>("must work by");
        until->setFocus();
        until->setText("6pm");
        QTest::keyClick(until, Qt::Key_Return);
        QVERIFY(bench.says("is no time of the day"));
        until->setText("19:00");
        QTest::keyClick(until, Qt::Key_Return);
        bench.settle();
        // The appointments lie outside now: the whole day says so, and nothing is lost.
        QVERIFY(bench.says("lies outside the window"));
        QCOMPARE(toQt(bench.day().day()->until), QString("19:00"));
        bench.document->undo();
        bench.settle();
        QVERIFY(bench.says("14 leads to move"));
        auto* removed = bench.named<QComboBox>("Where the old one goes");
        QCOMPARE(removed->currentText(), QString("spare"));
    }

    void theLeadsAreMovedInTheSurvey()
    {
        Bench bench;
        const plan::Device* next = plan::deviceNamed(bench.document->plan(), "spread-next");
        const auto plugged = [&] {
            int count = 0;
            for (const plan::Port* port : plan::portsOf(bench.document->plan(), next->id))
                count += static_cast<int>(plan::runsAt(bench.document->plan(), port->id).size());
            return count;
        };
        QCOMPARE(plugged(), 0);
        bench.button("Move all leads in the survey")->click();
        next = plan::deviceNamed(bench.document->plan(), "spread-next");
        QCOMPARE(plugged(), 14);
        bench.document->undo();
        QCOMPARE(plugged(), 0);
    }

    void aDayIsPlannedByTheTwoSwitches()
    {
        WindowDesk desk;
        QTest::keyClick(desk.window.get(), Qt::Key_4, Qt::AltModifier);
        desk.window->buildPage().showPane(BuildPage::CutOver);
        QTest::qWait(50);
        QVERIFY(desk.says("No cut-over is planned"));
        auto& day = desk.window->buildPage().bench().cutOver;
        QVERIFY(day.add("core", "nobody").contains("Choose the old switch"));
        desk.named<QComboBox>("Old switch")->setCurrentText("landing-sw");
        desk.named<QComboBox>("New switch")->setCurrentText("landing-sw");
        desk.button("Plan a day")->click();
        QVERIFY(desk.says("is the old switch"));
        desk.named<QComboBox>("New switch")->setCurrentText("store-sw");
        desk.button("Plan a day")->click();
        QVERIFY(QTest::qWaitFor([&] { return !day.isWorking(); }, 60000));
        QCOMPARE(desk.document->plan().cutOvers.size(), std::size_t{1});
    }

    void theSheetIsWritten()
    {
        Bench bench;
        const QTemporaryDir folder;
        auto* pane = static_cast<ui::CutOverPane*>(bench.page->paneWidget(BuildPage::CutOver));
        QCOMPARE(pane->savePdf(folder.filePath("day.pdf")), QString());
        QVERIFY(QFileInfo(folder.filePath("day.pdf")).size() > 5000);
    }
};

SOKUDO_TEST(CutOverPaneTest)
#include "cut_over_pane_test.moc"
