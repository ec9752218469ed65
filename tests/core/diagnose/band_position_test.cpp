// SPDX-License-Identifier: GPL-3.0-or-later
// The five standings at their edges, with hard ceilings worked out by hand, and the interval that is carried.
#include "core/diagnose/band_position.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;
using diagnose::BandPosition;

namespace {

diagnose::Stand stand(double gbps, const char* line, double error = 0)
{
    return diagnose::standing({gigabits(gbps), gigabits(gbps - error), gigabits(gbps + error)},
                              *oneline::expectPathLine(line, knowledge()));
}

}  // namespace

class BandPositionTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void edges_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<double>("gbps");
        QTest::addColumn<QString>("standing");
        const auto row = [](const char* line, double gbps, const char* standing) {
            QTest::addRow("%s at %g", line, gbps) << line << gbps << standing;
        };
        // Hard: 1460 / 1538 of 10 Gb/s = 9.4928; times 1.01 = 9.5878. Typical 0.995 * 9.4148 = 9.3677.
        row("10g", 9.588, "impossible");
        row("10g", 9.587, "full");
        row("10g", 9.133, "full");    // 0.97 of the most, 9.4148
        row("10g", 9.131, "normal");  // the low end, 9.1324, is no more than that
        row("10g", 8.432, "normal");  // 0.9 of the typical figure
        row("10g", 8.430, "low");
        row("10g", 6.558, "low");  // 0.7 of it
        row("10g", 6.556, "fault");
        row("10g", 0.94, "fault");
        // MTU 9000: hard 8960 / 9038 of 10 Gb/s = 9.9137, times 1.01 = 10.0128
        row("10g mtu=9000", 10.012, "full");
        row("10g mtu=9000", 10.014, "impossible");
        // 3.0 x4: 31.508 coded * 256 / 280 = 28.807 in packets, times 1.01 = 29.095
        row("100g | pcie 3.0 x4", 29.09, "full");
        row("100g | pcie 3.0 x4", 29.10, "impossible");
        // USB 2.0: 13 packets of 512 bytes in 125 µs = 0.426, times 1.01 = 0.4303; USB 5 Gb/s is coded 8 of 10
        row("2.5g | usb 0.48g", 0.430, "full");
        row("2.5g | usb 0.48g", 0.431, "impossible");
        row("10g mtu=9000 | usb 5g adapter=5g", 4.05, "impossible");
        // The bus of a disk: SATA 6 Gb/s coded 8 of 10, times 1.01 = 4.848; 3.0 x4 31.508, times 1.01 = 31.82
        row("10g | hdd", 4.84, "full");
        row("10g | hdd", 4.85, "impossible");
        row("25g | ssd", 4.85, "impossible");
        row("100g rdma mtu=9000 | nvme 3.0x4", 31.8, "full");
        row("100g rdma mtu=9000 | nvme 3.0x4", 31.9, "impossible");
        // One flow over a bond keeps to a member: 9.4928, times 1.01
        row("bond 2*10g", 9.587, "full");
        row("bond 2*10g", 9.589, "impossible");
        // The rate on the air: 2.402, times 1.01
        row("wifi6-2x2-160", 2.43, "impossible");
        // soft stages can be passed: a processor of 47 Gb/s at most, disks below their buses (6 x 4.8), file shares
        row("100g | cpu recent-x86 4.5ghz", 60, "full");
        row("100g mtu=9000 | hdd*6 raid6", 19, "full");
        row("wifi6-2x2-160", 1.9, "full");
        // inside the band is normal, however far below the typical figure
        row("10g | smb", 4.2, "normal");
    }
    void edges()
    {
        QFETCH(QString, line);
        QFETCH(double, gbps);
        QFETCH(QString, standing);
        QCOMPARE(toQt(code(stand(gbps, line.toUtf8().constData()).at)), standing);
    }
    void aboveTheEstimateIsSaid()
    {
        QVERIFY(stand(60, "100g | cpu recent-x86 4.5ghz").isAboveEstimate);
        QVERIFY(!stand(9.4, "10g").isAboveEstimate);
        QVERIFY(!stand(12, "10g").isAboveEstimate);  // impossible, not better
    }
    void theIntervalIsCarried()
    {
        const auto wide = stand(8.5, "10g", 1.0);  // 7.5 to 9.5
        QVERIFY(wide.isBorderline());
        QCOMPARE(toQt(diagnose::text(wide)), "normal, borderline (low to full)");
        QCOMPARE(toQt(diagnose::text(stand(9.0, "10g", 0.1))), "normal");
        QCOMPARE(toQt(diagnose::text(stand(7.0, "10g"))), "low");
        QVERIFY(stand(7.0, "10g").isSlow() && stand(1.0, "10g").isSlow() && !stand(9.0, "10g").isSlow());
    }
    /// Every stage of a path says whether its ceiling is hard; no estimate lies above a hard one.
    void noEstimatePassesAHardCeiling()
    {
        for (const char* line :
             {"10g", "25g mtu=9000", "10g ipv6", "2.5g vlan tunnel=vxlan", "pcie 4.0 x1 | 100g", "coax-2.5-1g | 10g",
              "bond 2*10g flows=4", "usb 5g adapter=2.5g | 2.5g", "radio 2402m", "10g udp", "uplink 3.0 x4 | 100g"}) {
            const auto path = *oneline::expectPathLine(line, knowledge());
            QVERIFY2(path.hardStage(), line);
            for (const expect::Stage& stage : path.stages)
                if (stage.hard) QVERIFY2(stage.carries.high <= *stage.hard, line);
        }
    }
};

SOKUDO_TEST(BandPositionTest)
#include "band_position_test.moc"
