// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/supply_line.h"

#include "core/editline/words.h"
#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "core/plan/plugs.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

const char* const kHouse =
    "add place a\nadd outlet bench in a\nadd strip long one in a, into=bench\nadd ups u in a\n"
    "add switch spread in a: 2x rj45\nadd camera c in a: rj45 as eth\n"
    "add run spread 1 - c, cat6 9m\n";

Result<std::vector<plan::Supply>> readIn(const plan::Plan& plan, const std::string& text)
{
    return editline::suppliesFrom({"fed", text, {text, 0, true}}, *plan::deviceNamed(plan, "c"), plan);
}

}  // namespace

class SupplyLineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// What is written of a device is read as the same again.
    void roundTrip_data()
    {
        QTest::addColumn<QString>("line");
        for (const char* line : {"outlet bench", "brick outlet long one 60w 88% covers 2", "u", "brick u", "spread",
                                 "mains", "brick", "dc spread", "u + outlet bench", "spread + brick outlet bench 24w"})
            QTest::newRow(line) << line;
    }
    void roundTrip()
    {
        QFETCH(QString, line);
        const plan::Plan plan = houseOf(std::string(kHouse) + "set c fed=\"" + line.toStdString() + "\"\n");
        QCOMPARE(toQt(editline::suppliesText(*plan::deviceNamed(plan, "c"), plan)), line);
    }
    void whatItMeans()
    {
        const plan::Plan plan = houseOf(kHouse);
        const auto brick = readIn(plan, "brick outlet bench 60w 88% covers 2");
        QCOMPARE(brick->front().kind, plan::SupplyKind::Brick);
        NEAR(brick->front().output->in(), 60, 1e-9);
        QCOMPARE(*brick->front().percent, 88);
        QCOMPARE(brick->front().covers, 2);
        // Over its one cable to the feeder: the port where power enters is known.
        const auto cable = readIn(plan, "spread");
        QCOMPARE(cable->front().kind, plan::SupplyKind::Cable);
        QCOMPARE(cable->front().port, portCalled(plan, "c eth"));
        QCOMPARE(readIn(plan, "port eth")->front().port, portCalled(plan, "c eth"));
        QVERIFY(readIn(plan, "none")->empty());
    }
    void refused_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        QTest::newRow("nobody") << "toaster"
                                << "toaster";
        QTest::newRow("no outlet") << "outlet moon"
                                   << "no outlet";
        QTest::newRow("no port") << "port 9"
                                 << "no port";
        QTest::newRow("watts") << "outlet bench 60k"
                               << "60w";
        QTest::newRow("percent") << "outlet bench 140%"
                                 << "88%";
        QTest::newRow("covers") << "outlet bench covers 9"
                                << "covers 2";
        QTest::newRow("cable") << "cable outlet bench"
                               << "cord or a brick";
        QTest::newRow("dc") << "dc 5w"
                            << "which device";
    }
    void refused()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        const auto got = readIn(houseOf(kHouse), line.toStdString());
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().message()).contains(says), got.error().message().c_str());
    }
    /// A name with blanks around and within it is told with single ones, and found.
    void aNameWithBlanks()
    {
        plan::Plan plan = houseOf(kHouse);
        plan::Outlet outlet = *plan.outlets.begin();
        outlet.name = "  by  the door ";
        plan = *plan::edits::putRecord(plan, outlet);
        const auto read = readIn(plan, "outlet by the door 60w");
        QVERIFY2(read.has_value(), read ? "" : read.error().message().c_str());
        QCOMPARE(read->front().outlet, outlet.id);
        QCOMPARE(readIn(plan, "outlet   by  the  DOOR")->front().outlet, outlet.id);
        // What is shown of a device and set again is the same.
        plan::Device c = *plan::deviceNamed(plan, "c");
        c.supplies = {*read};
        plan = *plan::edits::putDevice(plan, c);
        const std::string shown = editline::suppliesText(c, plan);
        QCOMPARE(plan::deviceNamed(houseOf("set c fed=\"" + shown + "\"\n", plan), "c")->supplies, c.supplies);
    }
    /// A name with signs of the line in it is told in quotation marks, and found again.
    void aNameWithSigns_data()
    {
        QTest::addColumn<QString>("name");
        for (const char* name : {"\"q\"517 6", "a+b", "a, b", "rack: left", "cable", "mains 2", "„x“", "60w"})
            QTest::newRow(name) << name;
    }
    void aNameWithSigns()
    {
        QFETCH(QString, name);
        plan::Plan plan = houseOf(kHouse);
        plan::Device battery = *plan::deviceNamed(plan, "u");
        battery.name = name.toStdString();
        plan = *plan::edits::putDevice(plan, battery);
        plan::Device c = *plan::deviceNamed(plan, "c");
        c.supplies = {{plan::SupplyKind::Brick, {}, battery.id, {}, Watt::of(60), 88, 2},
                      {plan::SupplyKind::Cord, {}, battery.id, {}, {}, {}, 1}};
        const std::string shown = editline::suppliesText(c, plan);
        const auto read = readIn(plan, shown);
        QVERIFY2(read.has_value(), read ? "" : (shown + ": " + read.error().message()).c_str());
        QCOMPARE(*read, c.supplies);
        // Typed as it stands on the label, it is found too.
        if (name.contains('"')) QCOMPARE(readIn(plan, name.toStdString())->front().from, battery.id);
        // In a whole line, the value is quoted once more.
        const std::string line = "set c fed=" + editline::quoted(shown) + "\n";
        QCOMPARE(plan::deviceNamed(houseOf(line, plan), "c")->supplies, c.supplies);
    }
    void plugs()
    {
        const plan::Plan plan = houseOf(std::string(kHouse) +
                                        "set c fed=\"brick outlet bench covers 3 + u\"\n"
                                        "add router r in a, power-source=outlet brick=2\n");
        QCOMPARE(plan::socketsTaken(*plan::deviceNamed(plan, "c")), 4);
        QCOMPARE(plan::socketsTaken(*plan::deviceNamed(plan, "r")), 2);
        QCOMPARE(plan::socketsTaken(*plan::deviceNamed(plan, "spread")), 0);
    }
    /// A strip that hangs on itself, a device that feeds itself, an outlet on two things.
    void nothingHangsOnItself()
    {
        const plan::Plan plan = houseOf(kHouse);
        IdSource ids(7);
        ids.startAfter(plan::greatestId(plan));
        const auto refusal = [&](const char* line) {
            const auto got = editline::editedByAll(plan, line, knowledge(), ids);
            return got ? QString() : toQt(got.error().message());
        };
        QVERIFY(refusal("set outlet bench into=\"long one\"").contains("plugged into itself"));
        QVERIFY(refusal("set u fed=u").contains("fed by itself"));
        QVERIFY(refusal("set strip long one battery=u").contains("more than one"));
        QVERIFY(refusal("add circuit k, breaker=-4").contains("0.1"));
        // What is deleted is let go of, and nothing dangles.
        const plan::Plan gone =
            houseOf("set c fed=\"outlet long one + spread\"\ndelete strip long one\ndelete spread\n", plan);
        QVERIFY(plan::brokenInvariants(gone).empty());
        QCOMPARE(plan::deviceNamed(gone, "c")->supplies.size(), 2u);  // a cord, and power at its port
    }
};

SOKUDO_TEST(SupplyLineTest)
#include "supply_line_test.moc"
