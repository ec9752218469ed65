// SPDX-License-Identifier: GPL-3.0-or-later
// The path at large: a stage tried by keyboard, kept and undone; what is drawn behind; folds; pictures; flows and jobs
// typed in.
#include <QComboBox>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalSpy>

#include "ui/pages/flows_pane.h"
#include "ui/pages/path_page.h"
#include "ui/pages/survey_page.h"
#include "ui/pages/upgrade_pane.h"
#include "ui/shell/main_window.h"
#include "ui/widgets/bore_drawing.h"
#include "ui/widgets/bore_view.h"
#include "ui/widgets/marked_table.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::PathPage;

namespace {

struct Bench : WindowDesk {
    PathPage* page = nullptr;
    Bench()
    {
        window->path().ask({device("vault"), device("platen"), expect::Traffic::FileCopy});
        window->showBench(ui::MainWindow::Path);
        page = &window->pathPage();
    }
    int stage(const QString& name) const
    {
        const auto& stages = window->path().bore().stages;
        for (std::size_t i = 0; i < stages.size(); ++i)
            if (toQt(stages[i].name) == name) return static_cast<int>(i);
        return -1;
    }
};

}  // namespace

class PathPageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Walk to a stage, Enter, type, Enter: bore and band answer; Drop leaves all as it was.
    void aStageIsTriedByKeyboard()
    {
        Bench bench;
        ui::BoreView& bore = bench.page->bore();
        const int disk = bench.stage("disks of vault");
        QCOMPARE(disk, 0);
        const auto before = bench.window->path().bore().expected;
        bore.setFocus();
        QTest::keyClick(&bore, Qt::Key_Right);
        QTest::keyClick(&bore, Qt::Key_Return);
        auto* field = bench.named<QLineEdit>("What stands there instead");
        QVERIFY(field && field->placeholderText().contains("nvme"));
        QTest::keyClicks(field, "hdd*2 raid1");
        QTest::keyClick(field, Qt::Key_Return);
        QVERIFY(bench.window->path().stageTry().isTrying());
        NEAR(inGigabits(bench.window->path().bore().expected->typical), 2.0, 1e-6);  // one disk of 250 MB/s
        QCOMPARE(bench.window->path().bore().otherName, "as surveyed");
        QVERIFY(bench.says("times the rate now"));
        QTest::mouseClick(bench.button("Drop"), Qt::LeftButton);
        QVERIFY(!bench.window->path().stageTry().isTrying());
        QVERIFY(*bench.window->path().bore().expected == *before);
    }
    void keepWritesTheSurveyAndUndoTakesItBack()
    {
        Bench bench;
        bench.page->tryStage(bench.stage("slot of platen"), "3.0 x1");
        NEAR(inGigabits(bench.window->path()
                            .bore()
                            .stages[static_cast<std::size_t>(bench.stage("slot of platen"))]
                            .carries.typical),
             6.77, 5e-3);
        QTest::mouseClick(bench.button("Keep"), Qt::LeftButton);
        bench.settle();
        const plan::Device* platen = plan::deviceNamed(bench.document->plan(), "platen");
        const auto lanes = [&] {
            for (const plan::Slot* slot : plan::slotsOf(bench.document->plan(), platen->id))
                if (slot->card) return slot->lanes;
            return 0;
        };
        QCOMPARE(lanes(), 1);
        QVERIFY(!bench.window->path().stageTry().isTrying());
        bench.document->undo();
        QCOMPARE(lanes(), 4);
    }
    void keepWritesEachKindOfStage()
    {
        Bench bench;
        app::StageTry& stage = bench.window->path().stageTry();
        QVERIFY(stage.tryStage(bench.stage("disk of platen"), "nvme 3.0x4").isEmpty());
        QVERIFY(stage.keep().isEmpty());
        bench.settle();
        QCOMPARE(plan::deviceNamed(bench.document->plan(), "platen")->disks.front().kind, std::string("nvme3"));
        QVERIFY(bench.window->path()
                    .stageTry()
                    .tryStage(bench.stage("processor of platen"), "mid-x86 3ghz cores=4")
                    .isEmpty());
        QVERIFY(stage.keep().isEmpty());
        QCOMPARE(plan::deviceNamed(bench.document->plan(), "platen")->processor->clockGhz, 3.0);
        bench.settle();
        QVERIFY(stage.tryStage(bench.stage("file share"), "nfs").isEmpty());
        QVERIFY(stage.keep().isEmpty());
        QCOMPARE(plan::deviceNamed(bench.document->plan(), "vault")->fileShare, std::string("nfs"));
        bench.settle();
        const auto& stages = bench.window->path().bore().stages;
        const auto link = std::find_if(stages.begin(), stages.end(),
                                       [](const expect::Stage& one) { return one.kind == expect::StageKind::Link; });
        const int at = static_cast<int>(link - stages.begin());
        const BitRate line = link->line;  // a try makes other stages
        QVERIFY(stage.tryStage(at, "100g").isEmpty());
        QVERIFY(stage.keep().contains("Options on the Match bench"));
        // the rate it has, with larger packets: every port of the way gets them
        QVERIFY(stage.tryStage(at, QString("%1g mtu=9000").arg(inGigabits(line))).isEmpty());
        QVERIFY(stage.keep().isEmpty());
        bench.settle();
        QCOMPARE(bench.window->path().expectation()->mtu, 9000);
    }
    void whatIsTypedWrongPointsAtTheWord()
    {
        Bench bench;
        QVERIFY(bench.window->path().stageTry().tryStage(0, "hdd*x").contains("number of disks"));
        QVERIFY(bench.window->path().stageTry().tryStage(0, "10g").contains("that is a link"));
        QVERIFY(bench.window->path()
                    .stageTry()
                    .tryStage(bench.stage("slot of vault"), "nvme")
                    .contains("generation and lanes"));
        QVERIFY(!bench.window->path().stageTry().isTrying());
        bench.page->tryStage(0, "");
        QVERIFY(bench.says("type what stands there instead"));
    }
    void anotherPlanBehind()
    {
        Bench bench;
        auto* behind = bench.named<QComboBox>("Drawn behind");
        const QImage plain = bench.page->bore().grab().toImage();
        for (int which = 1; which < behind->count(); ++which) {
            bench.page->compareWith(which);
            QVERIFY2(!bench.window->path().bore().other.empty(), qPrintable(behind->itemText(which)));
            QVERIFY2(bench.page->bore().grab().toImage() != plain, qPrintable(behind->itemText(which)));
        }
        bench.page->compareWith(0);
        QVERIFY(bench.window->path().bore().other.empty());
        QVERIFY(bench.page->bore().grab().toImage() == plain);
    }
    /// 10 − 0.585 headers − 0.047 of a quiet wire, then the share of the protocol.
    void whereEachGigabitGoes()
    {
        Bench bench;
        const auto falls = bench.window->path().falls();
        QVERIFY(falls.size() >= 3);
        QVERIFY2(falls[0].takes.contains("585"), qPrintable(falls[0].takes));
        QVERIFY(falls.back().binds && falls.back().what == "file share");
        NEAR(falls.back().leftShare, 0.7026, 2e-3);
        double sum = falls.back().leftShare;
        for (const auto& fall : falls) sum += fall.takesShare;
        NEAR(sum, 1.0, 1e-9);
        QVERIFY(bench.window->path().fallsHead().contains("vault X1"));
    }
    void longPathsFoldInTheMiddle()
    {
        using ui::boreSections;
        QCOMPARE(boreSections(9, 0, 12).size(), std::size_t{9});
        for (int stages : {6, 12, 30, 200})
            for (int binding : {0, 1, stages / 2, stages - 1})
                for (int most : {5, 8, 12}) {
                    const auto sections = boreSections(stages, binding, most);
                    QVERIFY2(static_cast<int>(sections.size()) <= std::max(most, stages <= most ? stages : 5),
                             qPrintable(QString("%1 %2 %3").arg(stages).arg(binding).arg(most)));
                    int next = 0;
                    bool alone = false;
                    for (const auto& section : sections) {  // every stage once, in order, and the binding one by itself
                        QCOMPARE(section.first, next);
                        next = section.last + 1;
                        alone = alone || (section.first == binding && !section.isFolded());
                    }
                    QCOMPARE(next, stages);
                    QVERIFY2(alone, qPrintable(QString("%1 %2 %3").arg(stages).arg(binding).arg(most)));
                }
    }
    void drawingsAreSaved()
    {
        Bench bench;
        const QString svg = bench.folder.filePath("path.svg"), png = bench.folder.filePath("path.png");
        QVERIFY(bench.page->bore().save(svg) && bench.page->bore().save(png));
        QFile file(svg);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QVERIFY(file.readAll().contains("<svg"));
        QCOMPARE(QImage(png).size(), QSize(2400, 420));
        QVERIFY(!bench.page->bore().save(bench.folder.filePath("nowhere/path.png")));
    }
    void flowsAreTypedIn()
    {
        Bench bench;
        bench.page->showPane(PathPage::Flows);
        QCOMPARE(bench.page->flowsPane().table().model()->rowCount(), 7);
        auto* name = bench.named<QLineEdit>("Name of a flow");
        QTest::keyClicks(name, "to the archive");
        bench.named<QComboBox>("From")->setCurrentText("vault");
        bench.named<QComboBox>("To")->setCurrentText("platen");
        QTest::mouseClick(bench.button("Add flow"), Qt::LeftButton);
        bench.settle();
        QCOMPARE(bench.page->flowsPane().table().model()->rowCount(), 8);
        QVERIFY(name->text().isEmpty());
    }
    void jobsAreTypedIn()
    {
        Bench bench;
        bench.page->showPane(PathPage::Upgrade);
        QCOMPARE(bench.page->upgradePane().jobs().model()->rowCount(), 4);
        QTest::keyClicks(bench.named<QLineEdit>("Name"), "holiday films");
        auto* size = bench.named<QLineEdit>("Size");
        size->clear();
        QTest::keyClicks(size, "lots");
        QTest::mouseClick(bench.button("Add job"), Qt::LeftButton);
        QVERIFY(bench.says("Write the size like"));
        size->clear();
        QTest::keyClicks(size, "120 GB");
        bench.named<QComboBox>("From")->setCurrentText("vault");
        bench.named<QComboBox>("To")->setCurrentText("study");
        QTest::mouseClick(bench.button("Add job"), Qt::LeftButton);
        bench.settle();
        QCOMPARE(bench.page->upgradePane().jobs().model()->rowCount(), 5);
        QCOMPARE((bench.document->plan().jobs.end() != bench.document->plan().jobs.begin()), true);
    }
    void theSurveyShowsThePathAtItsFoot()
    {
        Bench bench;
        bench.window->showBench(ui::MainWindow::Survey);
        QVERIFY(!bench.window->survey().housePane().isPathShown());
        QTRY_VERIFY(bench.button("Show the path"));
        QTest::mouseClick(bench.button("Show the path"), Qt::LeftButton);
        QVERIFY(bench.window->survey().housePane().isPathShown());
        QVERIFY(bench.says("Limited by file share"));
        QTRY_VERIFY(bench.button("Hide the path"));
        QTest::mouseClick(bench.button("Hide the path"), Qt::LeftButton);
        QVERIFY(!bench.window->survey().housePane().isPathShown());
    }
};

SOKUDO_TEST(PathPageTest)
#include "path_page_test.moc"
