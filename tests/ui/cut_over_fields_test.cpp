// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of a cut-over day, the leads moved in the survey, and the sheet.
#include "cut_over_bench.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

class CutOverFieldsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theFieldsOfTheDay()
    {
        CutOverBench bench;
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
        QTRY_VERIFY_WITH_TIMEOUT(bench.says("14 leads to move"), 20000);
        auto* removed = bench.named<QComboBox>("Where the old one goes");
        QCOMPARE(removed->currentText(), QString("spare"));
    }
    void theLeadsAreMovedInTheSurvey()
    {
        CutOverBench bench;
        const plan::Device* next = plan::deviceNamed(bench.document->plan(), "spread-next");
        const auto plugged = [&] {
            int count = 0;
            for (const plan::Port* port : plan::portsOf(bench.document->plan(), next->id))
                count += static_cast<int>(plan::runsAt(bench.document->plan(), port->id).size());
            return count;
        };
        QCOMPARE(plugged(), 0);
        bench.button("Apply all moves to the survey")->click();
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
        letEventsPass();
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
        CutOverBench bench;
        const QTemporaryDir folder;
        auto* pane = static_cast<ui::CutOverPane*>(bench.page->paneWidget(BuildPage::CutOver));
        QCOMPARE(pane->savePdf(folder.filePath("day.pdf")), QString());
        QVERIFY(QFileInfo(folder.filePath("day.pdf")).size() > 5000);
    }
};

SOKUDO_TEST(CutOverFieldsTest)
#include "cut_over_fields_test.moc"
