// SPDX-License-Identifier: GPL-3.0-or-later
// Ticked steps, settled locks, and estimates that learn from what jobs took.
#include "core/jobs/progress.h"

#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::jobs;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

PlanBuilder house()
{
    PlanBuilder builder;
    builder.place("cellar", -1).place("attic", 2);
    builder.device("core", plan::Role::Switch, "cellar").port("core", "1", "rj45").port("core", "2", "rj45");
    builder.device("desk", plan::Role::Computer, "attic").port("desk", "1", "rj45");
    return builder;
}

/// One cable to be pulled, and the rented attic asks for a yes when told to.
struct Work {
    plan::Plan records;
    JobList list;
    IdSource ids{900};
    explicit Work(bool isLocked = false)
    {
        auto before = house();
        records = before.plan();
        if (isLocked)
            for (const plan::Place& place : before.plan().places) {
                plan::Place changed = place;
                changed.traits.set("consent", "asked");
                records.places = records.places.with(changed);
            }
        auto after = house();
        after.run("q1", "core 1", "desk 1", "cat6a", 20);
        plan::Plan variant = after.plan();
        variant.places = records.places;
        list = jobsOf(records, variant, knowledge());
    }
    JobProgress progress() const { return progressOf(list, records, knowledge()); }
    std::size_t job(const std::string& kind) const
    {
        for (std::size_t i = 0; i < list.jobs.size(); ++i)
            if (list.jobs[i].kind->id == kind) return i;
        qFatal("no such job");
        return 0;
    }
    Result<plan::Plan> tick(const std::string& kind, int step, std::optional<Duration> took = {})
    {
        const std::size_t at = job(kind);
        return withTick(records, list.jobs[at], progress().jobs[at], {step, took, "2026-11-28", {}}, ids);
    }
    void done(const std::string& kind, double minutes)
    {
        auto next = tick(kind, 0, Duration::of(60 * minutes));
        QVERIFY(next);
        records = *next;
    }
};

}  // namespace

class ProgressTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aStepIsTickedAndTakenBack()
    {
        Work work;
        const std::size_t pull = work.job("pull");
        QVERIFY(!work.progress().jobs[pull].steps[0]);
        work.records = *work.tick("pull", 1, Duration::of(600));
        const JobProgress after = work.progress();
        QVERIFY(after.jobs[pull].steps[0]);
        QVERIFY(!after.jobs[pull].steps[1]);
        QVERIFY(!after.jobs[pull].isDone);
        QVERIFY(*after.jobs[pull].took == Duration::of(600));
        QCOMPARE(after.done, std::size_t{0});
        const auto back = withoutTick(work.records, work.list.jobs[pull], 1);
        QVERIFY(back);
        QVERIFY(back->ticks.empty());
        QVERIFY(!withoutTick(*back, work.list.jobs[pull], 1));
    }
    void aStepTickedAgainTakesTheNewTime()
    {
        Work work;
        work.records = *work.tick("pull", 1, Duration::of(600));
        work.records = *work.tick("pull", 1, Duration::of(900));
        QCOMPARE(work.records.ticks.size(), std::size_t{1});
        QVERIFY(*work.records.ticks.begin()->took == Duration::of(900));
    }
    void allStepsMakeAJobDone()
    {
        Work work;
        const std::size_t pull = work.job("pull"), ends = work.job("terminate");
        QCOMPARE(work.progress().next.value_or(99), pull);
        QVERIFY(!work.progress().jobs[ends].first.empty());
        for (std::size_t step = 1; step <= work.list.jobs[pull].steps.size(); ++step)
            work.records = *work.tick("pull", static_cast<int>(step), Duration::of(60));
        const JobProgress after = work.progress();
        QVERIFY(after.jobs[pull].isDone);
        QVERIFY(*after.jobs[pull].took == Duration::of(60.0 * static_cast<double>(work.list.jobs[pull].steps.size())));
        QVERIFY(after.jobs[ends].first.empty());
        QCOMPARE(after.next.value_or(99), ends);
        QVERIFY(!work.tick("pull", 99));
    }
    void aLockHoldsUntilItIsSettled()
    {
        Work work(true);
        const std::size_t pull = work.job("pull");
        QCOMPARE(work.progress().jobs[pull].open.size(), std::size_t{2});
        const auto refused = work.tick("pull", 1);
        QVERIFY(!refused);
        QVERIFY(toQt(refused.error().message()).contains("is locked: cellar: the owner has not agreed yet"));
        const Job& job = work.list.jobs[pull];
        QVERIFY(!withPermit(work.records, job, job.locks[0], "  ", "2026-11-28", work.ids));
        for (const JobLock& lock : job.locks)
            work.records = *withPermit(work.records, job, lock, "the owner", "2026-11-28", work.ids);
        const JobState state = work.progress().jobs[pull];
        QVERIFY(state.open.empty());
        QCOMPARE(toQt(state.settled.front()), QString("agreed by the owner on 2026-11-28"));
        QVERIFY(work.tick("pull", 1));
    }
    /// A yes for one place is none for another, nor for another kind of lock.
    void aPermitOfAnotherPlaceSettlesNothing()
    {
        Work work(true);
        const std::size_t pull = work.job("pull");
        const Job& job = work.list.jobs[pull];
        work.records = *withPermit(work.records, job, job.locks[0], "the owner", "", work.ids);
        QCOMPARE(work.progress().jobs[pull].open.size(), std::size_t{1});
        plan::Permit other{{950}, "x", plan::PermitKind::Licensed, job.locks[1].place, {}, "electrician"};
        work.records.permits = work.records.permits.with(other);
        QCOMPARE(work.progress().jobs[pull].open.size(), std::size_t{1});
    }
    /// Two jobs count as planned: with one at twice the time the ratio is (2 + 2) / 3.
    void estimatesLearn()
    {
        Work work;
        const std::size_t pull = work.job("pull");
        const double planned = work.list.jobs[pull].usual;
        work.done("pull", 2 * planned);
        const auto learned = learnedTimes(work.records, knowledge());
        QCOMPARE(learned.size(), std::size_t{1});
        QCOMPARE(learned[0].jobs, 1);
        QVERIFY(std::abs(learned[0].ratio - 4.0 / 3) < 1e-9);
        // Another pull of the same list is estimated so.
        auto before = house();
        auto after = house();
        after.run("q2", "core 2", "desk 1", "cat6a", 20);
        const JobList next = jobsOf(before.plan(), after.plan(), knowledge());
        const JobProgress progress = progressOf(next, work.records, knowledge());
        QVERIFY(progress.jobs[0].isLearned);
        QVERIFY(std::abs(progress.jobs[0].usual - next.jobs[0].usual * 4 / 3) < 1e-9);
        QVERIFY(!progress.jobs[1].isLearned);
    }
    void withoutATimeNothingIsLearned()
    {
        Work work;
        work.records = *work.tick("pull", 0);
        QVERIFY(learnedTimes(work.records, knowledge()).empty());
        QVERIFY(work.progress().jobs[work.job("pull")].isDone);
    }
    /// All steps are ticked and one has a time: that is not the time of the job.
    void aPartOfTheTimesTeachesNothing()
    {
        Work work;
        const std::size_t steps = work.list.jobs[work.job("pull")].steps.size();
        for (std::size_t step = 1; step <= steps; ++step)
            work.records =
                *work.tick("pull", static_cast<int>(step), step == 1 ? std::optional(Duration::of(60)) : std::nullopt);
        QVERIFY(work.progress().jobs[work.job("pull")].isDone);
        QVERIFY(learnedTimes(work.records, knowledge()).empty());
    }
    void whatIsLeft()
    {
        Work work;
        double all = 0;
        for (const Job& job : work.list.jobs) all += job.usual;
        QVERIFY(std::abs(work.progress().left - all) < 1e-9);
        for (const Job& job : work.list.jobs) work.records = *work.tick(job.kind->id, 0);
        QCOMPARE(work.progress().left, 0.0);
        QCOMPARE(toQt(work.progress().sentence), QString("All 3 jobs are done"));
        QVERIFY(!work.progress().next);
    }
};

SOKUDO_TEST(ProgressTest)
#include "progress_test.moc"
