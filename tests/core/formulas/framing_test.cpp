// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/framing.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::formulas;

class FramingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    // Factors worked by hand: (MTU - headers) / (MTU + 38 + 4 a tag).
    void factors_data()
    {
        QTest::addColumn<int>("mtu");
        QTest::addColumn<bool>("ipv6");
        QTest::addColumn<bool>("udp");
        QTest::addColumn<bool>("timestamps");
        QTest::addColumn<int>("tags");
        QTest::addColumn<double>("factor");
        QTest::newRow("TCP4 with timestamps") << 1500 << false << false << true << 0 << 0.941482;
        QTest::newRow("TCP4 without") << 1500 << false << false << false << 0 << 0.949285;
        QTest::newRow("TCP6 with") << 1500 << true << false << true << 0 << 0.928479;
        QTest::newRow("TCP6 without") << 1500 << true << false << false << 0 << 0.936281;
        QTest::newRow("UDP4") << 1500 << false << true << true << 0 << 0.957087;
        QTest::newRow("UDP6") << 1500 << true << true << true << 0 << 0.944083;
        QTest::newRow("jumbo TCP4") << 9000 << false << false << true << 0 << 0.990042;
        QTest::newRow("jumbo TCP6") << 9000 << true << false << true << 0 << 0.987829;
        QTest::newRow("jumbo UDP4") << 9000 << false << true << true << 0 << 0.992697;
        QTest::newRow("one tag") << 1500 << false << false << true << 1 << 0.939040;
        QTest::newRow("two tags") << 1500 << false << false << true << 2 << 0.936611;
        QTest::newRow("jumbo, one tag") << 9000 << false << false << true << 1 << 0.989604;
    }
    void factors()
    {
        QFETCH(int, mtu);
        QFETCH(bool, ipv6);
        QFETCH(bool, udp);
        QFETCH(bool, timestamps);
        QFETCH(int, tags);
        QFETCH(double, factor);
        const auto got = goodput(gigabits(10), {mtu, udp ? Transport::Udp : Transport::Tcp, ipv6, timestamps, tags});
        QVERIFY(got);
        NEAR(inGigabits(*got) / 10, factor, 1e-6);
    }
    void namedCeilings()
    {
        NEAR(inGigabits(*goodput(gigabits(10))), 9.4148, 1e-5);
        NEAR(inGigabits(*goodput(gigabits(10), {9000})), 9.900, 1e-4);
        NEAR(inGigabits(*goodput(gigabits(2.5))), 2.354, 3e-4);
        NEAR(inGigabits(*goodput(gigabits(0.1))), 0.09415, 3e-4);
    }
    void outsideItsRangeItRefuses()
    {
        QVERIFY(goodput(gigabits(1), {576}));
        QVERIFY(!goodput(gigabits(1), {575}));
        QVERIFY(!goodput(gigabits(1), {65536}));
        QVERIFY(!goodput(gigabits(1), {1500, Transport::Tcp, false, true, 3}));
        QCOMPARE(goodput(gigabits(1), {0}).error().code, ErrorCode::OutOfRange);
    }
    void remoteMemoryAccessTakesThePartThatFits()
    {
        // 4096 / (4096 + 14 + 20 + 8 + 12 + 4 + 4 + 20), and 1024 likewise where 1500 bytes hold no more
        NEAR(inGigabits(*goodput(gigabits(100), {9000, Transport::Rdma})), 98.04, 1e-4);
        NEAR(inGigabits(*goodput(gigabits(100), {1500, Transport::Rdma})), 92.59, 1e-4);
        QCOMPARE(payloadBytes({4200, Transport::Rdma}), 4096);
        QCOMPARE(payloadBytes({4139, Transport::Rdma}), 2048);  // 4096 + 44 do not fit
        QCOMPARE(payloadBytes({1500, Transport::Rdma, true}), 1024);
    }
    void framesASecond_data()
    {
        QTest::addColumn<double>("link");
        QTest::addColumn<int>("mtu");
        QTest::addColumn<qlonglong>("frames");
        QTest::newRow("100M") << 0.1 << 1500 << 8127LL;
        QTest::newRow("1G") << 1.0 << 1500 << 81274LL;
        QTest::newRow("2.5G") << 2.5 << 1500 << 203186LL;
        QTest::newRow("10G") << 10.0 << 1500 << 812744LL;
        QTest::newRow("10G jumbo") << 10.0 << 9000 << 138305LL;
        QTest::newRow("100G jumbo") << 100.0 << 9000 << 1383049LL;
    }
    void framesASecond()
    {
        QFETCH(double, link);
        QFETCH(int, mtu);
        QFETCH(qlonglong, frames);
        QCOMPARE(static_cast<qlonglong>(frameRate(gigabits(link), {mtu})->steps()), frames);
        QVERIFY(!frameRate(gigabits(link), {100}));
    }
    void acknowledgementsTakeTheirPart()
    {
        // 90 bytes for each two frames of 1538, for each sixteen, for each two of 9038
        NEAR(ackShare({}), 0.02926, 1e-3);
        NEAR(ackShare({}, 16), 0.003658, 1e-3);
        NEAR(ackShare({9000}), 0.00498, 1e-3);
        NEAR(ackShare({1500, Transport::Tcp, false, false}), 84.0 / 3076, 1e-6);
        NEAR(ackShare({1500, Transport::Tcp, true}), 110.0 / 3076, 1e-6);
        NEAR(inGigabits(downloadHeldByUpload(gigabits(0.0293))), 1.0013, 1e-3);  // 1 Gb/s down needs 29 Mb/s up
    }
    void largerPacketsNeverCarryLess()
    {
        BitRate before;
        for (int mtu = 576; mtu <= 9216; mtu += 8) {
            const BitRate now = *goodput(gigabits(10), {mtu});
            QVERIFY(now >= before);
            before = now;
        }
    }
};

SOKUDO_TEST(FramingTest)
#include "framing_test.moc"
