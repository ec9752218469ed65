// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: own
// The unit a figure was meant in: probabilities worked out by hand from priors and likelihoods.
#include "core/diagnose/unit_reading.h"
#include "core/kb/stage_rows.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;
using diagnose::unitMeant;
using diagnose::unitReadings;

namespace {

const std::vector<BitRate> kPlateaus{gigabits(0.0942), gigabits(0.9415), gigabits(2.354), gigabits(4.707),
                                     gigabits(9.415)};

double of(const std::vector<diagnose::UnitReading>& readings, const char* id)
{
    for (const auto& one : readings)
        if (one.row->id == id) return one.probability;
    return -1;
}

}  // namespace

class UnitReadingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void probabilities_data()
    {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<double>("gbps");
        QTest::addColumn<double>("typical");
        QTest::addColumn<double>("high");
        QTest::addColumn<bool>("isCopy");
        QTest::addColumn<double>("usb");
        QTest::addColumn<double>("asIs");
        QTest::addColumn<double>("byteAsBit");
        QTest::addColumn<QString>("meant");
        QTest::newRow("280 Mb/s, dialog")
            << "280 Mb/s" << 0.28 << 2.342 << 2.354 << true << 0.0 << 0.04 << 0.95 << "MB/s";
        QTest::newRow("280 Mb/s") << "280 Mb/s" << 0.28 << 2.342 << 2.354 << false << 0.0 << 0.16 << 0.83 << "MB/s";
        QTest::newRow("280 Mb/s beside USB 2.0")
            << "280 Mb/s" << 0.28 << 2.342 << 2.354 << false << 0.28 << 0.82 << 0.18 << "";
        QTest::newRow("113 Mb/s, dialog")
            << "113 Mb/s" << 0.113 << 0.937 << 0.9415 << true << 0.0 << 0.04 << 0.96 << "MB/s";
        QTest::newRow("94 Mb/s") << "94 Mb/s" << 0.094 << 0.937 << 0.9415 << false << 0.0 << 0.99 << 0.01 << "";
        QTest::newRow("1.1 Gb/s, dialog")
            << "1.1 Gb/s" << 1.1 << 9.37 << 9.415 << true << 0.0 << 0.05 << 0.94 << "GB/s";
        QTest::newRow("1.1 Gb/s") << "1.1 Gb/s" << 1.1 << 9.37 << 9.415 << false << 0.0 << 0.18 << 0.81 << "GB/s";
        QTest::newRow("940 Mb/s on 10G") << "940 Mb/s" << 0.94 << 9.37 << 9.415 << false << 0.0 << 0.97 << 0.03 << "";
        QTest::newRow("290 MB/s") << "290 MB/s" << 2.32 << 2.342 << 2.354 << false << 0.0 << 1.0 << 0.0 << "";
        QTest::newRow("940 MB/s on 1G") << "940 MB/s" << 7.52 << 0.937 << 0.9415 << false << 0.0 << 0.0 << 0.0
                                        << "Mb/s";
    }
    void probabilities()
    {
        QFETCH(QString, typed);
        QFETCH(double, gbps);
        QFETCH(double, typical);
        QFETCH(double, high);
        QFETCH(bool, isCopy);
        QFETCH(double, usb);
        QFETCH(double, asIs);
        QFETCH(double, byteAsBit);
        QFETCH(QString, meant);
        std::vector<BitRate> plateaus = kPlateaus;
        if (usb > 0) plateaus.push_back(gigabits(usb));
        const kb::Band band{gigabits(typical * 0.97), gigabits(typical), gigabits(high)};
        const auto readings = unitReadings(gigabits(gbps), band, plateaus, isCopy, knowledge());
        QVERIFY2(std::abs(of(readings, "as-is") - asIs) < 0.02, qPrintable(QString::number(of(readings, "as-is"))));
        QVERIFY2(std::abs(of(readings, "byte-as-bit") - byteAsBit) < 0.02,
                 qPrintable(QString::number(of(readings, "byte-as-bit"))));
        QCOMPARE(toQt(unitMeant(typed.toStdString(), readings)), meant);
        double sum = 0;
        for (const auto& one : readings) sum += one.probability;
        NEAR(sum, 1.0, 1e-9);
    }
    void aSlippedPrefix()
    {
        const kb::Band band{gigabits(2.28), gigabits(2.342), gigabits(2.354)};
        QCOMPARE(toQt(unitMeant("2.33 Mb/s", unitReadings(gigabits(0.00233), band, kPlateaus, false, knowledge()))),
                 QString("Gb/s"));
        QCOMPARE(toQt(unitMeant("2.33 Tb/s", unitReadings(gigabits(2330), band, kPlateaus, false, knowledge()))),
                 QString("Gb/s"));
    }
    void aSizeInATimeHasNoUnitToDoubt()
    {
        const kb::Band band{gigabits(9.1), gigabits(9.37), gigabits(9.415)};
        QCOMPARE(toQt(unitMeant("10 GB in 72 s", unitReadings(gigabits(1.11), band, kPlateaus, false, knowledge()))),
                 QString());
        QVERIFY(unitReadings(BitRate{}, band, kPlateaus, false, knowledge()).empty());
    }
};

SOKUDO_TEST(UnitReadingTest)
#include "unit_reading_test.moc"
