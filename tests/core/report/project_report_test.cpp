// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/project_report.h"
#include "core/logbook/record.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::report;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class ProjectReportTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theDemoHouseOnOnePage()
    {
        const plan::Plan plan = testing::lanternRow();
        const Analysis analysis = analyse(plan, knowledge());
        const auto vault = plan::deviceNamed(plan, "vault")->id, platen = plan::deviceNamed(plan, "platen")->id;
        std::vector<measure::Trial> trials(1);
        trials[0] = {{1}, *measure::timeFromIso("2026-11-24"), vault, platen, measure::TrialKind::FileCopy};
        trials[0].rate = {gigabits(6.58), gigabits(6.58), gigabits(6.58)};
        IdSource ids(3);
        const std::vector<logbook::Entry> entries{logbook::trialEntry(trials[0], plan, ids),
                                                  logbook::noteEntry("a note", trials[0].at, ids)};
        ReportInput input{
            plan, knowledge(), analysis, trials, entries, {}, *measure::timeFromIso("2026-11-25T20:00:00Z")};
        auto path = expect::expectation(plan, knowledge(), analysis.links, {vault, platen, expect::Traffic::FileCopy});
        input.path = PathSection{pathTitle(plan, vault, platen, expect::Traffic::FileCopy), *path, trials};
        const QString page = toQt(toText("Lantern Row", projectReport(input))).replace(toQt(text::kThin), " ");
        QVERIFY(page.contains(
            "28 devices, 33 runs, 30 links: 17 fits, 5 limited, 4 unknown, 1 marginal, 2 no link, 1 unsafe"));
        QVERIFY(page.contains("vault → platen, file copy"));
        QVERIFY(
            page.contains("Limited by file share: typically 7.03 Gb/s (4.11 Gb/s to 9.12 Gb/s). Next limit: disks of "
                          "vault at 7.2 Gb/s, so fixing only one of them gains little"));
        QVERIFY(page.contains("Last measured 2026-11-24 00:00 UTC: 6.58 Gb/s, normal."));
        QVERIFY(page.contains("a note"));
        QVERIFY(page.contains("Where they differ, they win."));
        QVERIFY(page.indexOf("spread 12 — store-sw 8") < page.indexOf("core Q2 — kiln-a 1"));
        QVERIFY(page.indexOf("core Q2 — kiln-a 1") < page.indexOf("core 1 — vault X1"));
    }
    void anEmptyProjectHasAReportToo()
    {
        const plan::Plan plan;
        const Analysis analysis = analyse(plan, knowledge());
        const auto blocks = projectReport({plan, knowledge(), analysis, {}, {}, {}, {}});
        QVERIFY(toQt(toHtml("x", blocks)).contains("0 devices"));
        QCOMPARE(toQt(expectationSentence({})), "Nothing is known of this path yet");
    }
};

SOKUDO_TEST(ProjectReportTest)
#include "project_report_test.moc"
