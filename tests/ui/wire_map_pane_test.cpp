// SPDX-License-Identifier: GPL-3.0-or-later
// A wire map filled in by keyboard, kept with its run, undone.
#include "ui/pages/wire_map_pane.h"
#include "build_bench.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>

#include "ui/widgets/wire_map_view.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

namespace {

struct Bench : BuildBench {
    Bench()
    {
        page->showPane(BuildPage::WireMap);
        letEventsPass();
    }
    QLineEdit* pin(int number) const { return named<QLineEdit>(QString("Pin %1 comes out at").arg(number)); }
    void type(const char* keys)
    {
        pin(1)->setFocus();
        pin(1)->selectAll();
        for (const char* key = keys; *key; ++key) QTest::keyClicks(QApplication::focusWidget(), QString(QChar(*key)));
    }
    QString drawn() const { return named<ui::WireMapView>("Drawing of the wires")->accessibleDescription(); }
};

}  // namespace

class WireMapPaneTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void eightFieldsAreFilledByKeyboard()
    {
        Bench bench;
        // Nothing is claimed of a cable that nobody has mapped.
        QVERIFY(!bench.says("Straight: all four pairs"));
        QVERIFY(bench.says("Fill in what the tester shows"));
        bench.type("1234567");
        QVERIFY(!bench.says("Straight: all four pairs"));
        bench.button("All straight")->click();
        QVERIFY(bench.says("Straight: all four pairs"));
        bench.type("12645378");
        QVERIFY(bench.drawn().contains("pin 3 comes out at 6"));
        QVERIFY(bench.drawn().contains("pin 6 comes out at 3"));
        QVERIFY(bench.says("Reversed pair"));
        // An open wire.
        bench.type("x2345678");
        QVERIFY(bench.drawn().startsWith("pin 1 is open"));
        QVERIFY(bench.says("Open on 1-2 or 3-6"));
        QVERIFY(bench.says("no link"));
        // The tester's other sign for it.
        bench.type("1o345678");
        QVERIFY(bench.drawn().contains("pin 2 is open"));
    }

    void arrowsAndBackspaceGoBack()
    {
        Bench bench;
        bench.type("123");
        QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(bench.pin(4)));
        QTest::keyClick(bench.pin(4), Qt::Key_Left);
        QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(bench.pin(3)));
        bench.pin(3)->clear();
        QTest::keyClick(bench.pin(3), Qt::Key_Backspace);
        QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(bench.pin(2)));
        QTest::keyClick(bench.pin(2), Qt::Key_Right);
        QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(bench.pin(3)));
    }

    void aWrongKeyAndADoublePinAreSaid()
    {
        Bench bench;
        bench.pin(1)->setFocus();
        bench.pin(1)->selectAll();
        QTest::keyClicks(bench.pin(1), "q");
        QVERIFY(bench.says("A pin comes out at 1 to 8"));
        bench.type("11345678");
        QVERIFY(bench.says("far pin 1 takes two wires"));
        QVERIFY(!bench.button("Keep this result with the run")->isEnabled());
    }

    void aSplitPairIsDrawnAndSaid()
    {
        Bench bench;
        auto* crosstalk = bench.window->findChild<QCheckBox*>();
        for (QCheckBox* box : bench.window->findChildren<QCheckBox*>())
            if (box->text().startsWith("Crosstalk fails")) crosstalk = box;
        QVERIFY(crosstalk);
        bench.button("All straight")->click();
        crosstalk->setChecked(true);
        QVERIFY(bench.says("Split pair"));
        QVERIFY(bench.drawn().contains("twisted together: a split pair"));
        QVERIFY(bench.says("Behind a wall plate there may be mains"));
        QVERIFY(!bench.window->grab().isNull());
    }

    void touchingPinsAreDrawn()
    {
        Bench bench;
        bench.button("All straight")->click();
        auto* shorts = bench.named<QLineEdit>("Pins that touch");
        shorts->setFocus();
        QTest::keyClicks(shorts, "4=5");
        QTest::keyClick(shorts, Qt::Key_Return);
        QVERIFY(bench.drawn().contains("pins 4 and 5 touch"));
        QVERIFY(bench.says("Wires 4 and 5 of one pair touch"));
        shorts->clear();
        QTest::keyClicks(shorts, "4");
        QTest::keyClick(shorts, Qt::Key_Return);
        QVERIFY(bench.says("a pin and where it comes out"));
    }

    void theResultIsKeptWithTheRunAndUndone()
    {
        Bench bench;
        const auto rows = bench.page->tests().rows();
        QVERIFY(!bench.button("Keep this result with the run")->isEnabled());
        bench.page->tests().choose(rows.front().run);
        bench.type("1234567x");
        const QString before = bench.page->tests().progress();
        bench.button("Keep this result with the run")->click();
        QCOMPARE(bench.document->plan().runs.find(rows.front().run)->wireMap, std::string("open-cd"));
        QVERIFY(bench.page->tests().progress() != before || rows.front().isTested);
        QTest::keySequence(bench.window.get(), QKeySequence::Undo);
        QVERIFY(bench.document->plan().runs.find(rows.front().run)->wireMap != "open-cd");
    }

    void theEndsAndTheSchemeAreChosen()
    {
        Bench bench;
        bench.type("x2345678");
        auto* near = bench.named<QComboBox>("Near end");
        near->setCurrentIndex(near->findData("plug"));
        Q_EMIT near->activated(near->currentIndex());
        QVERIFY(bench.says("The near end is likelier"));
        auto* scheme = bench.named<QComboBox>("Wiring scheme");
        scheme->setCurrentIndex(1);
        QVERIFY(!bench.named<ui::WireMapView>("Drawing of the wires")->grab().isNull());
    }
};

SOKUDO_TEST(WireMapPaneTest)
#include "wire_map_pane_test.moc"
