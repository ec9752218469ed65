// SPDX-License-Identifier: GPL-3.0-or-later
// What the tests of a house say together: state, changes since the first, siblings of a bad one, batches, history.
#include "core/cabletest/test_results.h"

#include "core/jobs/history.h"
#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::cabletest;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

/// A panel in the cellar, two jacks in the study, one in the attic: four cables.
struct House {
    PlanBuilder builder;
    plan::Plan plan;
    std::int64_t id = 800;
    House()
    {
        builder.place("cellar", -1).place("study", 1).place("attic", 2);
        builder.device("press", plan::Role::Panel, "cellar");
        for (const char* port : {"1", "2", "3", "4"}) builder.port("press", port, "rj45");
        builder.device("plate-a", plan::Role::Jack, "study").port("plate-a", "1", "rj45").port("plate-a", "2", "rj45");
        builder.device("plate-b", plan::Role::Jack, "study").port("plate-b", "1", "rj45");
        builder.device("plate-c", plan::Role::Jack, "attic").port("plate-c", "1", "rj45");
        builder.run("A1", "press 1", "plate-a 1", "cat6a", 20).run("A2", "press 2", "plate-a 2", "cat6a", 20);
        builder.run("B1", "press 3", "plate-b 1", "cat6a", 25).run("C1", "press 4", "plate-c 1", "cat6a", 30);
        plan = builder.plan();
    }
    plan::CableTest test(const char* run, const char* on, plan::TestOutcome outcome)
    {
        plan::CableTest one;
        one.id = plan::CableTestId{++id};
        one.run = builder.runId(run);
        one.name = std::string(run) + " " + on;
        one.on = on;
        one.outcome = outcome;
        return one;
    }
    void put(const plan::CableTest& one) { plan = *plan::edits::putRecord(plan, one); }
    const RunTests& of(const TestResults& results, const char* run) const
    {
        for (const RunTests& one : results.runs)
            if (one.run == builder.runId(run)) return one;
        qFatal("no such run");
        return results.runs.front();
    }
};

QString joined(const std::vector<text::Sentence>& all)
{
    QStringList parts;
    for (const auto& one : all) parts << spaced(toQt(one));
    return parts.join(" | ");
}

}  // namespace

class TestResultsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theWorstComesFirst()
    {
        House house;
        house.put(house.test("A1", "2026-11-20", plan::TestOutcome::Passed));
        house.put(house.test("C1", "2026-11-20", plan::TestOutcome::Failed));
        const TestResults results = testResults(house.plan, "2026-11-28", knowledge());
        QCOMPARE(results.runs.size(), std::size_t{4});
        QCOMPARE(spaced(toQt(results.runs[0].name)), QString("C1"));
        QCOMPARE(spaced(toQt(results.runs[3].name)), QString("A1"));
        QVERIFY(results.runs[1].verdict == Verdict::Unknown);
        QCOMPARE(spaced(toQt(results.sentence)), QString("2 of 4 cables tested, 1 bad"));
    }
    void aYearOnItIsDueAgain()
    {
        House house;
        house.put(house.test("A1", "2025-11-28", plan::TestOutcome::Passed));
        QVERIFY(house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").isDue);
        QVERIFY(!house.of(testResults(house.plan, "2026-11-27", knowledge()), "A1").isDue);
        house.put(house.test("A1", "2026-11-28", plan::TestOutcome::Passed));
        QVERIFY(!house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").isDue);
    }
    void whatChangedSinceTheFirst()
    {
        House house;
        plan::CableTest first = house.test("A1", "2025-11-20", plan::TestOutcome::Passed);
        first.margin = Decibel::of(4.2), first.loop = Ohm::of(3.0), first.length = Length::of(20);
        plan::CableTest last = house.test("A1", "2026-11-20", plan::TestOutcome::Narrowly);
        last.margin = Decibel::of(1.1), last.loop = Ohm::of(3.4), last.length = Length::of(20.5);
        house.put(first);
        house.put(last);
        const QString said = joined(house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").changes);
        QVERIFY2(said.contains("passed on 2025-11-20, passed narrowly on 2026-11-20"), qPrintable(said));
        QVERIFY2(said.contains("margin -3.1 dB, from 4.2 to 1.1 dB: look at the plate"), qPrintable(said));
        QVERIFY2(said.contains("loop 3.00 to 3.40 Ω: a contact has become poor"), qPrintable(said));
        QVERIFY2(!said.contains("length"), qPrintable(said));
    }
    void theInstrumentLeavesDoubts()
    {
        House house;
        plan::Instrument lent{{790}, "lent tester", "wire-map", "15 %", "2024-01-01", "2025-01-01"};
        house.plan = *plan::edits::putRecord(house.plan, lent);
        plan::CableTest one = house.test("A1", "2026-11-20", plan::TestOutcome::Passed);
        one.grade = "wire-map";
        one.instrument = lent.id;
        house.put(one);
        const QString said = joined(house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").doubts);
        QVERIFY2(said.contains("not proved are split pairs"), qPrintable(said));
        QVERIFY2(said.contains("due for calibration on 2025-01-01"), qPrintable(said));
        QVERIFY2(said.contains("battery of lent tester is low"), qPrintable(said));
    }
    /// 20 m of 24 AWG copper read about 3.4 Ω out and back; 6 Ω are copper-clad aluminium.
    void theLoopIsHeldAgainstTheLength()
    {
        House house;
        plan::CableTest one = house.test("A1", "2026-11-20", plan::TestOutcome::Passed);
        one.loop = Ohm::of(3.4);
        house.put(one);
        QVERIFY(house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").doubts.empty());
        one.loop = Ohm::of(30);
        house.put(one);
        QVERIFY(!house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").doubts.empty());
    }
    /// Whoever only mapped the wires has proved no category.
    void aMapProvesTheWiresOnly()
    {
        House house;
        plan::CableTest one = house.test("A1", "2026-11-20", plan::TestOutcome::Passed);
        one.grade = "wire-map";
        house.put(one);
        const Verdict verdict = house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").verdict;
        QVERIFY(verdict == Verdict::Limited);
        QCOMPARE(toQt(resultWord(verdict)), QString("wires only"));
        QCOMPARE(toQt(resultWord(Verdict::NoLink)), QString("failed"));
    }
    /// A result that says passed beside a map that is crossed is none.
    void aCrossedMapIsBad()
    {
        House house;
        plan::CableTest one = house.test("A1", "2026-11-20", plan::TestOutcome::NotJudged);
        one.wireMap = "1-1 2-2 3-6 6-3 4-4 5-5 7-7 8-8";
        house.put(one);
        QVERIFY(house.of(testResults(house.plan, "2026-11-28", knowledge()), "A1").verdict == Verdict::NoLink);
    }
    void siblingsOfTheSamePlateComeFirst()
    {
        House house;
        house.put(house.test("A1", "2026-11-20", plan::TestOutcome::Failed));
        const auto siblings = siblingsOf(house.plan, house.builder.runId("A1"), knowledge());
        QCOMPARE(siblings.size(), std::size_t{3});
        QCOMPARE(spaced(toQt(siblings[0].name)), QString("A2"));
        QVERIFY(spaced(toQt(siblings[0].why)).contains("the same wall jack plate-a"));
        QCOMPARE(spaced(toQt(siblings[1].name)), QString("B1"));  // the room, beside the panel
        QCOMPARE(spaced(toQt(siblings[2].name)), QString("C1"));
        QVERIFY(siblings[0].shares > siblings[1].shares && siblings[1].shares > siblings[2].shares);
    }
    void theInstallerWeighsMoreThanTheRoom()
    {
        House house;
        for (const char* run : {"A1", "C1"}) {
            plan::Run changed = *house.plan.runs.find(house.builder.runId(run));
            changed.traits.set("installer", "bob");
            house.plan = *plan::edits::putRun(house.plan, changed);
        }
        const auto siblings = siblingsOf(house.plan, house.builder.runId("A1"), knowledge());
        QCOMPARE(spaced(toQt(siblings[0].name)), QString("A2"));
        QCOMPARE(spaced(toQt(siblings[1].name)), QString("C1"));
        QVERIFY(spaced(toQt(siblings[1].why)).contains("made by bob"));
    }
    void batchesCount()
    {
        House house;
        house.put(house.test("A1", "2026-11-20", plan::TestOutcome::Failed));
        house.put(house.test("B1", "2026-11-20", plan::TestOutcome::Passed));
        const auto rooms = batchesOf(house.plan, BatchBy::Room);
        const auto study =
            std::find_if(rooms.begin(), rooms.end(), [](const auto& one) { return one.name == "study"; });
        QVERIFY(study != rooms.end());
        QCOMPARE(study->bad, 1);
        QCOMPARE(study->tested, 2);
        QCOMPARE(study->untested, 1);
        // Nobody tested anything in the attic: nothing can be concluded there.
        QVERIFY(std::none_of(rooms.begin(), rooms.end(), [](const auto& one) { return one.name == "attic"; }));
        const auto days = batchesOf(house.plan, BatchBy::Day);
        QCOMPARE(days.size(), std::size_t{1});
        QCOMPARE(days[0].tested, 2);
    }
    void aRunShowsItsHistory()
    {
        House house;
        const plan::RunId run = house.builder.runId("A1");
        house.put(house.test("A1", "2026-11-20", plan::TestOutcome::Failed));
        plan::Tick tick{{791}, "pull:run:" + std::to_string(run.value), 1, "Pull A1", Duration::of(1500), "2026-11-18"};
        plan::Tick other{{792}, "pull:run:99999", 1, "Pull another", {}, "2026-11-18"};
        house.plan = *plan::edits::putRecord(*plan::edits::putRecord(house.plan, tick), other);
        house.plan = *plan::edits::putRecord(house.plan,
                                             plan::Photo{{793},
                                                         "bent pin",
                                                         plan::Subject{"port", house.builder.portId("plate-a 1").value},
                                                         plan::Inspection::Bent,
                                                         "2026-11-21"});
        const auto at = *measure::timeFromIso("2026-11-22T10:00:00Z");
        std::vector<logbook::Entry> entries{
            {{1}, at, logbook::EntryKind::Note, "re-terminated", {}, {}, plan::Subject{"run", run.value}},
            {{2}, at, logbook::EntryKind::Note, "of another", {}, {}, {}}};
        const auto all = jobs::historyOf(house.plan, entries, {"run", run.value});
        QCOMPARE(all.size(), std::size_t{4});
        QCOMPARE(spaced(toQt(all[0].kind)), QString("work"));
        QCOMPARE(spaced(toQt(all[0].what)), QString("Pull A1, step 1, took 25 min"));
        QCOMPARE(spaced(toQt(all[1].kind)), QString("test"));
        QCOMPARE(spaced(toQt(all[2].what)), QString("bent pin"));
        QCOMPARE(spaced(toQt(all[3].what)), QString("re-terminated"));
    }
    /// The photo is about the result and the result names it; an older one is still there.
    void photosOfAResult()
    {
        House house;
        const plan::CableTest made = house.test("A1", "2026-03-01", plan::TestOutcome::Passed);
        const plan::CableTestId id = made.id;
        house.put(made);
        QVERIFY(photosOf(house.plan, made).empty());
        plan::Plan plan = *withPhoto(house.plan, id, {{921}, "before", {}, plan::Inspection::None, "2026-03-01", ""});
        plan = *withPhoto(plan, id, {{920}, "after", {}, plan::Inspection::None, "2026-03-02", ""});
        const auto photos = photosOf(plan, *plan.cableTests.find(id));
        QCOMPARE(photos.size(), std::size_t{2});
        QCOMPARE(toQt(photos[0]->caption), QString("after"));
        QCOMPARE(toQt(photos[1]->caption), QString("before"));
        const auto none = withPhoto(plan, {99}, {{922}, "lost", {}, plan::Inspection::None, "", ""});
        QVERIFY(!none && none.error().code == ErrorCode::NotFound);
    }
};

SOKUDO_TEST(TestResultsTest)
#include "test_results_test.moc"
