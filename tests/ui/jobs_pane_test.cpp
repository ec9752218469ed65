// SPDX-License-Identifier: GPL-3.0-or-later
// The jobs of a variant, ticked one step at a time.
#include "ui/pages/jobs_pane.h"

#include <QComboBox>
#include <QLineEdit>
#include <QTemporaryDir>

#include "build_bench.h"
#include "standing_clock.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

namespace {

struct Bench : BuildBench {
    StandingClock clock{"2026-11-28"};
    explicit Bench(const char* variant = "ten gigabit upstairs")
    {
        settle();
        page->showPane(BuildPage::Jobs);
        for (const store::Version& one : page->presenter().variants())
            if (one.name == variant) work().choose(one.id);
        settle();
    }
    app::WorkPresenter& work() const { return page->bench().work; }
    const std::vector<jobs::Job>& jobs() const { return work().jobs().jobs; }
    std::size_t locked() const
    {
        for (std::size_t i = 0; i < jobs().size(); ++i)
            if (!work().progress().jobs[i].open.empty()) return i;
        qFatal("no job is locked");
        return 0;
    }
};

}  // namespace

class JobsPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theJobsOfTheChosenVariantAreWalkedThrough()
    {
        Bench bench;
        QVERIFY(bench.jobs().size() >= 3);
        QVERIFY(bench.says(toQt(bench.work().progress().sentence)));
        QVERIFY(bench.says("→ 1. " + toQt(bench.jobs()[0].title)));
        std::size_t steps = 0;
        for (const jobs::Job& job : bench.jobs())
            for (std::size_t s = 0; s < job.steps.size(); ++s) {
                QVERIFY2(bench.says(toQt(job.steps[s].what)), qPrintable(toQt(job.steps[s].what)));
                QVERIFY(bench.says(QString("Step %1 of %2").arg(s + 1).arg(job.steps.size())));
                if (!job.steps[s].caution.empty()) QVERIFY(bench.says(toQt(job.steps[s].caution)));
                ++steps;
                const bool isLast = s + 1 == job.steps.size();
                auto* next = bench.button(isLast ? "Next job" : "Next");
                QVERIFY(next);
                QCOMPARE(next->isEnabled(), !(isLast && &job == &bench.jobs().back()));
                next->click();
            }
        QVERIFY(steps > bench.jobs().size());
        bench.button("Back")->click();
        QVERIFY(bench.says(toQt(bench.jobs().back().title)));
    }

    void aTickIsKeptWithItsMinutesAndUndone()
    {
        Bench bench;
        const std::size_t before = bench.document->plan().ticks.size();
        auto* took = bench.named<QLineEdit>("How long it took");
        took->setText("never");
        bench.button("Done")->click();
        QVERIFY(bench.says("Write the time that it took as 25min or 2h"));
        took->setText("12");
        QTest::keyClick(took, Qt::Key_Return);
        QCOMPARE(bench.document->plan().ticks.size(), before + 1);
        const auto tick = std::find_if(bench.document->plan().ticks.begin(), bench.document->plan().ticks.end(),
                                       [&](const plan::Tick& one) { return one.job == bench.jobs()[0].key; });
        QVERIFY(tick != bench.document->plan().ticks.end());
        QVERIFY(*tick->took == Duration::of(720));
        QCOMPARE(toQt(tick->on), QString("2026-11-28"));
        // It goes on to the next step, and the tick can be taken back there and by undo.
        QVERIFY(bench.says(QString("Step 2 of %1").arg(bench.jobs()[0].steps.size())));
        bench.button("Back")->click();
        QVERIFY(bench.says(", ticked ✓"));
        QVERIFY(bench.button("Undo this step"));
        bench.document->undo();
        QCOMPARE(bench.document->plan().ticks.size(), before);
        QVERIFY(!bench.says(", ticked ✓"));
    }

    void aDoneJobIsSaidAndTeaches()
    {
        Bench bench;
        const std::size_t steps = bench.jobs()[0].steps.size();
        for (std::size_t i = 0; i < steps; ++i) {
            bench.named<QLineEdit>("How long it took")->setText("20min");
            bench.button("Done")->click();
        }
        QVERIFY(bench.work().progress().jobs[0].isDone);
        QVERIFY(bench.says(toQt("✓ done, took ")));
        QVERIFY(bench.says("1 of 10 jobs done"));
        QVERIFY(bench.says("fit a card: 1 timed"));
    }

    void aLockHoldsUntilSomebodyIsNamed()
    {
        Bench bench;
        const std::size_t locked = bench.locked();
        while (!bench.says("Step 1 of") || !bench.says("Locked: Study"))
            bench.button(bench.button("Next job") ? "Next job" : "Next")->click();
        QVERIFY(!bench.button("Done")->isEnabled());
        QVERIFY(!bench.work().tick(locked, 1, {}).isEmpty());
        bench.button("Mark as agreed")->click();
        QVERIFY(bench.says("say who agreed"));
        auto* by = bench.named<QLineEdit>("Who agreed");
        by->setText("the owner");
        QTest::keyClick(by, Qt::Key_Return);
        QVERIFY(bench.says("agreed by the owner on 2026-11-28"));
        QVERIFY(bench.button("Done")->isEnabled());
        QCOMPARE(bench.document->plan().permits.size(), std::size_t{1});
    }

    void thePeopleAreKeptWithTheHouse()
    {
        Bench bench;
        QVERIFY(bench.says("Done on "));
        auto* people = bench.named<QLineEdit>("Who has time when");
        QCOMPARE(people->text(), QString("you tue 2h, thu 2h, sat 4h; helper sat 4h"));
        people->setFocus();
        people->setText("ann");
        QTest::keyClick(people, Qt::Key_Return);
        QVERIFY(bench.says("who has how long on which day"));
        people->setText("ann mon -4h");
        QTest::keyClick(people, Qt::Key_Return);
        QVERIFY(bench.says("0 to 24 hours"));
        people->setText("you mon 4h, tue 4h; Bo B mon 4h, tue 4h");
        QTest::keyClick(people, Qt::Key_Return);
        QCOMPARE(bench.document->plan().people.size(), std::size_t{2});
        QCOMPARE(bench.work().people(), QString("you mon 4h, tue 4h; Bo B mon 4h, tue 4h"));
        QVERIFY(bench.says("the longest chain is"));
        bench.document->undo();
        QCOMPARE(bench.work().people(), QString("you tue 2h, thu 2h, sat 4h; helper sat 4h"));
    }

    void whileAVariantIsOpenNothingIsTicked()
    {
        Bench bench;
        bench.page->presenter().document().versions().open(bench.work().chosen());
        letEventsPass();
        QVERIFY(bench.says("show the house, what is done belongs to it"));
        QVERIFY(!bench.button("Done")->isEnabled());
    }

    void theSheetIsWritten()
    {
        Bench bench;
        const QTemporaryDir folder;
        const QString path = folder.filePath("jobs.pdf");
        auto* pane = static_cast<ui::JobsPane*>(bench.page->paneWidget(BuildPage::Jobs));
        QCOMPARE(pane->savePdf(path), QString());
        QFile file(path);
        QVERIFY(file.open(QIODevice::ReadOnly) && file.read(5) == "%PDF-");
        QVERIFY(pane->savePdf("/no/such/folder/jobs.pdf").contains("choose another folder"));
    }

    void withoutAVariantItSaysWhatToDo()
    {
        WindowDesk desk(false);
        QTest::keyClick(desk.window.get(), Qt::Key_4, Qt::AltModifier);
        desk.window->buildPage().showPane(BuildPage::Jobs);
        letEventsPass();
        QVERIFY(desk.says("No variant, so no jobs: branch one first"));
        QVERIFY(!desk.button("Next")->isEnabled());
    }
};

SOKUDO_TEST(JobsPaneTest)
#include "jobs_pane_test.moc"
