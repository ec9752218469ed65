// SPDX-License-Identifier: GPL-3.0-or-later
// What a device takes, and how anybody knows: each source of a figure by itself, and which of two counts.
#include "core/power/draw.h"

#include "core/kb/power_rows.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

/// The draw of device d in a house of one place; all its ports count as cabled.
Draw drawn(const std::string& line, std::optional<Watt> shown = {})
{
    const plan::Plan plan = houseOf("add place a\n" + line + "\n");
    const plan::Device& device = *plan::deviceNamed(plan, "d");
    return drawOf(device, plan::portsOf(plan, device.id), shown, knowledge());
}

}  // namespace

class DrawTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Every kind that takes power has a row, low is not above usual and usual not above most.
    void everyRowIsABand()
    {
        for (const kb::DeviceWatts& row : knowledge().all<kb::DeviceWatts>()) {
            QVERIFY2(plan::roleFromCode(row.role), row.role.c_str());
            QVERIFY2(row.idleLow <= row.idle && row.idle <= row.idleHigh, row.role.c_str());
            QVERIFY2(row.idle <= row.usual && row.usual <= row.most, row.role.c_str());
        }
        for (const kb::PowerFigure& row : knowledge().all<kb::PowerFigure>())
            QVERIFY2(row.low <= row.usual && row.usual <= row.high, row.id.c_str());
        QCOMPARE(kb::powerFigure(knowledge(), "no such figure").usual, 0.0);
    }
    void whichSourceCounts_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<double>("shown");
        QTest::addColumn<double>("watts");
        QTest::addColumn<QString>("basis");
        const auto row = [](const char* name, const char* line, double shown, double watts, const char* basis) {
            QTest::newRow(name) << line << shown << watts << basis;
        };
        row("table", "add router d in a", 0, 9, "table");
        row("stated", "add router d in a, usual-w=11", 0, 11, "stated");
        row("shown", "add router d in a", 6.5, 6.5, "PoE reading");
        row("shown over stated", "add router d in a, usual-w=11", 6.5, 6.5, "PoE reading");
        row("meter", "add router d in a, meter-w=13", 0, 13, "meter");
        row("meter over all", "add router d in a, usual-w=11 meter-w=13", 6.5, 13, "meter");
        row("a battery unit", "add ups d in a", 0, 9, "table");
        row("a switch without ports", "add switch d in a", 0, 7, "table");
        row("no row", "add panel d in a", 0, 0, "none");
    }
    void whichSourceCounts()
    {
        QFETCH(QString, line);
        QFETCH(double, shown);
        QFETCH(double, watts);
        QFETCH(QString, basis);
        const Draw draw = drawn(line.toStdString(), shown > 0 ? std::optional(Watt::of(shown)) : std::nullopt);
        NEAR(draw.usual.usual.in(), watts, 1e-6);
        QCOMPARE(toQt(word(draw.basis)), basis);
    }
    /// What was read is one figure; what is of the table is a band.
    void bands()
    {
        QVERIFY(drawn("add router d in a, usual-w=11").usual == (WattBand{Watt::of(11), Watt::of(11), Watt::of(11)}));
        const WattBand table = drawn("add router d in a").usual;
        QVERIFY(table.low < table.usual && table.usual < table.high);
        const WattBand twice = table * 2;
        NEAR(twice.high.in(), 2 * table.high.in(), 1e-3);
        WattBand sum = table;
        sum += table;
        QVERIFY(sum == twice);
    }
    /// A figure that is read bounds the idle draw above it and lifts the most below it.
    void theOthersFollow()
    {
        const Draw low = drawn("add router d in a, usual-w=3");
        NEAR(low.idle.usual.in(), 3, 1e-6);
        NEAR(low.most.usual.in(), 18, 1e-6);
        const Draw high = drawn("add router d in a, usual-w=50");
        NEAR(high.most.usual.in(), 50, 1e-6);
        NEAR(high.idle.usual.in(), 7, 1e-6);
        const Draw stated = drawn("add router d in a, idle-w=2 usual-w=5 most-w=9");
        NEAR(stated.idle.usual.in(), 2, 1e-6);
        NEAR(stated.most.usual.in(), 9, 1e-6);
    }
    /// The class of a fed device bounds what it can take: 6.49 W of class 2.
    void theClassBounds()
    {
        const Draw draw = drawn("add camera d in a: rj45\nset d 1 pd=class2");
        NEAR(draw.most.usual.in(), 6.49, 1e-6);
        NEAR(draw.usual.high.in(), 6.49, 1e-6);
        QVERIFY(draw.usual.usual <= draw.most.usual);
    }
    /// 2.5 Gb/s copper ports at 1.2 W each on a switch of 7 W; a module as its row says, or as its own label does.
    void portsAndModules()
    {
        NEAR(drawn("add switch d in a: 2x rj45 2.5g").usual.usual.in(), 7 + 2 * 1.2, 1e-6);
        const double empty = drawn("add switch d in a: sfp+").usual.usual.in();
        NEAR(empty, 7, 1e-6);
        const double optical = drawn("add switch d in a: sfp+\nset d 1 module=10gbase-sr").usual.usual.in();
        QVERIFY(optical > empty && optical < empty + 2);
        NEAR(drawn("add switch d in a: sfp+\nset d 1 module=10gbase-t module-w=2.7").usual.usual.in(), 9.7, 1e-6);
    }
    /// Two disks are in the row of a store; four more at 6.5 W are 26 W. Flash takes 2 W each.
    void disks()
    {
        const double two = drawn("add storage d in a, disks=\"hdd*2 raid1\"").usual.usual.in();
        NEAR(two, 26, 1e-6);
        NEAR(drawn("add storage d in a, disks=\"hdd*6 raid6\"").usual.usual.in(), two + 4 * 6.5, 1e-6);
        const double bare = drawn("add computer d in a").usual.usual.in();
        NEAR(drawn("add computer d in a, disks=nvme4").usual.usual.in(), bare + 2, 1e-6);
    }
    void itSaysWhereItIsFrom_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        QTest::newRow("table") << "add router d in a"
                               << "typical of a router, unsure";
        QTest::newRow("stated") << "add router d in a, usual-w=5"
                                << "stated, source not known";
        QTest::newRow("printed") << "add router d in a, usual-w=5 source=printed"
                                 << "stated, printed";
        QTest::newRow("meter") << "add router d in a, meter-w=5"
                               << "a meter at its plug";
        QTest::newRow("meter, when") << "add router d in a, meter-w=5 source=measured on=2026-11-04"
                                     << "a meter at its plug, measured 2026-11-04";
    }
    void itSaysWhereItIsFrom()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        QCOMPARE(toQt(drawn(line.toStdString()).says.text()), says);
    }
};

SOKUDO_TEST(DrawTest)
#include "draw_test.moc"
