// SPDX-License-Identifier: GPL-3.0-or-later
// Batches against exact enumeration, and how long a link must run.
#include "core/cabletest/batch.h"

#include <cmath>

#include "core/cabletest/qualify.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::cabletest;
using sokudo::testing::knowledge;

namespace {

/// Probability of k bad of n, one draw after the other: each is bad by the share of bad ones seen so far.
double byDraws(int k, int n, double bad, double good)
{
    if (n == 0) return k == 0 ? 1 : 0;
    double sum = 0;
    if (k > 0) sum += bad / (bad + good) * byDraws(k - 1, n - 1, bad + 1, good);
    if (k < n) sum += good / (bad + good) * byDraws(k, n - 1, bad, good + 1);
    return sum;
}

BatchAnswer answered(const char* line)
{
    const auto question = batchQuestion(line, knowledge());
    if (!question) qFatal("%s", question.error().message().c_str());
    return *batchAnswer(*question);
}

}  // namespace

class BatchTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void agreesWithEveryOrderOfDraws()
    {
        for (const auto& [bad, tested, untested] :
             {std::tuple(0, 0, 4), {2, 5, 9}, {0, 6, 8}, {3, 3, 5}, {1, 12, 10}}) {
            const auto found = batchAnswer({bad, tested, untested, {1, 19}, 0.95});
            QVERIFY(found);
            double expected = 0, sum = 0;
            for (int k = 0; k <= untested; ++k) {
                const double exact = byDraws(k, untested, 1.0 + bad, 19.0 + tested - bad);
                if (static_cast<std::size_t>(k) < found->exactly.size())
                    NEAR(found->exactly[static_cast<std::size_t>(k)], exact, 1e-9);
                else QVERIFY(exact < 1e-9);
                expected += k * exact;
                sum += exact;
            }
            NEAR(sum, 1, 1e-9);
            NEAR(found->expectedBad, expected, 1e-9);
            NEAR(found->noneBad, found->exactly.front(), 1e-12);
        }
    }

    void twoOfFiveAreManyAndTheRestMustBeTested()
    {
        // Prior 1 of 20, by the usual share of 5 %: 3 bad of 25.
        const BatchAnswer found = answered("2 bad of 5, 19 untested");
        NEAR(found.share, 3.0 / 25, 1e-12);
        NEAR(found.expectedBad, 19 * 0.12, 1e-12);
        QVERIFY(found.noneBad < 0.2);
        QVERIFY(found.says.text().find("2.3 of the 19 untested are bad on average") == 0);
        QVERIFY(found.priorSays.text().find("1 bad of 20") != std::string::npos);
    }

    void theNumberToTestIsTheLeastThatIsEnough()
    {
        for (int untested : {5, 20, 60}) {
            const BatchQuestion asked{0, 40, untested, {1, 19}, 0.9};
            const BatchAnswer found = *batchAnswer(asked);
            QVERIFY(found.testMore);
            const auto sureAfter = [&](int more) {
                return batchAnswer({0, 40 + more, untested - more, {1, 19}, 0.9})->noneBad;
            };
            QVERIFY(sureAfter(*found.testMore) >= 0.9);
            if (*found.testMore > 0) QVERIFY(sureAfter(*found.testMore - 1) < 0.9);
        }
        // Where each may be bad with a large share, no number but all of them is enough.
        QVERIFY(!batchAnswer({5, 6, 3, {1, 1}, 0.99})->testMore);
    }

    void theShareHasABound()
    {
        // beta(1, 1) after 0 of 0: the share is below 0.95 with 95 %.
        NEAR(batchAnswer({0, 0, 5, {1, 1}, 0.95})->shareBelow, 0.95, 1e-6);
        // beta(1, n): 1 − 0.05^(1/n).
        NEAR(batchAnswer({0, 20, 5, {1, 1}, 0.95})->shareBelow, 1 - std::pow(0.05, 1.0 / 21), 1e-6);
    }

    void nothingUntestedIsNothingToDo()
    {
        const BatchAnswer found = answered("1 bad of 20, 0 untested");
        QCOMPARE(found.noneBad, 1.0);
        QVERIFY(found.says.text().find("All are tested") == 0);
    }

    void theLineTakesAPriorAndACertainty()
    {
        const auto question = batchQuestion("sure 99%, 19 untested, prior 2 of 10, 0 bad of 5", knowledge());
        QVERIFY(question);
        QCOMPARE(question->prior.bad, 2.0);
        QCOMPARE(question->prior.good, 8.0);
        QCOMPARE(question->sure, 0.99);
        QCOMPARE(question->tested, 5);
        QCOMPARE(usualPrior(knowledge()).good, 19.0);
    }

    void badLines_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        QTest::newRow("empty") << ""
                               << "say how many were bad";
        QTest::newRow("no untested") << "2 bad of 5"
                                     << "how many are untested";
        QTest::newRow("word") << "2 bad of 5, 3 lost"
                              << "“3 lost”";
        QTest::newRow("half") << "1.5 bad of 5, 3 untested"
                              << "“1.5 bad of 5”";
    }
    void badLines()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        const auto question = batchQuestion(line.toStdString(), knowledge());
        QVERIFY(!question);
        QVERIFY2(testing::toQt(question.error().message()).contains(says), question.error().message().c_str());
    }
    void badCounts()
    {
        QVERIFY(batchAnswer({6, 5, 1}).error().message().find("6 bad of 5 tested") != std::string::npos);
        QVERIFY(!batchAnswer({0, 5, -1}));
        QVERIFY(!batchAnswer({0, 5, 1, {0, 1}}));
        QVERIFY(!batchAnswer({0, 5, 1, {1, 1}, 0.2}));
    }

    // How long a link must run.
    void threeOverTheRatioProvesIt()
    {
        // −ln 0.05 = 2.99573
        const auto found = qualifyAnswer({gigabits(10), 1, 1e-12});
        NEAR(found->bits, 2.99573e12, 1e-5);
        NEAR(found->time.in(), 299.57, 1e-4);
        // With one error: half the 95 % point of χ² with 4 degrees, 4.7439.
        NEAR(found->withOne, 4.74386e12, 1e-5);
        QVERIFY(!found->bound);
    }
    void theRunGivesABound()
    {
        QualifyQuestion asked{gigabits(10), 1, 1e-12};
        asked.ran = 3e12;
        QVERIFY(*qualifyAnswer(asked)->isProved);
        asked.errors = 1;
        const auto one = qualifyAnswer(asked);
        QVERIFY(!*one->isProved);
        NEAR(*one->bound, 4.74386 / 3e12, 1e-5);
        // 6.2958 for two errors.
        asked.errors = 2;
        NEAR(*qualifyAnswer(asked)->bound, 6.29579 / 3e12, 1e-5);
        QVERIFY(one->says.text().find("Not proved") == 0);
        QVERIFY(one->provesNot.text().find("not the category of the cable") != std::string::npos);
    }
    void framesLostAtARatio()
    {
        // 1518 × 8 bits at 1e-8: 121.4 of a million.
        NEAR(qualifyAnswer({gigabits(1), 1, 1e-8})->framesLost, 121.43, 1e-3);
    }
    void figuresOutOfRange()
    {
        QVERIFY(!qualifyAnswer({BitRate{}}));
        QVERIFY(!qualifyAnswer({gigabits(1), 0}));
        QVERIFY(!qualifyAnswer({gigabits(1), 1, 0}));
        QVERIFY(!qualifyAnswer({gigabits(1), 1, 1e-9, 0.3}));
        QVERIFY(!qualifyAnswer({gigabits(1), 1, 1e-9, 0.95, 20}));
    }
};

SOKUDO_TEST(BatchTest)
#include "batch_test.moc"
