// SPDX-License-Identifier: GPL-3.0-or-later
// The Build bench driven as a person does: branch, edit, compare, search, take over, merge, undo.
#include <QComboBox>
#include <QLineEdit>
#include <QSpinBox>
#include <QTableWidget>

#include "build_bench.h"
#include "core/buy/cascade.h"
#include "standing_clock.h"
#include "ui/pages/buy_list_pane.h"
#include "ui/widgets/compare_grid.h"
#include "ui/widgets/month_scale.h"

using namespace sokudo;
using namespace sokudo::testing;
using ui::BuildPage;

namespace {

struct Bench : BuildBench {
    StandingClock clock{"2026-11-28"};
    Bench() { settle(); }
    void type(const char* field, const QString& text)
    {
        auto* line = named<QLineEdit>(field);
        QVERIFY2(line, field);
        line->setFocus();
        QTest::keyClicks(line, text);
        QTest::keyClick(line, Qt::Key_Return);
    }
    void press(const QString& text)
    {
        QPushButton* found = button(text);
        QVERIFY2(found, qPrintable(text));
        found->click();
    }
};

}  // namespace

class BuildPageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void variantsStandBesideTheHouse()
    {
        Bench bench;
        auto* grid = bench.named<ui::CompareGrid>("Variants side by side");
        QVERIFY(grid);
        QVERIFY(grid->accessibleDescription().contains("To buy, some of it rough: As it is 0.00"));
        QVERIFY(bench.says("fast plates: to buy"));
        // The next column is chosen with the arrow.
        grid->setFocus();
        QTest::keyClick(grid, Qt::Key_Right);
        bench.settle();
        QVERIFY(bench.says("a new switch in the rack: to buy"));
        QTest::keyClick(grid, Qt::Key_Right);
        bench.settle();
        QVERIFY(bench.says("ten gigabit upstairs: to buy"));
    }

    void branchEditCompareAndUndo()
    {
        Bench bench;
        bench.type("Name of a new variant", "desk upstairs");
        bench.settle();
        QVERIFY(bench.page->presenter().document().versions().opened().isSet());
        QVERIFY(bench.says("It does not differ from the house yet"));
        auto* command = bench.window->findChild<ui::CommandField*>();
        command->ask("add switch desk in study: 8x sfp+ 10g");
        QTest::keyClick(command, Qt::Key_Return);
        bench.settle();
        QVERIFY(plan::deviceNamed(bench.document->plan(), "desk"));
        QVERIFY(!plan::deviceNamed(*bench.document->house(), "desk"));
        QVERIFY(bench.says("What differs, drawn: 1 new"));
        QVERIFY(bench.says("8-port SFP+ switch, managed, 1"));
        QTest::keySequence(bench.window.get(), QKeySequence::Undo);
        bench.settle();
        QVERIFY(!plan::deviceNamed(bench.document->plan(), "desk"));
        QTest::keySequence(bench.window.get(), QKeySequence("Ctrl+Shift+Z"));
        bench.settle();
        QVERIFY(plan::deviceNamed(bench.document->plan(), "desk"));
        bench.press("Back to the house");
        bench.settle();
        QVERIFY(!bench.document->versions().opened().isSet());
        QSignalSpy failed(bench.document.get(), &app::Document::failed);
        bench.press("It is built: merge it into the house");
        bench.settle();
        QVERIFY2(failed.isEmpty(), failed.isEmpty() ? "" : qPrintable(failed[0][0].toString()));
        QVERIFY(plan::deviceNamed(bench.document->plan(), "desk"));
        QTest::keySequence(bench.window.get(), QKeySequence::Undo);
        bench.settle();
        QVERIFY(!plan::deviceNamed(bench.document->plan(), "desk"));
    }

    void theListIsReadTickedAndSaved()
    {
        Bench bench;
        bench.page->showPane(BuildPage::List);
        bench.settle();
        auto* table = bench.named<QTableWidget>("What to buy");
        QVERIFY(table);
        QVERIFY2(table->rowCount() >= 2, qPrintable(QString::number(table->rowCount())));
        int card = -1;
        for (int row = 0; row < table->rowCount(); ++row)
            if (table->item(row, 0)->text().startsWith("25G card")) card = row;
        QVERIFY(card >= 0);
        QCOMPARE(table->item(card, 4)->text(), "118.00");
        QCOMPARE(table->item(card, 5)->text(), "open-box");
        table->selectRow(card);
        bench.press("Ordered");
        bench.settle();
        for (int row = 0; row < table->rowCount(); ++row)
            if (table->item(row, 0)->text().startsWith("25G card")) QCOMPARE(table->item(row, 7)->text(), "ordered");
        auto& pane = *static_cast<ui::BuyListPane*>(bench.page->paneWidget(BuildPage::List));
        QTemporaryDir folder;
        QCOMPARE(pane.saveCsv(folder.filePath("list.csv")), QString());
        QFile csv(folder.filePath("list.csv"));
        QVERIFY(csv.open(QIODevice::ReadOnly) && csv.readAll().startsWith("part,name,count"));
        QCOMPARE(pane.savePdf(folder.filePath("trip.pdf")), QString());
        QVERIFY(QFileInfo(folder.filePath("trip.pdf")).size() > 1000);
        QVERIFY(!pane.saveCsv("/nowhere/list.csv").isEmpty());
        QVERIFY(!pane.savePdf("/nowhere/trip.pdf").isEmpty());
    }

    void aWishIsSearchedAndTakenOver()
    {
        Bench bench;
        bench.page->showPane(BuildPage::Cheapest);
        letEventsPass();
        bench.type("Wish", "platen to moon at 25g");
        QVERIFY(bench.says("moon"));
        bench.named<QLineEdit>("Wish")->clear();
        bench.type("Wish", "platen to vault at 25g");
        bench.press("Find the cheapest plan");
        QVERIFY(bench.button("Stop, and keep the best found"));
        QVERIFY(QTest::qWaitFor([&] { return bench.says("Proved least: 118.00"); }, 60000));
        QVERIFY(bench.says("Why not cheaper"));
        bench.type("Name of the variant", "plates first");
        bench.settle();
        QCOMPARE(bench.page->pane(), BuildPage::Variants);
        QVERIFY(bench.says("plates first: to buy"));
        QVERIFY(!bench.document->versions().opened().isSet());
    }

    void stagesAreDrawnByMonth()
    {
        Bench bench;
        bench.page->showPane(BuildPage::Stages);
        letEventsPass();
        bench.press("Find the best order");
        QVERIFY(QTest::qWaitFor([&] { return bench.says("part houses judged"); }, 60000));
        auto* scale = bench.named<ui::MonthScale>("Stages by month");
        QVERIFY(scale && scale->accessibleDescription().contains("month 1"));
    }

    void worthIsAnsweredAsItIsTyped()
    {
        Bench bench;
        bench.page->showPane(BuildPage::Worth);
        letEventsPass();
        QVERIFY(bench.says("Pay the premium now"));
        bench.named<QDoubleSpinBox>("The better one costs more by")->setValue(4000);
        QVERIFY(bench.says("Wait: doing it again costs less"));
        QVERIFY(bench.says("vault"));
        bench.named<QSpinBox>("Runs to test")->setValue(100);
        QVERIFY(bench.says("of 5.0 expected faults"));
    }

    void whatACardBringsAlongFollowsTheChoice()
    {
        Bench bench;
        bench.page->showPane(BuildPage::Worth);
        letEventsPass();
        auto* host = bench.named<QComboBox>("Into");
        auto* card = bench.named<QComboBox>("Card");
        QVERIFY(host && card && host->count() >= 2);
        for (int i = 0; i < host->count(); ++i) {
            host->setCurrentIndex(i);
            const auto* gear =
                bench.page->presenter().knowledge().find<kb::Gear>(card->currentData().toString().toStdString());
            const auto found = buy::cascadeOf(bench.document->plan(), {host->currentData().toLongLong()}, *gear,
                                              bench.page->presenter().knowledge());
            QVERIFY(found);
            QVERIFY2(bench.says(toQt(found->sentence)), qPrintable(host->currentText()));
        }
        card->setCurrentIndex(card->findData("card-100"));
        QVERIFY(bench.says("100G card"));
        QVERIFY(bench.says("Before you touch a card"));
    }

    void fibreOrRadioFollowsTheForm()
    {
        Bench bench;
        bench.page->showPane(BuildPage::Worth);
        letEventsPass();
        // 10 Gb/s: no radio of the tables carries it.
        QVERIFY(bench.says("no bridge of the tables is enough"));
        bench.named<QComboBox>("Wanted rate")->setCurrentIndex(0);
        QVERIFY(bench.says("60 GHz bridge, 1G port: "));
        QVERIFY(bench.says("Roofs, masts"));
        bench.named<QComboBox>("Way over for fibre")->setCurrentIndex(2);
        QVERIFY(bench.says("Fibre, a duct that is there"));
        QVERIFY(bench.says("Before you dig"));
        bench.named<QDoubleSpinBox>("Distance between the buildings")->setValue(900);
        QVERIFY(bench.says("not enough: it is made for 400"));
    }

    void everyTextCanBeReadAtTheLeastSize()
    {
        Bench bench;
        bench.window->resize(1024, 700);
        for (BuildPage::Pane pane :
             {BuildPage::Variants, BuildPage::List, BuildPage::Cheapest, BuildPage::Stages, BuildPage::Worth}) {
            bench.page->showPane(pane);
            letEventsPass();
            for (QLabel* one : bench.page->findChildren<QLabel*>())
                if (one->isVisible() && one->wordWrap())
                    QVERIFY2(one->height() + 4 >= one->heightForWidth(one->width()), qPrintable(one->text()));
        }
    }
};

SOKUDO_TEST(BuildPageTest)
#include "build_page_test.moc"
