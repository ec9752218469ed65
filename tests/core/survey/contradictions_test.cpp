// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/contradictions.h"

#include "house_lines.h"
#include "plan_builder.h"

using namespace sokudo;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

const char* const kHouse =
    "add room hall\nset place hall size=10x4 corner=0x0 ceiling=2.5m\nadd rack R in hall, rack-units=6\n"
    "add switch sw in hall, at=0x0: 4x rj45, sfp+ as X, rj45 as C\nadd computer pc in hall, at=10x0: rj45, rj45 as L2\n"
    "add network lan\nadd network cams, tag=20\n";

QStringList kindsOf(const plan::Plan& plan)
{
    QStringList kinds;
    for (const survey::Contradiction& one : survey::contradictions(plan, knowledge())) kinds << one.kind;
    return kinds;
}

}  // namespace

class ContradictionsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void found_data()
    {
        QTest::addColumn<QString>("lines");
        QTest::addColumn<QString>("kind");  // empty: nothing contradicts
        const auto row = [](const char* name, const char* lines, const char* kind) {
            QTest::newRow(name) << lines << kind;
        };
        row("nothing", "", "");
        row("two labels", "add run sw 1 - pc 1, cat6a label=q1\nadd run sw 2 - pc L2, cat6a label=Q1", "two-labels");
        row("one label", "add run sw 1 - pc 1, cat6a label=q1\nadd run sw 2 - pc L2, cat6a label=q2", "");
        row("one address", "add address sw 10.0.0.2\nadd address pc 10.0.0.2", "two-addresses");
        row("two of one device", "add address sw 10.0.0.2\nadd address sw 10.0.0.2", "");
        row("one hardware address",
            "add address sw 10.0.0.2, hardware=02:00:00:00:00:01\nadd address pc 10.0.0.3, hardware=02:00:00:00:00:01",
            "two-addresses");
        row("combo twice", "set sw C shares=X\nadd run sw X - open, om4\nadd run sw C - pc 1, cat6a", "combo-twice");
        row("combo once", "set sw C shares=X\nadd run sw C - pc 1, cat6a", "");
        row("rate beyond its cage", "set sw X rates=25", "rate-beyond-cage");
        row("rate of its cage", "set sw X rates=10", "");
        row("outlet and feeder", "set pc power-source=outlet fed=sw", "two-feeders");
        row("fed without a cable", "set pc power-source=poe fed=sw", "fed-without-cable");
        row("fed over its cable", "set pc power-source=poe fed=sw\nadd run sw 1 - pc 1, cat6a", "");
        row("a ring of feeders", "set pc fed=sw\nset sw fed=pc", "feeds-itself");
        row("a unit twice", "add switch a in R, unit=2 height-u=2\nadd switch b in R, unit=3", "one-unit-twice");
        row("units beside", "add switch a in R, unit=2 height-u=2\nadd switch b in R, unit=4", "");
        row("above the rack", "add switch a in R, unit=6 height-u=2", "above-the-rack");
        row("at the top of the rack", "add switch a in R, unit=5 height-u=2", "");
        row("too many plugs",
            "set place hall sockets=2\nset pc power-source=outlet brick=2\nset sw power-source=outlet",
            "too-many-plugs");
        row("just enough sockets",
            "set place hall sockets=3\nset pc power-source=outlet brick=2\nset sw power-source=outlet", "");
        // The ends are 10 m apart: 10 straight, 10 × 1.1 + 6 = 17 with slack, 3 × 17 + 20 = 71 at most.
        row("too short", "add run sw 1 - pc 1, cat6a 9.9m", "too-short");
        row("short, from a spot that is not known", "set pc at=none\nadd run sw 1 - pc 1, cat6a 1m", "");
        row("short enough", "add run sw 1 - pc 1, cat6a 10m", "");
        row("long enough", "add run sw 1 - pc 1, cat6a 71m", "");
        row("too long", "add run sw 1 - pc 1, cat6a 71.1m", "too-long");
        row("more claimed", "set sw claims-runs=2\nadd run sw 1 - pc 1, cat6a 12m", "claimed-runs");
        row("as claimed", "set sw claims-runs=1\nadd run sw 1 - pc 1, cat6a 12m", "");
        row("hand-off", "add service net, down=2g hand-off=1g", "hand-off");
        row("hand-off is enough", "add service net, down=1g hand-off=1g", "");
        row("networks differ", "add run sw 1 - pc 1, cat6a 12m\nset sw 1 untagged=lan\nset pc 1 untagged=cams",
            "networks-differ");
        row("one network", "add run sw 1 - pc 1, cat6a 12m\nset sw 1 untagged=lan\nset pc 1 untagged=lan", "");
    }
    void found()
    {
        QFETCH(QString, lines);
        QFETCH(QString, kind);
        const plan::Plan plan = houseOf(kHouse + lines.toStdString());
        QCOMPARE(kindsOf(plan).join(" "), kind);
        for (const survey::Contradiction& one : survey::contradictions(plan, knowledge()))
            QVERIFY(!one.what.empty() && !one.fix.empty() && !one.subjects.empty());
    }
    /// Edits refuse a second device of one name; a file of another program may hold one.
    void twoNames()
    {
        plan::Plan plan = houseOf(kHouse);
        plan::Device twin = *plan::deviceNamed(plan, "pc");
        twin.id = {99};
        twin.name = "PC";
        plan.devices = plan.devices.with(twin);
        QCOMPARE(kindsOf(plan).join(" "), "two-names");
    }
};

SOKUDO_TEST(ContradictionsTest)
#include "contradictions_test.moc"
