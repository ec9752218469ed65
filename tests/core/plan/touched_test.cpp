// SPDX-License-Identifier: GPL-3.0-or-later
// Which object an edit speaks of.
#include "core/plan/touched.h"

#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::plan;
using sokudo::testing::PlanBuilder;

class TouchedTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void oneObject()
    {
        const PlanBuilder house = testing::twoHosts();
        const Plan before = house.plan();
        QVERIFY(!touchedBy(before, before));
        Run run = *before.runs.begin();
        run.note = "re-terminated";
        QVERIFY(touchedBy(before, *edits::putRun(before, run)) == Subject({"run", run.id.value}));
        QVERIFY(touchedBy(before, *edits::deleteRun(before, run.id)) == Subject({"run", run.id.value}));
        const auto tested = edits::putRecord(before, CableTest{{901}, "x", run.id});
        QVERIFY(touchedBy(before, *tested) == Subject({"run", run.id.value}));
        // A run and its test together speak of the run.
        QVERIFY(touchedBy(before, *edits::putRun(*tested, run)) == Subject({"run", run.id.value}));
    }
    void severalOrNone()
    {
        const PlanBuilder house = testing::twoHosts();
        const Plan before = house.plan();
        Plan after = before;
        for (const Run& one : before.runs) {
            Run run = one;
            run.note = "x";
            after = *edits::putRun(after, run);
        }
        QVERIFY(!touchedBy(before, after));
        QVERIFY(!touchedBy(before, *edits::putRecord(before, Person{{902}, "you"})));
    }
};

SOKUDO_TEST(TouchedTest)
#include "touched_test.moc"
