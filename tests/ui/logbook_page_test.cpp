// SPDX-License-Identifier: GPL-3.0-or-later
// The logbook in the real window: filters by kind, and when a change was really made.
#include <QComboBox>
#include <QLineEdit>
#include <QTableView>

#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::ui;

namespace {

struct Shown : sokudo::testing::WindowDesk {
    QTableView* table = nullptr;
    Shown()
    {
        window->showBench(MainWindow::Logbook);
        table = named<QTableView>("Entries, newest first");
        if (!table) qFatal("no table of entries");
    }
    QString text(int row) const { return table->model()->index(row, 2).data().toString(); }
    void pick(const QString& part)
    {
        for (int row = 0; row < table->model()->rowCount(); ++row)
            if (text(row).contains(part)) return table->setCurrentIndex(table->model()->index(row, 2));
        qFatal("no entry %s", qPrintable(part));
    }
    int rowsWith(const QString& part) const
    {
        int count = 0;
        for (int row = 0; row < table->model()->rowCount(); ++row) count += text(row).contains(part);
        return count;
    }
};

}  // namespace

class LogbookPageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyKindCanBeShown()
    {
        Shown shown;
        auto* kind = shown.named<QComboBox>("Kind of entry");
        const int all = shown.table->model()->rowCount();
        int sum = 0;
        for (int i = 1; i < kind->count(); ++i) {
            kind->setCurrentIndex(i);
            sum += shown.table->model()->rowCount();
        }
        QCOMPARE(sum, all);
    }
    void whenAChangeWasMade()
    {
        Shown shown;
        const QString name = "When the selected change was made, UTC";
        shown.pick("file copy");
        auto* moment = shown.named<QLineEdit>(name);
        QVERIFY(!moment || !moment->isVisible());  // a measurement is made when it is made
        shown.pick("signing off");
        moment = shown.named<QLineEdit>(name);
        QVERIFY(moment && moment->isVisible());
        moment->setText("2026-11-07 18:00");
        shown.button("Set")->click();
        QCOMPARE(shown.rowsWith("signing off inside the house, made on"), 1);
        QVERIFY(moment->text().isEmpty());
        shown.pick("signing off");
        shown.button("Only written down")->click();
        QCOMPARE(shown.rowsWith("made on"), 0);
        QCOMPARE(shown.rowsWith("signing off inside the house, only written down"), 1);
    }
};

SOKUDO_TEST(LogbookPageTest)
#include "logbook_page_test.moc"
