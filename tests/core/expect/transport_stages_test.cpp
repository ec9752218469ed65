// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of windows, losses, tunnels, bonds and plans, and what holds for every stage.
#include <cmath>
#include <set>

#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::expect;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class TransportStagesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// 8 W / RTT, in Mb/s.
    void windows_data()
    {
        QTest::addColumn<double>("bytes");
        QTest::addColumn<double>("milliseconds");
        QTest::addColumn<double>("megabits");
        QTest::newRow("64 KiB - 1 at 20 ms") << 65535.0 << 20.0 << 26.214;
        QTest::newRow("256 KiB at 1 ms") << 262144.0 << 1.0 << 2097.152;
        QTest::newRow("1 MiB at 3.5 ms") << 1048576.0 << 3.5 << 2396.745;
        QTest::newRow("6 MiB at 50 ms") << 6291456.0 << 50.0 << 1006.633;
        QTest::newRow("16 MiB at 100 ms") << 16777216.0 << 100.0 << 1342.177;
    }
    void windows()
    {
        QFETCH(double, bytes);
        QFETCH(double, milliseconds);
        QFETCH(double, megabits);
        const auto one = windowStage(DataSize::of(bytes), Duration::of(milliseconds / 1000), 1);
        NEAR(one->carries.typical.in() / 1e6, megabits, 1e-4);
        NEAR(windowStage(DataSize::of(bytes), Duration::of(milliseconds / 1000), 4)->carries.high.in() / 1e6,
             4 * megabits, 1e-4);
        QVERIFY(!windowStage({}, Duration::of(1), 1) && !windowStage(DataSize::of(1), {}, 1));
    }
    /// 1448 bytes, C = 1.2247; where the cubic term is larger it counts.
    void losses_data()
    {
        QTest::addColumn<double>("share");
        QTest::addColumn<double>("milliseconds");
        QTest::addColumn<double>("gigabits");
        QTest::newRow("1e-6 at 0.3 ms") << 1e-6 << 0.3 << 47.29;
        QTest::newRow("1e-4 at 1 ms") << 1e-4 << 1.0 << 1.4187;
        QTest::newRow("1e-3 at 0.1 ms") << 1e-3 << 0.1 << 4.486;
        QTest::newRow("1e-2 at 10 ms") << 1e-2 << 10.0 << 0.014187;
        QTest::newRow("cubic, 1e-7 at 20 ms") << 1e-7 << 20.0 << 5.77;
        QTest::newRow("cubic, 1e-6 at 100 ms") << 1e-6 << 100.0 << 0.687;
    }
    void losses()
    {
        QFETCH(double, share);
        QFETCH(double, milliseconds);
        QFETCH(double, gigabits);
        const auto got = lossStage(share, Duration::of(milliseconds / 1000), 1448, 1);
        QVERIFY(std::fabs(inGigabits(got->carries.typical) / gigabits - 1) < 2e-3);
        NEAR(got->carries.high.in() / got->carries.low.in(), 1.5, 1e-6);
        QVERIFY(!lossStage(0, Duration::of(1), 1448, 1) && !lossStage(1, Duration::of(1), 1448, 1));
    }
    /// The factors of the reference at an outer MTU of 1500, six digits.
    void tunnels_data()
    {
        QTest::addColumn<QString>("id");
        QTest::addColumn<double>("factor");
        const std::pair<const char*, double> kRows[] = {{"pppoe", 0.936281},       {"pppoe-1508", 0.936611},
                                                        {"macsec", 0.922293},      {"gre", 0.925878},
                                                        {"ipip", 0.928479},        {"vxlan", 0.908973},
                                                        {"vxlan6", 0.895969},      {"udp-tunnel", 0.901186},
                                                        {"udp-tunnel6", 0.889467}, {"udp-tunnel-1440", 0.902471},
                                                        {"esp-gcm", 0.906372},     {"esp-gcm-udp", 0.901170},
                                                        {"esp-cbc", 0.901170},     {"esp-cbc-udp", 0.895425},
                                                        {"tls-tunnel", 0.882199}};
        for (const auto& [id, factor] : kRows) QTest::newRow(id) << id << factor;
    }
    void tunnels()
    {
        QFETCH(QString, id);
        QFETCH(double, factor);
        const kb::Encapsulation* row = knowledge().find<kb::Encapsulation>(id.toStdString());
        QVERIFY(row);
        const auto framing = formulas::wrapped({}, *row);
        NEAR(formulas::goodput(gigabits(10), framing)->in() / 1e10, factor, 1e-6);
        // nothing but the outer packet grows with a larger MTU
        auto jumbo = framing;
        jumbo.mtu = 9000;
        QVERIFY(*formulas::goodput(gigabits(10), jumbo) > *formulas::goodput(gigabits(10), framing));
    }
    void everyTunnelHasItsRow() { QCOMPARE(knowledge().all<kb::Encapsulation>().size(), std::size_t{15}); }
    /// 90 bytes for two frames of 1538; 110 with IPv6; padded to 84 without timestamps.
    void acknowledgements()
    {
        NEAR(formulas::ackShare({}), 90.0 / (2 * 1538), 1e-9);
        NEAR(formulas::ackShare({9000}), 90.0 / (2 * 9038), 1e-9);
        formulas::Framing six;
        six.ipv6 = true;
        NEAR(formulas::ackShare(six), 110.0 / (2 * 1538), 1e-9);
        formulas::Framing bare;
        bare.timestamps = false;
        NEAR(formulas::ackShare(bare, 16), 84.0 / (16 * 1538), 1e-9);
    }
    /// N(1 - (1 - 1/N)^k) members, k = 2, 4, 8 of two.
    void bonds()
    {
        const double one = 0.995 * 9.41482;
        const std::pair<int, double> kUsed[] = {{1, 1.0}, {2, 1.5}, {4, 1.875}, {8, 1.9921875}};
        for (const auto& [flows, used] : kUsed)
            NEAR(inGigabits(bondStage(knowledge(), 2, gigabits(10), {}, flows, Spread::PerConnection)->carries.typical),
                 one * used, 1e-4);
        NEAR(inGigabits(bondStage(knowledge(), 2, gigabits(10), {}, 8, Spread::PerHostPair)->carries.high), 9.41482,
             1e-5);
        NEAR(inGigabits(bondStage(knowledge(), 2, gigabits(10), {}, 1, Spread::Standby)->carries.high), 9.41482, 1e-5);
        QVERIFY(!bondStage(knowledge(), 1, gigabits(10), {}, 1, Spread::Standby) &&
                !bondStage(knowledge(), 2, gigabits(10), {}, 0, Spread::Standby));
        for (Spread spread : {Spread::PerConnection, Spread::PerHostPair, Spread::RoundRobin, Spread::Standby})
            QCOMPARE(*spreadFromCode(code(spread)), spread);
    }
    void usbByBusAndAdapter()
    {
        NEAR(inGigabits(usbStage(knowledge(), gigabits(5), gigabits(2.5))->carries.typical), 2.33, 1e-9);
        NEAR(inGigabits(usbStage(knowledge(), gigabits(5), gigabits(5))->carries.typical), 3.4, 1e-9);
        // a 1G adapter on a 5 Gb/s bus is limited by itself
        NEAR(inGigabits(usbStage(knowledge(), gigabits(5), gigabits(1))->carries.high), 0.941482, 1e-6);
        // an adapter faster than any row of its bus: what the bus gives
        NEAR(inGigabits(usbStage(knowledge(), gigabits(0.48), gigabits(2.5))->carries.typical), 0.28, 1e-9);
        QVERIFY(!usbStage(knowledge(), gigabits(3), gigabits(1)));
    }
    void factorsMultiply()
    {
        const auto plain = processorStage(knowledge(), {"recent-x86", 4.0, 8}, 1500, 1);
        const auto slowed = processorStage(knowledge(), {"recent-x86", 4.0, 8}, 1500, 1, {"virtio", "firewall"});
        NEAR(slowed->carries.typical.in() / plain->carries.typical.in(), 0.65 * 0.85, 1e-9);
        QVERIFY(toQt(slowed->working).contains("para-virtual"));
        QVERIFY(!processorStage(knowledge(), {"recent-x86", 4.0, 8}, 1500, 1, {"wall"}));
        QCOMPARE(processorStage(knowledge(), {"recent-x86", 4.0, 8}, 1500, 8)->pool.has_value(), false);
        NEAR(inGigabits(plain->pool->typical), 4.0 * 8.0 * 8 * 0.8, 1e-6);
    }
    void aCacheThatHoldsTheCopy()
    {
        const kb::Band in{gigabits(8), gigabits(8), gigabits(8)};
        // 50 GB fit into 100 GB: the fast rate, 1800 MB/s, limited by 1000 MB/s coming in
        NEAR(inGigabits(cachedWriteStage(knowledge(), {"nvme3-qlc", 1, ""}, DataSize::of(50e9), in)->carries.typical),
             8.0, 1e-6);
        // 500 GB: 100 s fast and 400 GB at 180 MB/s
        NEAR(inGigabits(cachedWriteStage(knowledge(), {"nvme3-qlc", 1, ""}, DataSize::of(500e9), in)->carries.typical),
             4000 / (100 + 400 / 0.18), 1e-3);
        QVERIFY(!cachedWriteStage(knowledge(), {"hdd", 1, ""}, DataSize::of(1e9), in) &&
                !cachedWriteStage(knowledge(), {"ssd", 4, "raid0"}, DataSize::of(1e9), in));
    }
    /// More lanes, members, streams or MTU never lower a ceiling.
    void moreNeverCarriesLess()
    {
        const char* kRising[][2] = {{"pcie 3.0 x4", "pcie 3.0 x8"},
                                    {"pcie 3.0 x4", "pcie 4.0 x4"},
                                    {"pcie 3.0 x4 mps=128", "pcie 3.0 x4 mps=512"},
                                    {"uplink 3.0 x4", "uplink 4.0 x4"},
                                    {"10g", "10g mtu=9000"},
                                    {"10g", "25g"},
                                    {"cpu mid-x86 3ghz cores=8 streams=2", "cpu mid-x86 3ghz cores=8 streams=8"},
                                    {"cpu mid-x86 3ghz", "cpu mid-x86 4ghz"},
                                    {"bond 2*10g flows=2", "bond 2*10g flows=8"},
                                    {"bond 2*10g flows=8", "bond 4*10g flows=8"},
                                    {"1g | window 64kib rtt=20ms", "1g | window 1mib rtt=20ms"},
                                    {"1g | loss 1% rtt=1ms", "1g | loss 0.1% rtt=1ms"},
                                    {"hdd*4 raid5", "hdd*6 raid5"},
                                    {"usb 5g adapter=5g", "usb 10g adapter=5g"},
                                    {"10g | files 1000*100kb smb", "10g | files 1000*100kb smb workers=4"},
                                    {"wifi6-2x2-160 wall", "wifi6-2x2-160"}};
        for (const auto& [less, more] : kRising) {
            const auto a = oneline::expectPathLine(less, knowledge()), b = oneline::expectPathLine(more, knowledge());
            QVERIFY2(a && b, less);
            QVERIFY2(a->expected.low <= b->expected.low && a->expected.typical <= b->expected.typical &&
                         a->expected.high <= b->expected.high,
                     more);
        }
    }
    /// A session does no worse on a faster link, and a narrow bus before a fast link leaves it what it had.
    void fasterLinksNeverSlowAShare()
    {
        std::set<std::string> protocols;
        for (const kb::FileShare& row : knowledge().all<kb::FileShare>()) protocols.insert(row.id);
        for (const std::string& protocol : protocols) {
            kb::Band before;
            for (double rate : {1.0, 2.5, 5.0, 10.0, 25.0, 40.0, 100.0}) {
                const auto path = oneline::expectPathLine(text::number(rate) + "g | " + protocol, knowledge());
                QVERIFY2(path, protocol.c_str());
                QVERIFY2(path->expected.low >= before.low && path->expected.typical >= before.typical &&
                             path->expected.high >= before.high,
                         protocol.c_str());
                before = path->expected;
            }
        }
        const auto narrow = oneline::expectPathLine("100g | usb 5g adapter=2.5g | smb", knowledge()),
                   plain = oneline::expectPathLine("2.5g | usb 5g adapter=2.5g | smb", knowledge());
        QCOMPARE(narrow->expected.typical, plain->expected.typical);
        NEAR(inGigabits(narrow->expected.typical), 0.95 * 2.33, 1e-6);
    }
    /// The sum a person follows ends in the figure of the stage.
    void theWorkingLeadsToTheCeiling()
    {
        for (const char* line : {"hdd*6 raid6",
                                 "ssd",
                                 "nvme3-qlc copy=500gb",
                                 "pcie 4.0 x8",
                                 "uplink 4.0 x4",
                                 "cpu big-arm 2.4ghz cores=4 streams=2 power-saving",
                                 "10g",
                                 "25g vlan",
                                 "bond 2*10g flows=4",
                                 "coax",
                                 "wifi6-2x2-160 wall",
                                 "power-line-2000",
                                 "router-soc",
                                 "inspect-core",
                                 "vpn-x86",
                                 "memory-dual",
                                 "smb-encrypt-gcm",
                                 "internet 1g",
                                 "1g | window 64kib rtt=20ms",
                                 "1g | loss 0.1% rtt=1ms",
                                 "10g | smb",
                                 "10g | files 1000*1mb nfs",
                                 "nvme | 10g | hdd | serial",
                                 "usb 10g adapter=10g"}) {
            const auto path = oneline::expectPathLine(
                std::string(line).starts_with("nvme3-qlc") ? std::string("10g | ") + line : line, knowledge());
            QVERIFY2(path, line);
            const Stage& last = path->stages.back();
            const std::string figure = text::rate(last.carries.high), fine = text::rate(last.carries.high, 5),
                              coarse = text::rate(last.carries.high, 3);
            QVERIFY2(last.working.text().find(figure) != std::string::npos ||
                         last.working.text().find(fine) != std::string::npos ||
                         last.working.text().find(coarse) != std::string::npos,
                     (std::string(line) + ": " + last.working.text() + " against " + figure).c_str());
        }
    }
    void twoLimitsAtOnce()
    {
        const auto near = oneline::expectPathLine("2.5g | usb 5g adapter=2.5g | 10g", knowledge());
        QCOMPARE(near->near.size(), std::size_t{1});
        const auto far = oneline::expectPathLine("1g | 10g", knowledge());
        QVERIFY(far->near.empty());
        NEAR(*far->gain(), 9.0, 1e-6);
        QCOMPARE(toQt(far->stages[far->bindingLow].name), "link 1");
    }
};

SOKUDO_TEST(TransportStagesTest)
#include "transport_stages_test.moc"
