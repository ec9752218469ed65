// SPDX-License-Identifier: GPL-3.0-or-later
// The bench of the match: panes by mouse and keyboard, a piece swapped, a way used, the light drawn.
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>
#include <QSignalSpy>

#include "core/kb/port_rows.h"
#include "ui/pages/match_page.h"
#include "ui/pages/piece_pane.h"
#include "ui/pages/ways_pane.h"
#include "ui/pages/what_if_pane.h"
#include "ui/shell/main_window.h"
#include "ui/widgets/coupling_view.h"
#include "ui/widgets/light_view.h"
#include "ui/widgets/marked_table.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::MatchPage;

namespace {

struct Bench : WindowDesk {
    MatchPage* page = nullptr;
    explicit Bench(const char* link)
    {
        window->showBench(ui::MainWindow::Match);
        window->selection().selectRun(run(link));
        page = &window->matchPage();
    }
};

}  // namespace

class MatchPageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aPieceIsSwappedByKeyboard()
    {
        Bench bench("attic");
        ui::CouplingView& coupling = bench.page->coupling();
        coupling.setFocus();
        QTest::keyClick(&coupling, Qt::Key_Right);
        QTest::keyClick(&coupling, Qt::Key_Right);  // port, then the cable
        QTest::keyClick(&coupling, Qt::Key_Return);
        QCOMPARE(bench.page->pane(), MatchPage::SegmentKind);
        QVERIFY(bench.says("of them give a link"));
        auto* filter = bench.named<QLineEdit>("Find a part");
        QTest::keyClicks(filter, "cat 6a");
        ui::MarkedTable& table = bench.page->piecePane().table();
        QCOMPARE(table.model()->rowCount(), 1);
        table.selectRow(0);
        QTest::mouseClick(bench.button("Put it there"), Qt::LeftButton);
        bench.settle();
        QCOMPARE(bench.document->plan().runs.find(bench.run("attic"))->medium, std::string("cat6a"));
        QCOMPARE(bench.page->pane(), MatchPage::SegmentKind);
        bench.document->undo();
        bench.settle();
        QCOMPARE(bench.document->plan().runs.find(bench.run("attic"))->medium, std::string("cat6"));
    }
    void aPieceOfOnesOwn()
    {
        Bench bench("c2");
        bench.page->showPane(MatchPage::SegmentKind);
        QTest::mouseClick(bench.button("Your own …"), Qt::LeftButton);
        QTRY_VERIFY(bench.named<QLineEdit>("Id"));
        QCOMPARE(bench.named<QLineEdit>("Id")->text(), QString("om4"));
        bench.named<QLineEdit>("Id")->setText("lantern-om4");
        bench.named<QLineEdit>("Name")->setText("Lantern OM4");
        bench.named<QLineEdit>("Grade")->setText("four");
        QTest::mouseClick(bench.button("Keep"), Qt::LeftButton);
        QVERIFY(bench.named<QLineEdit>("Grade"));  // refused: the form stays open
        QVERIFY(bench.says("Grade") || bench.says("grade"));
        bench.named<QLineEdit>("Grade")->setText("4");
        bench.named<QLineEdit>("Aliases")->clear();
        QTest::mouseClick(bench.button("Keep"), Qt::LeftButton);
        bench.settle();
        QVERIFY(bench.document->knowledge().find<kb::Medium>("lantern-om4"));
        QTRY_VERIFY(bench.says("parts fit"));
        bench.document->undo();
        QVERIFY(!bench.document->knowledge().find<kb::Medium>("lantern-om4"));
    }
    void aWayIsUsed()
    {
        Bench bench("attic");
        QTest::mouseClick(bench.button("Options"), Qt::LeftButton);
        QCOMPARE(bench.page->pane(), MatchPage::Ways);
        ui::MarkedTable& table = bench.page->waysPane().table();
        QTRY_VERIFY_WITH_TIMEOUT(table.model()->rowCount() > 0, 20000);
        QVERIFY(bench.says("options pass all rules"));
        QTRY_VERIFY(bench.says("Where opinions differ"));
        auto* order = bench.named<QComboBox>("Order of the options");
        order->setCurrentIndex(3);
        QVERIFY(bench.says("Coolest first"));
        order->setCurrentIndex(0);
        const std::size_t runs = bench.document->plan().runs.size();
        QTest::mouseClick(bench.button("Use this"), Qt::LeftButton);
        bench.settle();
        QCOMPARE(bench.document->undoStack().count(), 1);
        QVERIFY(bench.document->analysis().reportOf(bench.window->selection().run())->verdict <= Verdict::Limited);
        bench.document->undo();
        QCOMPARE(bench.document->plan().runs.size(), runs);
    }
    void theWishCanBeChanged()
    {
        Bench bench("c2");
        bench.page->showPane(MatchPage::Ways);
        ui::MarkedTable& table = bench.page->waysPane().table();
        QTRY_VERIFY_WITH_TIMEOUT(table.model()->rowCount() > 0, 20000);
        auto* rate = bench.named<QComboBox>("Wanted rate");
        rate->setCurrentIndex(rate->findText(toQt("25\u202fGb/s")));
        Q_EMIT rate->activated(rate->currentIndex());
        QTRY_VERIFY_WITH_TIMEOUT(bench.says(toQt("No option reaches 25\u202fGb/s")), 20000);
        QTRY_VERIFY_WITH_TIMEOUT(bench.says("it offers at most"), 20000);
    }
    void theLightOfAFibre()
    {
        Bench bench("c3");
        QTest::mouseClick(bench.button("Light"), Qt::LeftButton);
        QCOMPARE(bench.page->pane(), MatchPage::Light);
        auto* light = bench.named<ui::LightView>("Light of the link");
        QVERIFY(light && light->accessibleDescription().contains("margin"));
        // launch -8.2, 80 m at 0.5 dB/km, two pairs: 1.54 dB; -9.74 against -14.4
        QVERIFY2(light->accessibleDescription().contains(
                     toQt("4.66\u202fdB margin: at least -9.74\u202fdBm arrives, the receiver needs -14.4\u202fdBm")),
                 qPrintable(light->accessibleDescription()));
        QVERIFY(!light->grab().isNull());
        bench.window->selection().selectRun(bench.run("attic"));
        QCOMPARE(bench.page->pane(), MatchPage::Why);  // copper has no light
        QVERIFY(!bench.button("Light"));
    }
    void whatIfAllOpensALink()
    {
        Bench bench("q1");
        bench.page->showPane(MatchPage::WhatIf);
        QTest::mouseClick(bench.button("Ask"), Qt::LeftButton);
        ui::MarkedTable& table = bench.page->whatIfPane().table();
        QTRY_COMPARE_WITH_TIMEOUT(table.model()->rowCount(), 30, 30000);
        QVERIFY(bench.says("reach it now"));
        table.setFocus();
        table.selectRow(0);
        QTest::keyClick(&table, Qt::Key_Return);
        QCOMPARE(bench.page->pane(), MatchPage::Ways);
        QVERIFY(bench.window->selection().run() != bench.run("q1"));
    }
    void aFindingIsAcceptedWithAReason()
    {
        Bench bench("attic");
        QTRY_VERIFY(bench.button("Accept with a reason …"));
        QTest::mouseClick(bench.button("Accept with a reason …"), Qt::LeftButton);
        QTRY_VERIFY(bench.named<QLineEdit>("Reason for accepting"));
        auto* reason = bench.named<QLineEdit>("Reason for accepting");
        QTest::keyClicks(reason, "good enough for the radio");
        QTest::keyClick(reason, Qt::Key_Return);
        bench.settle();
        QTRY_VERIFY(bench.says("Accepted: good enough for the radio"));
        QTRY_VERIFY(bench.button("Take back"));
        QTest::mouseClick(bench.button("Take back"), Qt::LeftButton);
        bench.settle();
        QTRY_VERIFY(!bench.says("Accepted:"));
    }
    void theListIsFiltered()
    {
        Bench bench("q1");
        auto* list = bench.named<QListView>("Links, worst first");
        auto* cables = bench.named<QComboBox>("Only this kind of cable");
        cables->setCurrentIndex(cables->findText("OS2"));
        Q_EMIT cables->activated(cables->currentIndex());
        QCOMPARE(list->model()->rowCount(), 1);
        cables = bench.named<QComboBox>("Only this kind of cable");
        QCOMPARE(cables->currentText(), QString("OS2"));
        Q_EMIT cables->activated((cables->setCurrentIndex(0), 0));
        auto* verdicts = bench.named<QComboBox>("Only this verdict");
        verdicts->setCurrentIndex(verdicts->findText("no link"));
        Q_EMIT verdicts->activated(verdicts->currentIndex());
        QCOMPARE(list->model()->rowCount(), 2);
    }
};

SOKUDO_TEST(MatchPageTest)
#include "match_page_test.moc"
