// SPDX-License-Identifier: GPL-3.0-or-later
// A switch read by its objects: rates, states, transceivers, counters, and which interface a port of the plan is.
#include "core/measure/switch_reader.h"

#include "core/bringup/counter_baseline.h"
#include "core/bringup/readings.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::measure;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

/// Objects as a test lists them; may fail instead.
class Listed final : public ObjectSource {
public:
    explicit Listed(std::vector<ObjectValue> objects, std::optional<Error> error = {})
        : m_objects(std::move(objects)), m_error(std::move(error))
    {}
    Result<std::vector<ObjectValue>> walk(const std::string& oid) override
    {
        if (m_error) return tl::unexpected(*m_error);
        std::vector<ObjectValue> found;
        for (const ObjectValue& one : m_objects)
            if (one.oid.starts_with(oid + ".")) found.push_back(one);
        return found;
    }

private:
    std::vector<ObjectValue> m_objects;
    std::optional<Error> m_error;
};

const std::string kIf = "1.3.6.1.2.1.2.2.1.", kIfX = "1.3.6.1.2.1.31.1.1.1.", kMau = "1.3.6.1.2.1.26.2.1.1.3.";

/// An Ethernet port with its description, up.
std::vector<ObjectValue> port(int index, const std::string& name)
{
    const std::string at = "." + std::to_string(index);
    return {
        {kIf + "2" + at, "Ethernet " + name}, {kIf + "3" + at, "6"}, {kIf + "8" + at, "1"}, {kIfX + "1" + at, name}};
}

std::vector<ObjectValue> with(std::vector<ObjectValue> all, const std::vector<ObjectValue>& more)
{
    all.insert(all.end(), more.begin(), more.end());
    return all;
}

HostSnapshot read(std::vector<ObjectValue> objects)
{
    auto snapshot = SwitchReader(std::make_unique<Listed>(std::move(objects)), knowledge()).read();
    if (!snapshot) qFatal("%s", snapshot.error().message().c_str());
    return *snapshot;
}

}  // namespace

class SwitchReaderTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// 25 Gb/s do not fit into 32 bits: the rate in millions wins, and the full 32-bit number is no rate.
    void rates()
    {
        const auto wide = read(with(port(1, "1"), {{kIf + "5.1", "4294967295"}, {kIfX + "15.1", "25000"}}));
        QVERIFY(*wide.interfaces[0].speed == gigabits(25));
        const auto narrow = read(with(port(1, "1"), {{kIf + "5.1", "2500000000"}}));
        QVERIFY(*narrow.interfaces[0].speed == gigabits(2.5));
        const auto full = read(with(port(1, "1"), {{kIf + "5.1", "4294967295"}}));
        QVERIFY(!full.interfaces[0].speed);
        QVERIFY(toQt(full.interfaces[0].speed.explanation).contains("does not tell the rate"));
        // 2^32-1 in millions is no rate either.
        const auto huge = read(with(port(1, "1"), {{kIfX + "15.1", "4294967295"}}));
        QVERIFY(!huge.interfaces[0].speed);
        QVERIFY(toQt(huge.interfaces[0].speed.explanation).contains("no port has"));
    }
    void states_data()
    {
        QTest::addColumn<QString>("state");
        QTest::addColumn<int>("carrier");  // -1: not told
        QTest::newRow("up") << "1" << 1;
        QTest::newRow("down") << "2" << 0;
        QTest::newRow("testing") << "3" << -1;
        QTest::newRow("unknown") << "4" << -1;
        QTest::newRow("the layer below is down") << "7" << 0;
    }
    void states()
    {
        QFETCH(QString, state);
        QFETCH(int, carrier);
        const auto snapshot =
            read({{kIf + "2.5", "port"}, {kIf + "8.5", state.toStdString()}, {kIfX + "15.5", "10000"}});
        const InterfaceReading& one = snapshot.interfaces[0];
        QCOMPARE(one.carrier ? int(*one.carrier) : -1, carrier);
        QCOMPARE(bool(one.speed), carrier == 1);  // a port without link has no rate, whatever it could do
    }
    void transceiversAndDuplex()
    {
        const auto snapshot = read(
            with(with(port(3, "3"), {{kMau + "3.1", "1.3.6.1.2.1.26.4.36"}}),
                 with(port(4, "4"), {{kMau + "4.1", "1.3.6.1.2.1.26.4.15"}, {"1.3.6.1.2.1.26.5.1.1.1.4.1", "2"}})));
        QCOMPARE(toQt(snapshot.interfaces[0].medium), "10GBASE-SR");
        QCOMPARE(toQt(snapshot.interfaces[0].duplex), "full");
        QVERIFY(!snapshot.interfaces[0].autoneg);
        QCOMPARE(toQt(snapshot.interfaces[1].medium), "100BASE-TX");
        QCOMPARE(toQt(snapshot.interfaces[1].duplex), "half");
        QCOMPARE(snapshot.interfaces[1].autoneg.value_or(true), false);
        // What the switch says of its duplex wins over what the transceiver could do.
        const auto said =
            read(with(port(3, "3"), {{kMau + "3.1", "1.3.6.1.2.1.26.4.36"}, {"1.3.6.1.2.1.10.7.2.1.19.3", "2"}}));
        QCOMPARE(toQt(said.interfaces[0].duplex), "half");
    }
    /// 1 234 500 hundredths are 12 345 s; frames of both directions are one figure.
    void countersAndUptime()
    {
        const auto snapshot = read(with(port(2, "2"), {{"1.3.6.1.2.1.1.3.0", "1234500"},
                                                       {"1.3.6.1.2.1.1.5.0", "core"},
                                                       {kIfX + "7.2", "18446744073"},
                                                       {kIfX + "11.2", "7"},
                                                       {kIf + "13.2", "5"},
                                                       {kIf + "14.2", "3"},
                                                       {"1.3.6.1.2.1.10.7.2.1.3.2", "2"}}));
        QCOMPARE(toQt(snapshot.name), "core");
        QVERIFY(*snapshot.uptime == Duration::of(12345));
        QCOMPARE(snapshot.interfaces[0].counters.at("rx_packets"), 18446744073);
        QCOMPARE(snapshot.interfaces[0].counters.at("rx_crc_errors"), 2);
        const auto state = measure::counterStateFrom(snapshot.interfaces[0], snapshot.uptime);
        QVERIFY(state);
        QCOMPARE(toQt(measure::lineOf(*state)), "crc=2 errors=1 frames=18446744080 uptime=205.75min");
        // A port that counts no frames has nothing to be compared with.
        QVERIFY(!measure::counterStateFrom(read(port(2, "2")).interfaces[0], snapshot.uptime));
    }
    void asAPortReading()
    {
        const auto snapshot =
            read(with(port(1, "1/0/1"),
                      {{kIfX + "15.1", "10000"}, {kIf + "4.1", "9000"}, {kMau + "1.1", "1.3.6.1.2.1.26.4.35"}}));
        const measure::PortReading reading = measure::portReadingFrom(snapshot.interfaces[0], knowledge());
        QVERIFY(reading == *measure::portReadingOf("rate=10g duplex=full module=10GBASE-LR mtu=9000", knowledge()));
    }
    void whatFails()
    {
        const auto silent = SwitchReader(std::make_unique<Listed>(std::vector<ObjectValue>{}), knowledge()).read();
        QVERIFY(!silent && silent.error().code == ErrorCode::NotFound);
        QVERIFY(toQt(silent.error().message()).contains("allow this community"));
        const auto late = SwitchReader(std::make_unique<Listed>(std::vector<ObjectValue>{},
                                                                Error{ErrorCode::TimedOut, "it does not answer", "x"}),
                                       knowledge())
                              .read();
        QVERIFY(!late && late.error().code == ErrorCode::TimedOut);
    }
    void whichPortItIs()
    {
        HostSnapshot device = read(with(with(port(1, "1/0/1"), port(11, "1/0/11")), port(2, "sfp-2")));
        device.interfaces[2].alias = "Store";
        QCOMPARE(toQt(device.interfaces[0].name), "1/0/1");
        const auto named = [&](const char* name) {
            const InterfaceReading* one = interfaceOf(device, name);
            return one ? toQt(one->name) : QString("none");
        };
        QCOMPARE(named("1"), "1/0/1");  // not 1/0/11
        QCOMPARE(named("11"), "1/0/11");
        QCOMPARE(named("2"), named("sfp-2"));
        QCOMPARE(named("store"), "1/0/11");
        QCOMPARE(named("SFP-2"), "sfp-2");
        QCOMPARE(named("3"), "none");
        QCOMPARE(named("X1"), "none");
        QCOMPARE(named(""), "none");
        // The functions of a card are counted from 0: at a host no number is taken for another.
        device.isSwitch = false;
        QCOMPARE(named("1"), "none");
        QCOMPARE(named("1/0/1"), "1/0/1");
        // Two that end alike: it is not guessed.
        device = read(with(port(1, "1/0/1"), port(2, "2/0/1")));
        QCOMPARE(named("1"), "none");
    }
    /// A bridge, a loopback and the like are no ports.
    void virtualOnes()
    {
        const auto device =
            read(with(port(1, "0/1"), {{kIf + "2.9", "bridge"}, {kIf + "3.9", "209"}, {kIfX + "1.9", "br/1"}}));
        QVERIFY(!device.interfaces[0].isVirtual);
        QVERIFY(device.interfaces[1].isVirtual);
        QVERIFY(interfaceOf(device, "1") == &device.interfaces[0]);
    }
};

SOKUDO_TEST(SwitchReaderTest)
#include "switch_reader_test.moc"
