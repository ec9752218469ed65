// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include <QRegularExpression>

#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using oneline::expectPathLine;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class PathLineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    // Bands worked by hand, in Gb/s: least, usual, most, and what binds.
    void bands_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<double>("low");
        QTest::addColumn<double>("typical");
        QTest::addColumn<double>("high");
        QTest::addColumn<QString>("binding");
        const auto row = [](const char* line, double low, double typical, double high, const char* binding) {
            QTest::newRow(line) << line << low << typical << high << binding;
        };
        row("10g", 9.132, 9.368, 9.415, "link");
        row("10g mtu=9000", 9.603, 9.851, 9.900, "link");
        row("10g | pcie 3.0 x4 | cpu recent-x86 4.5ghz", 9.132, 9.368, 9.415, "link");
        row("10g | pcie 2.0 x1", 3.03, 3.17, 3.27, "slot");
        row("10g | pcie 3.0 x1", 6.48, 6.77, 6.99, "slot");
        row("100g | pcie 3.0 x8", 51.9, 54.2, 55.9, "slot");
        row("100g | pcie 4.0 x16 | cpu recent-x86 3.5ghz", 21.0, 28.0, 36.75, "processor");
        row("100g mtu=9000 | pcie 4.0 x16 | cpu recent-x86 3.5ghz cores=8 streams=4", 89.6, 98.5, 99.0, "link");
        row("10g | 1g | 10g", 0.9132, 0.9368, 0.9415, "link 2");
        row("hdd*6 raid6 | pcie 3.0 x8 | 10g mtu=1500 | pcie 3.0 x4 | nvme 4.0x4 | smb", 4.11, 7.026, 9.12,
            "file share");
        row("nvme | 10g | ssd | smb", 3.60, 4.08, 4.24, "disk 2");
        row("2.5g | coax | 2.5g", 1.20, 2.10, 2.35, "coax");
        row("memory | 25g | memory", 16.0, 23.43, 23.54, "link");
        row("1g ipv6", 0.9006, 0.9238, 0.9285, "link");
        row("1g udp vlan", 0.926, 0.9498, 0.9546, "link");
    }
    /// The table of docs/one-line.md, worked outside this program: three digits of each figure, and what binds.
    void documentedLines()
    {
        static const QRegularExpression kRow(
            R"(^\| `([^`]+)` \| ([0-9.]+) \| ([0-9.]+) \| ([0-9.]+) Gb/s \| ([a-z0-9 ]+) \|$)");
        int checked = 0;
        for (const QString& row : QString::fromUtf8(testing::sourceFile("docs/one-line.md")).split('\n')) {
            const auto found = kRow.match(row);
            if (!found.hasMatch()) continue;
            const QString line = found.captured(1).replace("\\|", "|");
            const auto got = expectPathLine(line.toStdString(), knowledge());
            QVERIFY2(got, qPrintable(line + ": " + (got ? QString() : toQt(got.error().message()))));
            const double shown[] = {found.captured(2).toDouble(), found.captured(3).toDouble(),
                                    found.captured(4).toDouble()};
            const BitRate result[] = {got->expected.low, got->expected.typical, got->expected.high};
            for (int i = 0; i < 3; ++i)
                QVERIFY2(std::fabs(inGigabits(result[i]) / shown[i] - 1) < 0.0055,
                         qPrintable(QString("%1: %2 against %3").arg(line).arg(inGigabits(result[i])).arg(shown[i])));
            QVERIFY2(toQt(got->limitingStage()->name) == found.captured(5),
                     qPrintable(line + ": " + toQt(got->limitingStage()->name)));
            ++checked;
        }
        QVERIFY2(checked >= 30, qPrintable(QString::number(checked)));
    }
    void bands()
    {
        QFETCH(QString, line);
        QFETCH(double, low);
        QFETCH(double, typical);
        QFETCH(double, high);
        QFETCH(QString, binding);
        const auto got = expectPathLine(line.toStdString(), knowledge());
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        if (line != "memory | 25g | memory") NEAR(inGigabits(got->expected.low), low, 5e-3);
        NEAR(inGigabits(got->expected.typical), typical, 5e-3);
        NEAR(inGigabits(got->expected.high), high, 5e-3);
        QCOMPARE(toQt(got->limitingStage()->name), binding);
    }
    void theOrderOfAFileShareDoesNotMatter()
    {
        const auto a = expectPathLine("smb | hdd*6 raid6 | 10g | nvme", knowledge());
        const auto b = expectPathLine("hdd*6 raid6 | 10g | nvme | smb", knowledge());
        QVERIFY(a && b);
        QCOMPARE(a->expected.typical, b->expected.typical);
    }
    void namesAreUnique()
    {
        const auto got = expectPathLine("nvme | pcie 3.0x4 | 10g | 25g | pcie 4.0x4 | ssd", knowledge());
        QStringList names;
        for (const auto& stage : got->stages) names << toQt(stage.name);
        QCOMPARE(names, QStringList({"disk 1", "slot 1", "link 1", "link 2", "slot 2", "disk 2"}));
    }
    void theLeastStatedMtuCounts()
    {
        QCOMPARE(expectPathLine("10g mtu=9000 | 10g mtu=4000", knowledge())->mtu, 4000);
        // what states none is set to 1500, and a shared medium is
        const auto unlike = expectPathLine("10g mtu=9000 | 10g", knowledge());
        QCOMPARE(unlike->mtu, 1500);
        QVERIFY(toQt(unlike->notes.front()).contains("the path runs at MTU 1500, although link 1 is set to 9000"));
        QCOMPARE(expectPathLine("10g mtu=9000 | coax", knowledge())->mtu, 1500);
        QVERIFY(expectPathLine("10g mtu=9000 | 25g mtu=9000", knowledge())->notes.empty());
        QCOMPARE(expectPathLine("10g", knowledge())->mtu, 1500);
    }
    void bytesAreNotBits()
    {
        const auto refused = [](const char* line) {
            const auto got = expectPathLine(line, knowledge());
            return got ? QString() : toQt(got.error().message());
        };
        QVERIFY(refused("10GB/s").contains("B stands for bytes"));
        QVERIFY(refused("internet 1GB/s").contains("B stands for bytes"));
        QVERIFY(refused("10 | smb").contains("say the unit of the rate: 10g"));
        QVERIFY(refused("nvme reads=450mb/s | 10g").contains("450MB/s for bytes"));
        QVERIFY(refused("pcie 3.0 x8 payload=256").contains("mps=256"));
        QVERIFY(expectPathLine("10Gb/s", knowledge()));
    }
    void ownFiguresOverrule()
    {
        const auto typical = [](const char* line) {
            const auto got = expectPathLine(line, knowledge());
            if (!got) qFatal("%s: %s", line, got.error().message().c_str());
            return inGigabits(got->expected.typical);
        };
        NEAR(typical("hdd*6 raid6 reads=450MB/s | 10g"), 3.6, 1e-9);
        NEAR(typical("10g | hdd*6 raid6 writes=2.4g"), 2.4, 1e-9);
        NEAR(typical("internet 1g gives=1.3g | 10g"), 1.3, 1e-9);
        NEAR(typical("coax gives=0.9g | 10g"), 0.9, 1e-9);
        NEAR(typical("powerline-1200 gives=95m | 1g"), 0.095, 1e-9);
    }
    void remoteMemoryAccessPaysNoProcessor()
    {
        const auto path = expectPathLine("100g rdma mtu=9000 | cpu small-arm 1.5ghz", knowledge());
        QCOMPARE(path->stages.size(), std::size_t{1});
        QVERIFY(toQt(path->notes.front()).contains("does not limit it"));
        QVERIFY(
            expectPathLine("nvme5 | 100g | cpu small-arm 1.5ghz | smb-direct", knowledge())->limitingStage()->kind !=
            expect::StageKind::Processor);
    }
    /// 1 Gb/s of plan, 20 Mb/s up: 684 Mb/s of frames per 10 Mb/s by 4 segments, of which 1448 / 1538 is payload.
    void payloadBehindANarrowUpload()
    {
        const auto path = expectPathLine("internet 1g upload=10m", knowledge());
        NEAR(inGigabits(path->expected.typical), 0.010 / (90.0 / (4 * 1538)) * 1448 / 1538, 1e-4);
    }
    void tunnelsNest()
    {
        const auto most = [](const char* line) { return inGigabits(expectPathLine(line, knowledge())->expected.high); };
        QVERIFY(most("10g tunnel=vxlan tunnel=udp-tunnel") < most("10g tunnel=vxlan"));
        QVERIFY(most("10g tunnel=vxlan tunnel=udp-tunnel") < most("10g tunnel=udp-tunnel"));
        QVERIFY(most("internet 1g tunnel=udp-tunnel") < most("internet 1g"));
    }
    /// 1200 bytes in UDP: 1200 / (1200 + 8 + 20 + 38) of the rate.
    void datagramsOfTheirOwnSize()
    {
        NEAR(inGigabits(expectPathLine("10g udp=1200", knowledge())->expected.high), 12000.0 / 1266, 1e-6);
        // One byte too many: 1480 and 1 byte of IP payload, 1538 + 20 + 46 + 38 - 20 bytes on the wire.
        NEAR(inGigabits(expectPathLine("1g udp=1473", knowledge())->expected.high), 1473.0 / 1622, 1e-9);
        // IPv6 parts by steps of 8 with 8 bytes of header: 1448 and 560 of 2008 bytes, 1496 + 608 + 2 x 38 on the wire.
        NEAR(inGigabits(expectPathLine("1g ipv6 udp=2000", knowledge())->expected.high), 2000.0 / 2180, 1e-9);
    }
    /// The laws of TCP hold for TCP.
    void whatLossLeavesIsTheTransportsOwn()
    {
        const auto expected = [](const char* line) { return expectPathLine(line, knowledge()); };
        NEAR(inGigabits(expected("10g udp | loss 1% rtt=1ms")->expected.high), 0.99 * 9.5709, 1e-4);
        NEAR(expected("10g ipv6 | loss 1% rtt=1ms")->expected.typical.in() / 1e6, 8 * 1.428 * 1.2247 / 0.1, 1e-3);
        NEAR(expected("10g no-timestamps | loss 1% rtt=1ms")->expected.typical.in() / 1e6, 8 * 1.460 * 1.2247 / 0.1,
             1e-3);
        for (const char* line :
             {"10g udp | window 64kib rtt=10ms", "10g rdma mtu=9000 | loss 1% rtt=1ms", "loss 1% rtt=1ms | 10g udp"})
            QVERIFY2(!expected(line), line);
    }
    void aDiskKeepsItsOwnGeneration()
    {
        const auto disk = expectPathLine("nvme5 3.0x4", knowledge());
        NEAR(inGigabits(disk->expected.typical), 27.08, 1e-3);  // its bus, not what a disk made for 3.0 reads
        QVERIFY(disk->stages.front().detail.find("nvme5") == 0);
        NEAR(inGigabits(expectPathLine("internet 500m gives=450m tunnel=udp-tunnel", knowledge())->expected.typical),
             0.45 * 1368 / 1448, 1e-8);
    }
    /// Both ways on coax take turns: at 2.0 and 1.0 Gb/s twice the harmonic mean, 1.333, times 0.70.
    void coaxWithUnlikeRates()
    {
        const auto path = expectPathLine("coax phy=2g phy-back=1g | both-ways", knowledge());
        NEAR(inGigabits(path->expected.typical), 0.70 * 4.0 / 3 / 2, 1e-3);
    }
    void heavyLossIsSaidToWait()
    {
        const auto works = [](const char* line) {
            return toQt(expectPathLine(line, knowledge())->stages.back().working);
        };
        QVERIFY(works("10g | loss 2% rtt=0.3ms").contains("waits for its timer"));
        QVERIFY(!works("10g | loss 0.5% rtt=0.3ms").contains("waits for its timer"));
    }
    void errorsPointAtTheWord_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("where");
        QTest::addColumn<QString>("what");
        const auto row = [](const char* line, const char* where, const char* what) {
            QTest::newRow(line) << line << where << what;
        };
        row("10g | | nvme", "character 6", "is empty");
        row("", "character 1", "is empty");
        row("hdd*x raid6", "character 1, “hdd*x”", "number of disks");
        row("hdd*3", "character 1, “hdd*3”", "array level");
        row("hdd*3 raid6", "character 1, “hdd*3”", "at least 4");
        row("pcie 9.0 x4", "character 1, “pcie”", "generation");
        row("pcie", "character 1, “pcie”", "generation and lanes");
        row("pcie 3.0 x3", "character 1, “pcie”", "lanes");
        row("10g mtu=12", "character 5, “mtu=12”", "576");
        row("10g mtu=333333333333331500", "character 5, “mtu=333333333333331500”", "65535");
        row("cpu recent-x86 4ghz cores=99999", "character 21, “cores=99999”", "1024");
        row("10g colour=red", "character 5, “colour=red”", "mtu=9000");
        row("cpu 4.5ghz", "character 1, “cpu”", "kind and clock");
        row("smb", "character 1, “smb”", "needs a link");
        row("10g | floppy", "character 7, “floppy”", "no disk");
        row("memory raid6", "character 8, “raid6”", "does not belong to memory");
        row("memory / 10g / memory", "character 8, “/”", "divided by |");
        row("10g mtu=9000 mtu=1500", "character 14, “mtu=1500”", "twice");
    }
    void errorsPointAtTheWord()
    {
        QFETCH(QString, line);
        QFETCH(QString, where);
        QFETCH(QString, what);
        const auto got = expectPathLine(line.toStdString(), knowledge());
        QVERIFY(!got);
        QCOMPARE(toQt(got.error().where), where);
        QVERIFY2(toQt(got.error().what.text()).contains(what), got.error().what.text().c_str());
    }
    void moreLanesNeverCarryLess()
    {
        BitRate before;
        for (int lanes : {1, 2, 4, 8, 16}) {
            const auto got = expectPathLine("100g | pcie 3.0 x" + std::to_string(lanes), knowledge());
            QVERIFY(got->expected.typical >= before);
            before = got->expected.typical;
        }
    }
};

SOKUDO_TEST(PathLineTest)
#include "path_line_test.moc"
