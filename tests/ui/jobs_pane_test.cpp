// SPDX-License-Identifier: GPL-3.0-or-later
// The jobs of a variant, one step at a time.
#include "ui/pages/jobs_pane.h"

#include <QLineEdit>

#include "ui/pages/build_page.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

namespace {

struct Bench : WindowDesk {
    BuildPage* page = nullptr;
    Bench()
    {
        QTest::keyClick(window.get(), Qt::Key_4, Qt::AltModifier);
        page = &window->buildPage();
        page->presenter().setToday("2026-11-28");
        QVERIFY(QTest::qWaitFor([&] { return !page->presenter().isWorking(); }, 30000));
        page->showPane(BuildPage::Jobs);
        QTest::qWait(30);
    }
};

}  // namespace

class JobsPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theJobsOfTheChosenVariantAreWalkedThrough()
    {
        Bench bench;
        const build::JobList list = bench.page->presenter().jobs();
        QVERIFY(list.jobs.size() >= 3);
        QVERIFY(bench.says(toQt(list.sentence)));
        QVERIFY(bench.says("→ 1. " + toQt(list.jobs[0].title)));
        std::size_t steps = 0;
        for (const build::BuildJob& job : list.jobs)
            for (std::size_t s = 0; s < job.steps.size(); ++s) {
                QVERIFY2(bench.says(toQt(job.steps[s].what)), qPrintable(toQt(job.steps[s].what)));
                QVERIFY(bench.says(QString("Step %1 of %2").arg(s + 1).arg(job.steps.size())));
                if (!job.steps[s].caution.empty()) QVERIFY(bench.says(toQt(job.steps[s].caution)));
                ++steps;
                const bool isLast = s + 1 == job.steps.size();
                const bool isEnd = isLast && &job == &list.jobs.back();
                auto* next = bench.button(isEnd ? "All done" : isLast ? "Next job" : "Next step");
                QVERIFY(next);
                if (!isEnd) next->click();
            }
        QVERIFY(steps > list.jobs.size());
        bench.button("Step back")->click();
        QVERIFY(bench.says(toQt(list.jobs.back().title)));
    }

    void theEveningsFollowTheHours()
    {
        Bench bench;
        QVERIFY(bench.says("Done on "));
        auto* people = bench.named<QLineEdit>("Who has time when");
        people->setFocus();
        people->setText("ann");
        QTest::keyClick(people, Qt::Key_Return);
        QVERIFY(bench.says("who has how long on which day"));
        people->setText("ann mon 4h, tue 4h, wed 4h; bo mon 4h, tue 4h, wed 4h");
        QTest::keyClick(people, Qt::Key_Return);
        QVERIFY(bench.says("Done on "));
        QVERIFY(bench.says("the longest chain is"));
    }

    void withoutAVariantItSaysWhatToDo()
    {
        WindowDesk desk(false);
        QTest::keyClick(desk.window.get(), Qt::Key_4, Qt::AltModifier);
        desk.window->buildPage().showPane(BuildPage::Jobs);
        QTest::qWait(50);
        QVERIFY(desk.says("No variant, so no jobs: branch one first"));
        QVERIFY(!desk.button("Next step")->isEnabled());
    }
};

SOKUDO_TEST(JobsPaneTest)
#include "jobs_pane_test.moc"
