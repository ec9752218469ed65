// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/bus.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::formulas;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class BusTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    // Coded by hand: GT/s * lanes * coding. Usable from the table for 256 bytes (128 for generations 1 and 2).
    void carries_data()
    {
        QTest::addColumn<int>("generation");
        QTest::addColumn<int>("lanes");
        QTest::addColumn<double>("coded");
        QTest::addColumn<double>("low");
        QTest::addColumn<double>("typical");
        QTest::addColumn<double>("high");
        QTest::newRow("1.0 x1") << 1 << 1 << 2.0 << 1.52 << 1.58 << 1.63;
        QTest::newRow("2.0 x1") << 2 << 1 << 4.0 << 3.03 << 3.17 << 3.27;
        QTest::newRow("2.0 x4") << 2 << 4 << 16.0 << 12.1 << 12.7 << 13.1;
        QTest::newRow("3.0 x1") << 3 << 1 << 7.877 << 6.48 << 6.77 << 6.99;
        QTest::newRow("3.0 x4") << 3 << 4 << 31.508 << 25.9 << 27.1 << 27.9;
        QTest::newRow("3.0 x8") << 3 << 8 << 63.015 << 51.9 << 54.2 << 55.9;
        QTest::newRow("4.0 x4") << 4 << 4 << 63.015 << 51.9 << 54.2 << 55.9;
        QTest::newRow("4.0 x16") << 4 << 16 << 252.06 << 207.0 << 217.0 << 224.0;
        QTest::newRow("6.0 x1") << 6 << 1 << 59.0 << 50.0 << 52.2 << 53.9;
        QTest::newRow("6.0 x16") << 6 << 16 << 944.0 << 800.0 << 835.0 << 862.0;
        QTest::newRow("5.0 x4") << 5 << 4 << 126.03 << 104.0 << 108.0 << 112.0;
    }
    void carries()
    {
        QFETCH(int, generation);
        QFETCH(int, lanes);
        QFETCH(double, coded);
        QFETCH(double, low);
        QFETCH(double, typical);
        QFETCH(double, high);
        const auto got = busCarries(knowledge(), {generation, lanes, 0});
        QVERIFY(got);
        NEAR(inGigabits(got->coded), coded, 1e-3);
        NEAR(inGigabits(got->usable.low), low, 5e-3);
        NEAR(inGigabits(got->usable.typical), typical, 5e-3);
        NEAR(inGigabits(got->usable.high), high, 5e-3);
    }
    void otherPayloads()
    {
        NEAR(inGigabits(busCarries(knowledge(), {3, 4, 128})->usable.typical), 24.9, 5e-3);
        // 28.807 Gb/s in packets: 0.94 of it typically at MTU 1500, 0.975 at 9000, between them by the share of headers
        const auto jumbo = busCarries(knowledge(), {3, 4, 0, 9000});
        NEAR(inGigabits(jumbo->packets), 31.508 * 256 / 280, 1e-4);
        NEAR(inGigabits(jumbo->usable.typical), 0.975 * 28.807, 1e-4);
        const double share = (66.0 / 1514 - 66.0 / 4014) / (66.0 / 1514 - 66.0 / 9014);
        NEAR(inGigabits(busCarries(knowledge(), {3, 4, 0, 4000})->usable.typical), (0.94 + 0.035 * share) * 28.807,
             1e-4);
        NEAR(inGigabits(busCarries(knowledge(), {3, 4, 512})->usable.typical), 28.3, 5e-3);
        NEAR(inGigabits(busCarries(knowledge(), {1, 16, 256})->usable.high), 28.4, 5e-3);
        NEAR(inGigabits(busCarries(knowledge(), {4, 8, 128})->usable.typical), 99.8, 5e-3);
        NEAR(inGigabits(busCarries(knowledge(), {5, 8, 512})->usable.low), 217.0, 5e-3);
        NEAR(inGigabits(busCarries(knowledge(), {6, 4, 128})->usable.typical), 197.0, 5e-3);
        NEAR(inGigabits(busCarries(knowledge(), {6, 4, 512})->usable.high), 222.0, 5e-3);
    }
    void theWorkingNamesTheCodedRate()
    {
        const QString working = toQt(busCarries(knowledge(), {3, 4, 0})->working).replace(toQt(text::kThin), " ");
        QVERIFY2(working.contains("4 × 8 GT/s × 128/130 = 31.5 Gb/s coded"), qPrintable(working));
        QVERIFY2(working.contains("27.1 Gb/s"), qPrintable(working));
    }
    void moreLanesNeverCarryLess()
    {
        for (int generation = 1; generation <= 5; ++generation) {
            BitRate before;
            for (int lanes : {1, 2, 4, 8, 16}) {
                const BitRate now = busCarries(knowledge(), {generation, lanes, 0})->usable.typical;
                QVERIFY(now > before);
                before = now;
            }
        }
    }
    void whatDoesNotExistIsRefused()
    {
        for (const auto& [generation, lanes] : {std::pair{0, 4}, {7, 4}, {3, 0}, {3, 3}, {3, 32}}) {
            const auto got = busCarries(knowledge(), {generation, lanes, 0});
            QVERIFY(!got);
            QCOMPARE(got.error().code, ErrorCode::OutOfRange);
        }
    }
};

SOKUDO_TEST(BusTest)
#include "bus_test.moc"
