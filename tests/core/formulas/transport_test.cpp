// SPDX-License-Identifier: GPL-3.0-or-later
// Bytes under way, and the loss that still fills a link.
#include "core/formulas/transport.h"
#include "core/formulas/framing.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::formulas;

class TransportTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void bytesUnderWay_data()
    {
        QTest::addColumn<double>("gigabit");
        QTest::addColumn<double>("milliseconds");
        QTest::addColumn<double>("bytes");
        const auto row = [](const char* name, double rate, double milliseconds, double bytes) {
            QTest::newRow(name) << rate << milliseconds << bytes;
        };
        row("100M at 0.05 ms", 0.1, 0.05, 625);
        row("1G at 0.1 ms", 1, 0.1, 12'500);
        row("2.5G over coax", 2.5, 3.5, 1'093'750);
        row("10G at 20 ms", 10, 20, 25e6);
        row("25G at 0.3 ms", 25, 0.3, 937'500);
        row("100G at 100 ms", 100, 100, 1.25e9);
    }
    void bytesUnderWay()
    {
        QFETCH(double, gigabit);
        QFETCH(double, milliseconds);
        QFETCH(double, bytes);
        QCOMPARE(bandwidthDelay(gigabits(gigabit), Duration::of(milliseconds / 1000)).in(), bytes);
    }
    /// Two digits of the largest loss that fills a link, by the law of the square root.
    void littleEnoughLoss_data()
    {
        QTest::addColumn<double>("gigabit");
        QTest::addColumn<double>("milliseconds");
        QTest::addColumn<double>("loss");
        const auto row = [](double rate, double milliseconds, double loss) {
            QTest::addRow("%g Gb/s at %g ms", rate, milliseconds) << rate << milliseconds << loss;
        };
        row(1, 0.1, 2.3e-2);
        row(1, 0.3, 2.5e-3);
        row(1, 1, 2.3e-4);
        row(1, 10, 2.3e-6);
        row(2.5, 0.1, 3.6e-3);
        row(2.5, 1, 3.6e-5);
        row(10, 0.1, 2.3e-4);
        row(10, 0.3, 2.5e-5);
        row(10, 1, 2.3e-6);
        row(25, 0.3, 4.0e-6);
        row(100, 0.1, 2.3e-6);
        row(100, 0.3, 2.5e-7);
    }
    void littleEnoughLoss()
    {
        QFETCH(double, gigabit);
        QFETCH(double, milliseconds);
        QFETCH(double, loss);
        const BitRate payload = *goodput(gigabits(gigabit));
        const double got = lossThatFills(payload, Duration::of(milliseconds / 1000), 1448);
        QVERIFY2(got > 0.97 * loss && got < 1.03 * loss, qPrintable(QString::number(got)));
    }
    /// Whichever law holds, the loss that fills a rate leaves that rate.
    void oneIsTheInverseOfTheOther()
    {
        for (double milliseconds : {0.05, 0.3, 3.5, 20.0, 100.0})
            for (double gigabit : {0.1, 1.0, 10.0, 100.0}) {
                const Duration roundTrip = Duration::of(milliseconds / 1000);
                const double loss = lossThatFills(gigabits(gigabit), roundTrip, 1448);
                if (loss < 1) NEAR(lossLimited(loss, roundTrip, 1448).rate.in() / 1e9, gigabit, 1e-6);
            }
        QVERIFY(lossLimited(1e-6, Duration::of(0.020), 1448).law == LossLaw::Cubic);
        NEAR(lossLimited(1e-6, Duration::of(0.020), 1448).rate.in(), 1.03e9, 0.005);
    }
};

SOKUDO_TEST(TransportTest)
#include "transport_test.moc"
