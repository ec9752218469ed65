// SPDX-License-Identifier: GPL-3.0-or-later
// The unit a figure was meant in: probabilities worked out by hand from priors and likelihoods.
#include "core/diagnose/unit_reading.h"
#include "core/kb/stage_rows.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;
using diagnose::unitReadings;

namespace {

const std::vector<BitRate> kPlateaus{gigabits(0.0942), gigabits(0.9415), gigabits(2.354), gigabits(4.707),
                                     gigabits(9.415)};

/// The unit that stands out; empty: none does.
QString unitMeant(const char* typed, double gbps, const kb::Band& band, bool isCopy = false)
{
    const auto readings = unitReadings(gigabits(gbps), typed, band, kPlateaus, isCopy, knowledge());
    const diagnose::UnitReading* meant = diagnose::unitMeant(readings);
    return meant ? toQt(meant->unit) : QString();
}

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
            << "280 Mb/s" << 0.28 << 2.342 << 2.354 << true << 0.0 << 0.044 << 0.936 << "MB/s";
        QTest::newRow("280 Mb/s") << "280 Mb/s" << 0.28 << 2.342 << 2.354 << false << 0.0 << 0.151 << 0.808 << "MB/s";
        QTest::newRow("280 Mb/s beside USB 2.0")
            << "280 Mb/s" << 0.28 << 2.342 << 2.354 << false << 0.28 << 0.815 << 0.177 << "";
        QTest::newRow("113 Mb/s, dialog")
            << "113 Mb/s" << 0.113 << 0.937 << 0.9415 << true << 0.0 << 0.036 << 0.944 << "MB/s";
        QTest::newRow("94 Mb/s") << "94 Mb/s" << 0.094 << 0.937 << 0.9415 << false << 0.0 << 0.99 << 0.01 << "";
        QTest::newRow("1.1 Gb/s, dialog")
            << "1.1 Gb/s" << 1.1 << 9.37 << 9.415 << true << 0.0 << 0.052 << 0.928 << "GB/s";
        QTest::newRow("1.1 Gb/s") << "1.1 Gb/s" << 1.1 << 9.37 << 9.415 << false << 0.0 << 0.177 << 0.784 << "GB/s";
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
        const auto readings = unitReadings(gigabits(gbps), typed.toStdString(), band, plateaus, isCopy, knowledge());
        QVERIFY2(std::abs(of(readings, "as-is") - asIs) < 0.005, qPrintable(QString::number(of(readings, "as-is"))));
        const double asBytes = std::max(0.0, of(readings, "byte-as-bit"));
        QVERIFY2(std::abs(asBytes - byteAsBit) < 0.005, qPrintable(QString::number(asBytes)));
        const diagnose::UnitReading* found = diagnose::unitMeant(readings);
        QCOMPARE(found ? toQt(found->unit) : QString(), meant);
        double sum = 0;
        for (const auto& one : readings) sum += one.probability;
        NEAR(sum, 1.0, 1e-9);
    }
    void aSlippedPrefix()
    {
        const kb::Band band{gigabits(2.28), gigabits(2.342), gigabits(2.354)};
        QCOMPARE(unitMeant("2.33 Mb/s", 0.00233, band), QString("Gb/s"));
        QCOMPARE(unitMeant("2.33 Tb/s", 2330, band), QString("Gb/s"));
    }
    /// 9.4 GiB/s are 80.7 Gb/s: on a 10G path only bits make sense, and then decimal ones.
    void binaryBytesAgainstBits()
    {
        const kb::Band band{gigabits(9.1), gigabits(9.37), gigabits(9.415)};
        const double bits = 9.4 * 8 * 1.073741824;
        QCOMPARE(unitMeant("9.4 GiB/s", bits, band), QString("Gb/s"));
        const auto readings = unitReadings(gigabits(bits), "9.4 GiB/s", band, kPlateaus, false, knowledge());
        for (const auto& one : readings)
            if (one.row->id == "bit-as-binary-byte") NEAR(one.factor, 1 / (8 * 1.073741824), 1e-12);
        // 1.09 GiB/s are 9.36 Gb/s and as expected: nothing to ask
        QCOMPARE(unitMeant("1.09 GiB/s", 1.09 * 8 * 1.073741824, band), QString());
    }
    void theBinaryFactorFollowsThePrefix()
    {
        const kb::Band band{gigabits(0.9), gigabits(0.937), gigabits(0.9415)};
        for (const auto& [typed, gbps, factor] : {std::tuple{"112 MB/s", 0.896, 1.048576},
                                                  {"0.11 GB/s", 0.88, 1.073741824},
                                                  {"110000 kB/s", 0.88, 1.024}}) {
            const auto readings = unitReadings(gigabits(gbps), typed, band, kPlateaus, true, knowledge());
            const auto at = std::find_if(readings.begin(), readings.end(),
                                         [](const auto& one) { return one.row->id == "binary-as-decimal"; });
            QVERIFY(at != readings.end());
            NEAR(at->factor, factor, 1e-12);
        }
    }
    void aSizeInATimeHasNoUnitToDoubt()
    {
        const kb::Band band{gigabits(9.1), gigabits(9.37), gigabits(9.415)};
        QCOMPARE(unitMeant("10 GB in 72 s", 1.11, band), QString());
        QVERIFY(unitReadings(BitRate{}, "0 Gb/s", band, kPlateaus, false, knowledge()).empty());
    }
};

SOKUDO_TEST(UnitReadingTest)
#include "unit_reading_test.moc"
