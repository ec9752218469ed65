// SPDX-License-Identifier: GPL-3.0-or-later
#include <limits>

#include "core/base/quantity.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::literals;

class QuantityTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void levelsSubtractToARatio()
    {
        QCOMPARE((-1.0_dBm) - (-11.1_dBm), 10.1_dB);
        QCOMPARE((-7.3_dBm) - 2.6_dB, -9.9_dBm);
        QCOMPARE((-9.9_dBm) + 2.6_dB, -7.3_dBm);
    }
    void limitsCompareExactly()
    {
        QVERIFY(Length::of(100.0) <= 100_m);
        QVERIFY(Length::of(0.1) + Length::of(0.2) == Length::of(0.3));
        QVERIFY(!(Length::of(100.001) <= 100_m));
    }
    void roundsHalfAwayFromZero()
    {
        QCOMPARE(Decibel::of(0.0005).steps(), std::int64_t{1});
        QCOMPARE(Decibel::of(-0.0005).steps(), std::int64_t{-1});
        QCOMPARE(Length::of(1.2344).steps(), std::int64_t{1234});
    }
    void ratesAreDecimalBits()
    {
        QCOMPARE((10_Gbps).steps(), std::int64_t{10'000'000'000});
        QCOMPARE(2.5_Gbps, BitRate::fromSteps(2'500'000'000));
        QCOMPARE(megabytes(125), 1_Gbps);
        QCOMPARE(100_Mbps, gigabits(0.1));
    }
    void sizeOverTimeIsARate()
    {
        QCOMPARE(DataSize::fromSteps(1'250'000'000) / Duration::of(1), 10_Gbps);
        QCOMPARE((DataSize::fromSteps(1) / Duration::of(0)).steps(), std::numeric_limits<std::int64_t>::max());
    }
    void scalesToTheNearestBit()
    {
        QCOMPARE(scaled(10_Gbps, 1448.0 / 1538.0).steps(), std::int64_t{9'414'824'447});
        QCOMPARE(3 * 0.75_dB, 2.25_dB);
    }
};

SOKUDO_TEST(QuantityTest)
#include "quantity_test.moc"
