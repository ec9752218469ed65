// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/paste.h"

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::survey;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

plan::Plan house()
{
    return houseOf(
        "add room hall\nadd room study level 1\nadd switch core in hall: 4x rj45\nadd panel p in hall: 4x cat6\nadd "
        "jack study in study: W1, W2 cat6");
}

Result<Pasted> pasted(const char* text, const plan::Plan& plan = house())
{
    IdSource ids(9);
    return readPasted(text, plan, knowledge(), ids);
}

QString meanings(const Pasted& table)
{
    QStringList all;
    for (const PastedColumn& column : table.columns) all << toQt(column.meaning);
    return all.join("|");
}

}  // namespace

class PasteTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void runsByTheirHeadings()
    {
        const auto table = pasted(
            "Label\tFrom\tFrom port\tTo\tTo port\tCable\tLength (m)\tColour\nA1\tp\t1\tstudy\tW1\tCat "
            "6A\t21\tblue\nA2\tp\t2\tstudy\tW2\tcat6\t\tred\n");
        QVERIFY2(table, table ? "" : table.error().message().c_str());
        QCOMPARE(table->kind, PastedKind::Runs);
        QCOMPARE(meanings(*table), "label|from|from port|to|to port|cable|length|");
        QCOMPARE(table->good, 2);
        QVERIFY(table->hasHeadings);
        IdSource ids(9);
        const auto next = withPasted(*table, house(), knowledge(), ids);
        QVERIFY2(next, next ? "" : next.error().message().c_str());
        QCOMPARE(next->runs.size(), 2u);
        const plan::Run& first =
            *std::find_if(next->runs.begin(), next->runs.end(), [](const plan::Run& run) { return run.label == "A1"; });
        QCOMPARE(toQt(first.medium), "cat6a");
        QCOMPARE(first.length->in(), 21.0);
    }
    void columnsByWhatStandsInThem()
    {
        const auto table = pasted("p 1;study W1;cat6;21 m\np 2;study W2;cat6;22 m");
        QVERIFY2(table, table ? "" : table.error().message().c_str());
        QCOMPARE(meanings(*table), "from|to|cable|length");
        QCOMPARE(table->good, 2);
        const auto devices = pasted("cam-1,camera,study\ncam-2,camera,hall");
        QCOMPARE(devices->kind, PastedKind::Devices);
        QCOMPARE(meanings(*devices), "name|role|place");
        QCOMPARE(devices->good, 2);
    }
    void devicesAndPlaces()
    {
        const auto places = pasted("Room,Floor\nattic,2\nstudy,1\n");
        QCOMPARE(places->kind, PastedKind::Places);
        QCOMPARE(places->good, 1);  // there is a study already
        QVERIFY(toQt(places->rows[1].problem).contains("already a place called study"));
        const auto devices = pasted("name\ttype\troom\tports\nspread\tswitch\thall\t16x rj45 2.5g, 2x sfp+\n");
        QCOMPARE(devices->good, 1);
        IdSource ids(9);
        const auto next = withPasted(*devices, house(), knowledge(), ids);
        QCOMPARE(plan::portsOf(*next, plan::deviceNamed(*next, "spread")->id).size(), 18u);
    }
    void aRowThatIsRefusedIsSaid()
    {
        const auto table = pasted("from\tto\tcable\np 1\tstudy W1\tcat6\np 1\tstudy W2\tcat6\np 9\tstudy W2\tcat6\n");
        QCOMPARE(table->good, 2);  // a panel port takes two cables, front and back
        QVERIFY(toQt(table->rows[2].problem).contains("p has the ports"));
        QVERIFY(toQt(table->rows[2].line).startsWith("add run p 9 - study W2,"));
    }
    void columnsThatTheUserNames()
    {
        IdSource ids(9);
        const auto table =
            readPasted("x\ty\np 1\tstudy W1\n", PastedKind::Runs, {"from", "to"}, house(), knowledge(), ids);
        QCOMPARE(table->good, 1);  // the first row is no heading, and is refused
        QVERIFY(!readPasted("a\tb\tc\n", PastedKind::Runs, {"from", "to"}, house(), knowledge(), ids));
        QVERIFY(meaningsOf(PastedKind::Devices).size() == 5);
    }
    void nothingToPaste()
    {
        QVERIFY(!pasted(""));
        QVERIFY(!pasted("once upon a time\nthere was a cable\n"));
    }
};

SOKUDO_TEST(PasteTest)
#include "paste_test.moc"
