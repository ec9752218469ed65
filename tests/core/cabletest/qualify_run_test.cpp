// SPDX-License-Identifier: GPL-3.0-or-later
// A link proved by running it: how long, how many errors, when it is stopped.
#include "core/cabletest/qualify_run.h"

#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::cabletest;
using sokudo::testing::PlanBuilder;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

/// Carries a rate, and damages so many frames in each run.
class Wire final : public measure::TrafficRunner {
public:
    BitRate rate = gigabits(10);
    int damaged = 0;
    bool counts = true;
    int failAfter = 1000;
    std::vector<Duration> runs;
    std::atomic<bool>* stop = nullptr;
    Result<measure::TrafficResult> run(const measure::TrafficQuestion& question,
                                       const std::function<void(const measure::TrafficSample&)>& onSample,
                                       const std::atomic<bool>&) override
    {
        if (static_cast<int>(runs.size()) >= failAfter)
            return failure(ErrorCode::Unreachable, text::Sentence("the agent is gone"));
        runs.push_back(question.duration);
        onSample({question.duration, rate, {}, false});
        measure::TrafficResult result;
        result.forward = rate;
        if (counts) result.conditions["rx_check_errors"] = std::to_string(damaged);
        if (stop) *stop = true;
        return result;
    }
};

struct Outcome {
    Result<QualifyRun> run = tl::unexpected(Error{});
    int progress = 0;
};

Outcome ran(Wire& wire, double ratio, double most, std::atomic<bool>* cancel = nullptr)
{
    const std::atomic<bool> never{false};
    QualifyQuestion question;
    question.rate = gigabits(10);
    question.load = 1;
    question.wanted = ratio;
    Outcome outcome;
    outcome.run = qualifyRun(
        wire, {}, question, Duration::of(most), [&](const QualifyProgress&) { ++outcome.progress; },
        cancel ? *cancel : never);
    return outcome;
}

}  // namespace

class QualifyRunTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// −ln 0.05 / 1e-12 = 2.9957e12 bits at 10 Gb/s are 299.57 s: five runs of a minute at most.
    void asLongAsTheBoundNeeds()
    {
        Wire wire;
        const Outcome made = ran(wire, 1e-12, 1000);
        QVERIFY(made.run);
        QCOMPARE(wire.runs.size(), std::size_t{5});
        for (Duration one : wire.runs) QVERIFY(one <= Duration::of(60));
        QVERIFY(std::abs(made.run->ran.in() - 299.57) < 0.05);
        QVERIFY(made.run->isWhole);
        QVERIFY(made.run->answer.isProved.value_or(false));
        QCOMPARE(made.progress, 5);
    }
    void errorsProveLess()
    {
        Wire wire;
        wire.damaged = 1;
        const Outcome made = ran(wire, 1e-12, 1000);
        QCOMPARE(made.run->errors, std::int64_t{5});
        QVERIFY(!made.run->answer.isProved.value_or(true));
        // Half the χ² quantile of 12 degrees at 95 % is 10.513.
        QVERIFY(std::abs(*made.run->answer.bound / (10.513 / 2.9957e12) - 1) < 1e-3);
    }
    void theTimeIsOver()
    {
        Wire wire;
        const Outcome made = ran(wire, 1e-12, 90);
        QVERIFY(!made.run->isWhole);
        QVERIFY(std::abs(made.run->ran.in() - 90) < 1e-6);
        QVERIFY(!made.run->answer.isProved.value_or(true));
        QVERIFY(std::abs(*made.run->answer.bound - 2.9957 / 9e11) < 1e-15);
    }
    void stoppedItIsJudgedAllTheSame()
    {
        Wire wire;
        std::atomic<bool> cancel{false};
        wire.stop = &cancel;
        const Outcome made = ran(wire, 1e-12, 1000, &cancel);
        QVERIFY(made.run);
        QCOMPARE(wire.runs.size(), std::size_t{1});
        QVERIFY(!made.run->isWhole);
        Wire none;
        QVERIFY(ran(none, 1e-12, 1000, &cancel).run.error().code == ErrorCode::Cancelled);
    }
    void anAgentThatGoesAway()
    {
        Wire wire;
        wire.failAfter = 2;
        const Outcome made = ran(wire, 1e-12, 1000);
        QVERIFY(made.run);
        QVERIFY(std::abs(made.run->ran.in() - 120) < 1e-6);
        Wire gone;
        gone.failAfter = 0;
        QVERIFY(ran(gone, 1e-12, 1000).run.error().code == ErrorCode::Unreachable);
    }
    /// Where no card counts, nothing is proved by seeing no error.
    void withoutCountersNothingIsProved()
    {
        Wire wire;
        wire.counts = false;
        const Outcome made = ran(wire, 1e-10, 1000);
        QVERIFY(made.run->isWhole);
        QVERIFY(!made.run->answer.isProved.value_or(true));
        QVERIFY(spaced(toQt(made.run->sentence)).contains("nothing is proved"));
    }
    void itGoesIntoTheTestResults()
    {
        PlanBuilder builder;
        builder.device("a")
            .port("a", "1", "rj45")
            .device("b")
            .port("b", "1", "rj45")
            .run("Q2", "a 1", "b 1", "cat6a", 5);
        Wire wire;
        const Outcome made = ran(wire, 1e-10, 1000);
        IdSource ids(900);
        QualifyQuestion question;
        question.rate = gigabits(10);
        const auto test = testOf(*made.run, question, *builder.plan().runs.begin(), "2026-11-28", ids);
        QVERIFY(test.outcome == plan::TestOutcome::Passed);
        QCOMPARE(toQt(test.limit), QString("10g"));
        QCOMPARE(toQt(test.name), QString("Q2 2026-11-28 live link"));
        QVERIFY(*test.ran == made.run->ran);
    }
};

SOKUDO_TEST(QualifyRunTest)
#include "qualify_run_test.moc"
