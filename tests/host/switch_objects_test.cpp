// SPDX-License-Identifier: GPL-3.0-or-later
// Where objects of a switch come from: addresses, the captured switch, and a switch that answers on the loopback.
#include "host/switch_objects.h"

#include <thread>

#include <QElapsedTimer>

#include "snmp_stand_in.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::host;
using sokudo::testing::knowledge;
using sokudo::testing::SnmpStandIn;
using sokudo::testing::sourcePath;
using sokudo::testing::toQt;

namespace {

using Oid = SnmpStandIn::Oid;

Oid with(Oid oid, std::initializer_list<unsigned> more)
{
    oid.insert(oid.end(), more);
    return oid;
}

const Oid kIf{1, 3, 6, 1, 2, 1, 2, 2, 1}, kIfX{1, 3, 6, 1, 2, 1, 31, 1, 1, 1};

/// As many ports as take more than one answer, the last of them without link.
std::map<Oid, SnmpStandIn::Value> ports(unsigned count)
{
    std::map<Oid, SnmpStandIn::Value> all;
    all[{1, 3, 6, 1, 2, 1, 1, 3, 0}] = SnmpStandIn::whole(0x43, 360000);
    all[{1, 3, 6, 1, 2, 1, 1, 5, 0}] = {0x04, "rack"};
    for (unsigned i = 1; i <= count; ++i) {
        all[with(kIf, {2, i})] = {0x04, "Ethernet port"};
        all[with(kIf, {3, i})] = SnmpStandIn::whole(0x02, 6);
        all[with(kIf, {4, i})] = SnmpStandIn::whole(0x02, 9000);
        all[with(kIf, {5, i})] = SnmpStandIn::whole(0x42, 4294967295);
        all[with(kIf, {8, i})] = SnmpStandIn::whole(0x02, i == count ? 2 : 1);
        all[with(kIf, {14, i})] = SnmpStandIn::whole(0x41, 4000000000 + i);
        all[with(kIfX, {1, i})] = {0x04, "1/0/" + std::to_string(i)};
        all[with(kIfX, {7, i})] = SnmpStandIn::whole(0x46, 9'000'000'000'000'000'000);
        all[with(kIfX, {15, i})] = SnmpStandIn::whole(0x42, 25000);
    }
    all[{1, 3, 6, 1, 2, 1, 26, 2, 1, 1, 3, 7, 1}] = {0x06, SnmpStandIn::nameBytes({1, 3, 6, 1, 2, 1, 26, 4, 36})};
    return all;
}

Result<measure::HostSnapshot> readFrom(const SnmpStandIn& standIn, const std::string& community)
{
    const auto reader = switchReader("127.0.0.1:" + std::to_string(standIn.port()), community, {}, knowledge());
    return reader ? (*reader)->read() : tl::unexpected(reader.error());
}

}  // namespace

class SwitchObjectsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void addresses_data()
    {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("host");
        QTest::addColumn<int>("port");  // 0: it is refused
        QTest::newRow("plain") << "10.20.0.2"
                               << "10.20.0.2" << 161;
        QTest::newRow("port") << " 10.20.0.2:1161 "
                              << "10.20.0.2" << 1161;
        QTest::newRow("name") << "core.home"
                              << "core.home" << 161;
        QTest::newRow("six") << "fe80::2"
                             << "fe80::2" << 161;
        QTest::newRow("six with port") << "[fe80::2]:1161"
                                       << "fe80::2" << 1161;
        QTest::newRow("simulated") << "simulated:core"
                                   << "simulated:core" << 161;
        QTest::newRow("nothing") << ""
                                 << "" << 0;
        QTest::newRow("no number") << "10.20.0.2:x"
                                   << "" << 0;
        QTest::newRow("too high") << "10.20.0.2:70000"
                                  << "" << 0;
        QTest::newRow("a page") << "a/b"
                                << "" << 0;
    }
    void addresses()
    {
        QFETCH(QString, typed);
        QFETCH(QString, host);
        QFETCH(int, port);
        const auto address = switchAddress(typed.toStdString());
        QCOMPARE(address.has_value(), port > 0);
        if (!address) return;
        QCOMPARE(toQt(address->host), host);
        QCOMPARE(address->port, port);
    }
    void overTheWire()
    {
        const SnmpStandIn standIn("reader", ports(60));
        const auto snapshot = readFrom(standIn, "reader");
        if (!snapshot) QFAIL(snapshot.error().message().c_str());
        QCOMPARE(toQt(snapshot->name), "rack");
        QVERIFY(*snapshot->uptime == Duration::of(3600));
        QCOMPARE(snapshot->interfaces.size(), std::size_t{60});
        const measure::InterfaceReading& seventh = snapshot->interfaces[6];
        QCOMPARE(toQt(seventh.name), "1/0/7");
        QVERIFY(*seventh.speed == gigabits(25));
        QCOMPARE(seventh.mtu, 9000);
        QCOMPARE(toQt(seventh.medium), "10GBASE-SR");
        QCOMPARE(seventh.counters.at("rx_errors"), 4000000007);
        QCOMPARE(seventh.counters.at("rx_packets"), 9'000'000'000'000'000'000);
        QVERIFY(!*snapshot->interfaces[59].carrier);
    }
    void anotherCommunityIsSilence()
    {
        const SnmpStandIn standIn("reader", ports(2));
        const auto snapshot = readFrom(standIn, "guess");
        QVERIFY(!snapshot && snapshot.error().code == ErrorCode::TimedOut);
        QVERIFY(toQt(snapshot.error().message()).contains("is the community right"));
        QCOMPARE(standIn.asked(), 3);  // once, and twice more
        const auto none = readFrom(standIn, "");
        QVERIFY(!none && none.error().code == ErrorCode::BadInput);
    }
    /// Nobody has to wait for a switch that is silent.
    void aReadIsStopped()
    {
        const SnmpStandIn standIn("reader", ports(2));
        auto reader = switchReader("127.0.0.1:" + std::to_string(standIn.port()), "guess", {}, knowledge());
        QVERIFY(reader);
        std::optional<Result<measure::HostSnapshot>> snapshot;
        std::thread reading([&] { snapshot = (*reader)->read(); });
        const bool isAsked = QTest::qWaitFor([&] { return standIn.asked() > 0; }, 20000);
        (*reader)->cancel();
        reading.join();
        QVERIFY(isAsked);
        QVERIFY(!*snapshot && snapshot->error().code == ErrorCode::Cancelled);
        QVERIFY(standIn.asked() < 3);  // it was not asked to the end
    }
    /// A switch that gives one object an answer, each of them late, is not waited for without end: what was read by
    /// then is kept, and it is said.
    void aReadHasABoundAsAWhole()
    {
        SnmpStandIn standIn("reader", ports(60));
        standIn.dawdle(20);
        const auto reader =
            switchReader("127.0.0.1:" + std::to_string(standIn.port()), "reader", {}, knowledge(), Duration::of(3));
        QElapsedTimer timer;
        timer.start();
        const auto snapshot = (*reader)->read();
        QVERIFY2(timer.elapsed() < 8000, qPrintable(QString::number(timer.elapsed())));
        QVERIFY2(snapshot, snapshot ? "" : snapshot.error().message().c_str());
        QVERIFY(!snapshot->interfaces.empty());
        QVERIFY(toQt(snapshot->partial.text()).contains("not read to the end within 3 s"));
        QVERIFY(toQt(snapshot->partial.text()).contains("tables were read"));
        // One that is done in time says nothing of the kind.
        const SnmpStandIn quick("reader", ports(2));
        QVERIFY(readFrom(quick, "reader")->partial.empty());
    }
    /// An answer with another community, or from another port, is nobody's.
    void answersOfOthersAreNotTaken()
    {
        SnmpStandIn liar("reader", ports(2));
        liar.answerAs("guess");
        const auto other =
            switchReader("127.0.0.1:" + std::to_string(liar.port()), "reader", {}, knowledge(), Duration::of(2));
        QVERIFY(!(*other)->read());
        SnmpStandIn elsewhere("reader", ports(2));
        elsewhere.answerFromElsewhere();
        const auto far =
            switchReader("127.0.0.1:" + std::to_string(elsewhere.port()), "reader", {}, knowledge(), Duration::of(2));
        QVERIFY(!(*far)->read());
    }
    /// It answers and has none of the tables: it is not taken for a fault of the way.
    void nothingToTell()
    {
        const SnmpStandIn standIn("reader", {{{1, 3, 6, 1, 2, 1, 1, 5, 0}, {0x04, "rack"}}});
        const auto snapshot = readFrom(standIn, "reader");
        QVERIFY(!snapshot && snapshot.error().code == ErrorCode::NotFound);
    }
    /// The stand-in that ships: through the same reader as a real one.
    void theShippedOne()
    {
        const auto folder = sourcePath("data/switches").toStdString();
        const auto reader = switchReader("simulated:core", "", folder, knowledge());
        QVERIFY(reader);
        const auto snapshot = (*reader)->read();
        QVERIFY(snapshot);
        QCOMPARE(toQt(snapshot->name), "core");
        const auto* third = measure::interfaceOf(*snapshot, "3");
        QVERIFY(third && *third->speed == gigabits(10));
        QCOMPARE(toQt(third->medium), "10GBASE-LR");
        QVERIFY(measure::interfaceOf(*snapshot, "Q1"));
        for (const char* wrong : {"simulated:", "simulated:../hosts", "simulated:none"}) {
            auto at = switchObjects(wrong, "", folder);
            QVERIFY(!at || !(*at)->walk("1.3.6"));
        }
    }
};

SOKUDO_TEST(SwitchObjectsTest)
#include "switch_objects_test.moc"
