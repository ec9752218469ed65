// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/statistics.h"

#include <cmath>

#include "testing.h"

using namespace sokudo;
using namespace sokudo::measure;
using sokudo::testing::toQt;

namespace {
std::vector<BitRate> runs(std::initializer_list<double> values)
{
    std::vector<BitRate> result;
    for (double value : values) result.push_back(gigabits(value));
    return result;
}
}  // namespace

class StatisticsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void fiveRunsByHand()
    {
        // 9.38 9.40 9.41 9.39 9.41: mean 9.398, s 0.0130, interval 9.398 +- 2.776 * 0.0130 / 2.236
        const Summary s = summarise(runs({9.38, 9.40, 9.41, 9.39, 9.41}));
        QCOMPARE(s.count, std::size_t{5});
        NEAR(inGigabits(s.mean), 9.398, 1e-9);
        NEAR(inGigabits(s.median), 9.40, 1e-9);
        NEAR(inGigabits(s.deviation), 0.013038, 1e-3);
        NEAR(inGigabits(*s.halfWidth), 0.016187, 1e-3);
        NEAR(s.variation, 0.001387, 1e-2);
        QCOMPARE(s.low, gigabits(9.38));
    }
    void fewRunsHaveNoInterval()
    {
        QVERIFY(!summarise(runs({1, 2})).halfWidth);
        QCOMPARE(summarise(runs({1, 3})).median, gigabits(2));
        QCOMPARE(summarise({}).count, std::size_t{0});
    }
    void quantilesOfStudent_data()
    {
        QTest::addColumn<double>("degrees");
        QTest::addColumn<double>("t");
        for (const auto& [degrees, t] :
             {std::pair{1.0, 12.706}, {2.0, 4.303}, {4.0, 2.776}, {9.0, 2.262}, {29.0, 2.045}, {1e9, 1.960}})
            QTest::addRow("%g", degrees) << degrees << t;
        QTest::newRow("ten, between rows") << 10.0 << 2.228;
        QTest::newRow("sixty, between rows") << 60.0 << 2.000;
    }
    void quantilesOfStudent()
    {
        QFETCH(double, degrees);
        QFETCH(double, t);
        NEAR(studentT(degrees), t, 2e-3);
    }
    void changes_data()
    {
        QTest::addColumn<std::vector<BitRate>>("before");
        QTest::addColumn<std::vector<BitRate>>("after");
        QTest::addColumn<int>("change");
        QTest::newRow("clear gain") << runs({3.10, 3.12, 3.06}) << runs({6.5, 6.6, 6.4})
                                    << static_cast<int>(Change::Improved);
        QTest::newRow("clear loss") << runs({9.40, 9.41, 9.39}) << runs({4.7, 4.71, 4.69})
                                    << static_cast<int>(Change::Worse);
        QTest::newRow("too small") << runs({9.400, 9.401, 9.399, 9.400}) << runs({9.450, 9.451, 9.449, 9.450})
                                   << static_cast<int>(Change::TooSmallToMatter);
        QTest::newRow("the same") << runs({9.40, 9.41, 9.39}) << runs({9.40, 9.39, 9.41})
                                  << static_cast<int>(Change::NoneShown);
        QTest::newRow("noise") << runs({5, 9, 7}) << runs({6, 9, 8}) << static_cast<int>(Change::NotEnoughData);
        QTest::newRow("one run each") << runs({5}) << runs({9}) << static_cast<int>(Change::NotEnoughData);
    }
    void changes()
    {
        QFETCH(std::vector<BitRate>, before);
        QFETCH(std::vector<BitRate>, after);
        QFETCH(int, change);
        const Comparison result = compare(before, after);
        QCOMPARE(static_cast<int>(result.change), change);
        QVERIFY(!result.words.empty());
    }
    void theRatioIsOfMedians()
    {
        const Comparison result = compare(runs({3.09, 3.09}), runs({6.58, 6.58, 6.58}));
        NEAR(result.ratio, 6.58 / 3.09, 1e-9);
        QVERIFY(toQt(result.words).startsWith("2.13 times as fast"));
    }
    /// Logs 0 and 0.02 against 0.05 and 0.07: shift 0.05, error sqrt(2 · 0.0001), t = 3.5355 at 2 degrees of freedom,
    /// where the distribution is 1/2 + t / (2 sqrt(2 + t²)) = 0.9642.
    void howLikelyItBecameFaster()
    {
        const auto got = compare(runs({1, std::exp(0.02)}), runs({std::exp(0.05), std::exp(0.07)}));
        QVERIFY(got.faster);
        NEAR(*got.faster, 0.9642, 1e-4);
        QVERIFY2(toQt(got.words).contains("faster with a probability of 96.4"), qPrintable(toQt(got.words)));
        NEAR(*compare(runs({std::exp(0.05), std::exp(0.07)}), runs({1, std::exp(0.02)})).faster, 0.035762, 1e-4);
        QVERIFY(toQt(compare(runs({std::exp(0.05), std::exp(0.07)}), runs({1, std::exp(0.02)})).words)
                    .contains("slower with a probability of 96.4"));
        QVERIFY(!compare(runs({1}), runs({2, 2})).faster);
        NEAR(medianOf({4, 1, 3, 2}), 2.5, 1e-12);
        QCOMPARE(medianOf({}), 0.0);
    }
};

SOKUDO_TEST(StatisticsTest)
#include "statistics_test.moc"
