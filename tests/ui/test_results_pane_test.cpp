// SPDX-License-Identifier: GPL-3.0-or-later
// Ends and test results in the window.
#include <QComboBox>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QTemporaryDir>

#include "build_bench.h"
#include "ui/pages/terminate_pane.h"
#include "ui/pages/test_results_pane.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

class TestResultsPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void bothSchemesInWords()
    {
        BuildBench bench(BuildPage::Terminate);
        auto* pins = bench.named<QWidget>("Pins and colours");
        QVERIFY(pins->accessibleDescription().startsWith(
            "T568B: pin 1 white with orange, pin 2 orange, pin 3 white with green"));
        bench.button("T568A")->click();
        QVERIFY(pins->accessibleDescription().startsWith(
            "T568A: pin 1 white with green, pin 2 green, pin 3 white with orange"));
        bench.button("Plug")->click();
        QVERIFY(bench.says("Slide the boot onto the cable first"));
        bench.button("Next step")->click();
        QVERIFY(bench.says("Step 2 of 6"));
        bench.button("Fibre")->click();
        QVERIFY(!pins->isVisible());
        QVERIFY(bench.says("Laser light is invisible"));
        auto* walls = bench.named<QLineEdit>("Walls and doorways");
        walls->setText("");
        QTest::keyClicks(walls, "4.2m 3.1m door=0.8x2.05m");
        QVERIFY(bench.says("6 pieces of 2"));
        const QTemporaryDir folder;
        auto* pane = static_cast<ui::TerminatePane*>(bench.page->paneWidget(BuildPage::Terminate));
        QCOMPARE(pane->savePdf(folder.filePath("end.pdf")), QString());
    }

    void theWorstCableComesFirstWithItsSiblings()
    {
        BuildBench bench(BuildPage::TestResults);
        QVERIFY(bench.says("3 of 15 cables tested, 1 bad"));
        QVERIFY(bench.says("b1: failed on 2026-11-14"));
        QVERIFY(bench.says("Test these first"));
        QVERIFY(bench.says("the same wall jack bindery, made by the previous owner"));
        QVERIFY(bench.says("the previous owner: 1 bad of 1, 3 untested"));
    }

    void aResultIsKeptShownAndUndone()
    {
        BuildBench bench(BuildPage::TestResults);
        bench.results().choose(bench.run("w1"));
        QVERIFY(bench.says("a contact has become poor"));
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.named<QLineEdit>("Margin")->setText("much");
        bench.button("Keep this result")->click();
        QVERIFY(bench.says("a figure is written"));
        QCOMPARE(bench.document->plan().cableTests.size(), before);
        bench.named<QLineEdit>("Margin")->setText("2.4db");
        bench.named<QLineEdit>("Limit")->setText("cat6a");
        bench.named<QLineEdit>("Wire map")->setText("1-1 2-2 3-3 4-4 5-5 6-6 7-7 7-8");
        bench.button("Keep this result")->click();
        QCOMPARE(bench.document->plan().cableTests.size(), before);
        bench.named<QLineEdit>("Wire map")->setText("1-1 2-2 3-3 4-4 5-5 6-6 7-7 8-8");
        bench.button("Keep this result")->click();
        QCOMPARE(bench.document->plan().cableTests.size(), before + 1);
        QVERIFY(bench.says("2.4 dB of margin") || bench.says(QString("2.4") + QChar(0x202f) + "dB of margin"));
        bench.document->undo();
        QCOMPARE(bench.document->plan().cableTests.size(), before);
    }

    void aTestersFileIsTakenInByItsKeptColumns()
    {
        BuildBench bench(BuildPage::TestResults);
        const QTemporaryDir folder;
        QFile file(folder.filePath("lent.csv"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("Cable ID,Date,Result,Length (ft),Wire Map\nEAST,2026-11-20,PASS,134.5,\nnone,2026-11-20,PASS,1,\n");
        file.close();
        auto* pane = static_cast<ui::TestResultsPane*>(bench.page->paneWidget(BuildPage::TestResults));
        pane->openFile(file.fileName());
        // The mapping that the demo keeps has all its columns.
        auto* columns = bench.named<QLineEdit>("Which column holds what");
        QCOMPARE(columns->text(),
                 QString("run=Cable ID; on=Date; outcome=Result; length=Length (ft) in ft; map=Wire map"));
        bench.named<QLineEdit>("Keep this mapping as")->setText("another");
        bench.button("Import")->click();
        QVERIFY(bench.says("1 results of 1 runs, 1 rows left out"));
        QVERIFY(bench.says("the plan has no run “none”"));
        bench.results().choose(bench.run("east"));
        QVERIFY(bench.says("passed on 2026-11-20"));
        QCOMPARE(bench.document->plan().columnMaps.size(), std::size_t{2});
        columns->setText("length=Length (ft)");
        bench.button("Import")->click();
        QVERIFY(bench.says("which column names the run"));
    }

    void aLinkIsRunWithoutAnInstrument()
    {
        BuildBench bench(BuildPage::TestResults);
        bench.results().choose(bench.run("w1"));
        bench.button("Run it")->click();
        QVERIFY(bench.says("Write the address of the agent"));
        bench.named<QLineEdit>("Agent")->setText("10.20.0.3");
        bench.named<QLineEdit>("Rate of the link")->setText("10g");
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.button("Run it")->click();
        QVERIFY(QTest::qWaitFor([&] { return !bench.results().linkRun().isRunning(); }, 20000));
        QVERIFY2(bench.results().linkRun().says().contains("nothing is proved"),
                 qPrintable(bench.results().linkRun().says()));
        // The stand-in has no card that counts: it is kept as not judged.
        QCOMPARE(bench.document->plan().cableTests.size(), before + 1);
        QCOMPARE(toQt(bench.results().run()->tests.back()->note).isEmpty(), false);
        QVERIFY(bench.results().run()->tests.back()->outcome == plan::TestOutcome::NotJudged);
    }

    void betweenWhichHosts()
    {
        BuildBench bench(BuildPage::TestResults);
        bench.results().choose(bench.run("w1"));
        bench.button("Between which hosts?")->click();
        QVERIFY(QTest::qWaitFor([&] { return !bench.results().linkRun().isFindingEnds(); }, 10000));
        QVERIFY(bench.says("kiln-a to platen with one stream"));
        QVERIFY(bench.says("Not platen to ledger"));
        // Another cable, another answer: the old one does not stay.
        bench.results().choose(bench.run("b1"));
        QVERIFY(!bench.says("kiln-a to platen with one stream"));
    }
    void marksSayTheirOwnWord()
    {
        BuildBench bench(BuildPage::TestResults);
        int failed = 0;
        for (QWidget* one : bench.page->findChildren<QWidget*>())
            if (one->isVisible() && one->toolTip() == "failed" && one->accessibleName() == "failed") ++failed;
        QCOMPARE(failed, 1);  // b1
    }
    /// A photo with the new result, one more for the newest, and each in one undo.
    void photosOfResults()
    {
        const QTemporaryDir folder;
        const auto draw = [&](const char* name, int width, int height) {
            QImage image(width, height, QImage::Format_RGB32);
            image.fill(Qt::darkCyan);
            const QString path = folder.filePath(name);
            image.save(path);
            return path;
        };
        BuildBench bench(BuildPage::TestResults);
        bench.results().choose(bench.run("w1"));
        QVERIFY(bench.says("None is kept"));
        QVERIFY(bench.says("no photo"));
        const auto read = [&](auto begin) {
            begin();
            return QTest::qWaitFor([&] { return !bench.results().photos().isReading(); }, 10000);
        };
        QFile text(folder.filePath("note.jpg"));
        QVERIFY(text.open(QIODevice::WriteOnly));
        text.write("no picture");
        text.close();
        QVERIFY(read([&] { bench.results().photos().take(text.fileName()); }));
        QVERIFY(!bench.results().photos().taken().has_value());
        QVERIFY2(!bench.results().photos().says().isEmpty(), "what is wrong is said");
        QVERIFY(read([&] { bench.results().photos().take(draw("face.png", 3200, 1600)); }));
        QVERIFY(bench.says("face, 1600 × 800 pixels"));
        const std::size_t photos = bench.document->plan().photos.size();
        bench.button("Keep this result")->click();
        const plan::CableTest* kept = bench.results().run()->tests.back();
        const plan::Photo* photo = bench.document->plan().photos.find(kept->photo);
        QVERIFY(photo);
        QCOMPARE(toQt(photo->caption), QString("face"));
        QVERIFY(photo->about == (plan::Subject{"cable-test", kept->id.value}));
        QVERIFY(bench.named<QLabel>("Photo face"));
        QVERIFY(bench.says("no photo"));  // the next result begins without one
        QVERIFY(read([&] { bench.results().attachPhoto(draw("pin.png", 40, 40)); }));
        QCOMPARE(bench.results().photos().of(bench.results().run()).size(), std::size_t{2});
        QVERIFY(bench.named<QLabel>("Photo pin") && bench.named<QLabel>("Photo face"));
        bench.document->undo();
        QCOMPARE(bench.results().photos().of(bench.results().run()).size(), std::size_t{1});
        bench.document->undo();
        QCOMPARE(bench.document->plan().photos.size(), photos);
        // Left out again.
        QVERIFY(read([&] { bench.results().photos().take(draw("pin.png", 40, 40)); }));
        bench.button("Leave it out")->click();
        QVERIFY(!bench.results().photos().taken().has_value() && bench.says("no photo"));
    }
};

SOKUDO_TEST(TestResultsPaneTest)
#include "test_results_pane_test.moc"
