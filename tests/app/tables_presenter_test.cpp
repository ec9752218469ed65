// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/tables_presenter.h"

#include "desk.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Shown : Desk {
    TablesPresenter table{*document};
    QSignalSpy refused{document.get(), &Document::failed};
    int column(const QString& heading) const
    {
        for (int i = 0; i < table.columnCount(); ++i)
            if (table.headerData(i, Qt::Horizontal, Qt::DisplayRole).toString() == heading) return i;
        qFatal("no column %s", qPrintable(heading));
    }
    int row(const QString& name) const
    {
        for (int i = 0; i < table.rowCount(); ++i)
            if (table.index(i, 0).data().toString() == name) return i;
        qFatal("no row %s", qPrintable(name));
    }
    QString cell(const QString& name, const QString& heading) const
    {
        return table.index(row(name), column(heading)).data().toString();
    }
    bool set(const QString& name, const QString& heading, const QString& text)
    {
        return table.setData(table.index(row(name), column(heading)), text, Qt::EditRole);
    }
};

}  // namespace

class TablesPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyKindListsItsObjects()
    {
        Shown shown;
        const plan::Plan& plan = shown.document->plan();
        const auto rows = [&](SurveyTable kind) {
            shown.table.show(kind);
            return static_cast<std::size_t>(shown.table.rowCount());
        };
        QCOMPARE(rows(SurveyTable::Places), plan.places.size());
        QCOMPARE(rows(SurveyTable::Devices), plan.devices.size());
        QCOMPARE(rows(SurveyTable::Runs), plan.runs.size());
        QCOMPARE(rows(SurveyTable::Outlets), plan.places.size());
        const auto jacks = rows(SurveyTable::Jacks), ports = rows(SurveyTable::Ports);
        QCOMPARE(jacks, 4u);  // two wall plates of two
        QCOMPARE(jacks + ports, plan.ports.size());
    }
    void whatIsComputedCannotBeTyped()
    {
        Shown shown;
        shown.table.show(SurveyTable::Devices);
        QVERIFY(shown.table.isEditable(shown.column("Name")) && !shown.table.isEditable(shown.column("Ports used")));
        QVERIFY(shown.table.flags(shown.table.index(0, shown.column("Name"))) & Qt::ItemIsEditable);
        QVERIFY(!(shown.table.flags(shown.table.index(0, shown.column("Ports used"))) & Qt::ItemIsEditable));
        QVERIFY(!shown.set("core", "Ports used", "9 of 9"));
        QCOMPARE(shown.cell("core", "Ports used"), "7 of 10");
    }
    void aCellIsOneEdit()
    {
        Shown shown;
        shown.table.show(SurveyTable::Devices);
        QVERIFY(shown.set("core", "Description", "the big one"));
        QCOMPARE(toQt(plan::deviceNamed(shown.document->plan(), "core")->description), "the big one");
        QVERIFY(shown.set("core", "Name", "heart"));
        QCOMPARE(shown.document->undoStack().count(), 2);
        shown.document->undo();
        QCOMPARE(shown.cell("core", "Description"), "the big one");
        QVERIFY(!shown.set("core", "Description", "the big one"));  // nothing changed
        QCOMPARE(shown.refused.count(), 0);
    }
    /// Signs that mean something in a line mean nothing in a cell.
    void aCellKeepsItsSigns()
    {
        Shown shown;
        shown.table.show(SurveyTable::Devices);
        for (const QString text : {"the \"big\" one", "“old”, 3\" wide", "a=b: c, d"}) {
            QVERIFY(shown.set("core", "Description", text));
            QCOMPARE(toQt(plan::deviceNamed(shown.document->plan(), "core")->description), text);
        }
        QCOMPARE(shown.refused.count(), 0);
    }
    void lengthsTakeUnits_data()
    {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<double>("metres");
        QTest::newRow("metres") << "12" << 12.0;
        QTest::newRow("with a unit") << "12 m" << 12.0;
        QTest::newRow("part of a metre") << "12.5" << 12.5;
        QTest::newRow("feet") << "100 ft" << 30.48;
    }
    void lengthsTakeUnits()
    {
        QFETCH(QString, typed);
        QFETCH(double, metres);
        Shown shown;
        shown.table.show(SurveyTable::Runs);
        QVERIFY(shown.set("west", "Length", typed));
        QCOMPARE(shown.document->plan().runs.find(shown.run("west"))->length->in(), metres);
    }
    void whatCannotBeIsRefused_data()
    {
        QTest::addColumn<int>("kind");
        QTest::addColumn<QString>("row");
        QTest::addColumn<QString>("heading");
        QTest::addColumn<QString>("typed");
        const auto row = [](const char* name, SurveyTable kind, const char* in, const char* heading,
                            const char* typed) {
            QTest::newRow(name) << static_cast<int>(kind) << in << heading << typed;
        };
        row("a length", SurveyTable::Runs, "west", "Length", "far");
        row("a cable", SurveyTable::Runs, "west", "Cable", "string");
        row("a place", SurveyTable::Devices, "core", "Place", "Moon");
        row("a kind", SurveyTable::Devices, "core", "Kind", "teapot");
        row("a name that is taken", SurveyTable::Devices, "core", "Name", "vault");
        row("a temperature", SurveyTable::Places, "Attic", "Warmest in summer", "hot");
    }
    void whatCannotBeIsRefused()
    {
        QFETCH(int, kind);
        QFETCH(QString, row);
        QFETCH(QString, heading);
        QFETCH(QString, typed);
        Shown shown;
        const plan::PlanPtr before = shown.document->snapshot();
        shown.table.show(static_cast<SurveyTable>(kind));
        QVERIFY(!shown.set(row, heading, typed));
        QCOMPARE(shown.refused.count(), 1);
        QVERIFY(shown.document->plan() == *before);
    }
    void fillingIsOneStep()
    {
        Shown shown;
        shown.table.show(SurveyTable::Runs);
        std::vector<int> rows;
        for (const char* label : {"east", "west", "w1"}) rows.push_back(shown.row(label));
        QVERIFY(shown.table.fill(rows, shown.column("Cable"), "cat6a"));
        for (const char* label : {"east", "west", "w1"})
            QCOMPARE(toQt(shown.document->plan().runs.find(shown.run(label))->medium), "cat6a");
        QCOMPARE(shown.document->undoStack().count(), 1);
        // One that cannot be keeps all as they were.
        QVERIFY(!shown.table.fill(rows, shown.column("Length"), "far"));
        QCOMPARE(shown.document->undoStack().count(), 1);
        QVERIFY(!shown.table.fill({}, shown.column("Cable"), "cat6"));
    }
    void copiedAsATable()
    {
        Shown shown;
        shown.table.show(SurveyTable::Devices);
        const QString text = shown.table.copied({shown.row("core"), shown.row("vault")});
        const QStringList lines = text.split('\n', Qt::SkipEmptyParts);
        QCOMPARE(lines.size(), 3);
        QVERIFY(lines[0].startsWith("Name\tKind\tPlace"));
        QVERIFY(lines[1].startsWith("core\tswitch\tR1") && lines[2].startsWith("vault\tstorage\tCellar"));
    }
};

SOKUDO_TEST(TablesPresenterTest)
#include "tables_presenter_test.moc"
