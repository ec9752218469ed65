// SPDX-License-Identifier: GPL-3.0-or-later
// Networks and profiles at both ends, forced rates, limits, bonds, passwords; and the MTU along a path.
#include "core/settings/network_settings.h"

#include "core/match/reports.h"
#include "core/measure/path_probe.h"
#include "core/plan/edits.h"
#include "core/settings/path_mtu.h"
#include "house_lines.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::settings;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

constexpr plan::NetworkId kLan{701}, kCameras{702}, kGuests{703};

/// Two switches with a trunk, a store behind each.
struct House {
    PlanBuilder builder;
    House()
    {
        builder.place("cellar", -1);
        for (const char* name : {"core", "edge"}) {
            builder.device(name, plan::Role::Switch, "cellar");
            for (const char* port : {"1", "2", "3"}) builder.port(name, port, "sfp+");
        }
        builder.device("vault", plan::Role::Storage, "cellar").port("vault", "1", "sfp+");
        builder.device("desk", plan::Role::Computer, "cellar").port("desk", "1", "sfp+");
        builder.run("t", "core 1", "edge 1", "dac", 2).run("v", "core 2", "vault 1", "dac", 2);
        builder.run("d", "edge 2", "desk 1", "dac", 2);
    }
    plan::Plan plan() const
    {
        plan::Plan made = builder.plan();
        made.networks = made.networks.with({kLan, "lan"}).with({kCameras, "cameras", 20}).with({kGuests, "guests", 30});
        return made;
    }
    /// The plan with ports changed; networks are there.
    template <class Change>
    plan::Plan with(plan::Plan plan, const char* end, Change change) const
    {
        plan::Port port = *plan.ports.find(builder.portId(end));
        change(port);
        const auto next = plan::edits::putPort(plan, port);
        if (!next) qFatal("%s", next.error().message().c_str());
        return *next;
    }
};

QString found(const plan::Plan& plan, const char* kind)
{
    QStringList all;
    for (const SettingFinding& one : settingFindings(plan, knowledge()))
        if (one.kind == kind) all << spaced(toQt(one.says));
    return all.join(" | ");
}

}  // namespace

class NetworkSettingsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void bothEndsOfATrunkAgree()
    {
        const House house;
        auto plan = house.with(house.plan(), "core 1", [](plan::Port& port) {
            port.untagged = kLan;
            port.tagged = {kCameras, kGuests};
        });
        QVERIFY(found(plan, "trunk").contains("core 1 carries networks and edge 1 states none"));
        plan = house.with(plan, "edge 1", [](plan::Port& port) {
            port.untagged = kLan;
            port.tagged = {kCameras};
        });
        QCOMPARE(found(plan, "trunk"),
                 QString("core 1 passes guests tagged and edge 1 does not: that network ends there"));
        plan = house.with(plan, "edge 1", [](plan::Port& port) { port.tagged = {kGuests, kCameras}; });
        QCOMPARE(found(plan, "trunk"), QString());
        plan = house.with(plan, "edge 1", [](plan::Port& port) { port.untagged = kCameras, port.tagged = {kGuests}; });
        QVERIFY(found(plan, "trunk").contains("two networks are joined"));
        // The end of a host states nothing.
        QVERIFY(!found(plan, "trunk").contains("vault"));
    }
    void aProfileSpeaksForItsPort()
    {
        const House house;
        auto plan = house.plan();
        plan = *plan::edits::putRecord(plan,
                                       plan::PortProfile{{704}, "trunk", kLan, {kCameras}, {}, 9000, 5, gigabits(1)});
        plan = house.with(plan, "core 1", [](plan::Port& port) { port.profile = {704}; });
        const PortSettings made = settingsOf(plan, *plan.ports.find(house.builder.portId("core 1")));
        QCOMPARE(made.mtu, 9000);
        QCOMPARE(spaced(toQt(made.untaggedName)), QString("lan"));
        QCOMPARE(spaced(toQt(made.taggedNames)), QString("cameras"));
        QCOMPARE(spaced(toQt(made.partner)), QString("edge 1"));
        QVERIFY(*made.limit == gigabits(1));
        QVERIFY(found(plan, "limit").contains("core 1 is limited to 1 Gb/s"));
        QVERIFY(found(plan, "mtu").contains("MTU 9000 at core 1 and 1500 at edge 1"));
        // What the port itself says overrules it, and is told.
        plan = house.with(plan, "core 1", [](plan::Port& port) { port.mtu = 1500; });
        QVERIFY(found(plan, "profile").contains("other values for its MTU"));
        QCOMPARE(portTable(plan).size(), std::size_t{1});
    }
    void aForcedRate()
    {
        const House house;
        auto plan = house.with(house.plan(), "core 2", [](plan::Port& port) { port.forced = gigabits(10); });
        QVERIFY(found(plan, "forced").contains("core 2 is set to 10 Gb/s"));
        plan = house.with(plan, "vault 1", [](plan::Port& port) { port.forced = gigabits(1); });
        QVERIFY(found(plan, "forced").contains("no link"));
        // Over twisted pair a rate from 1 Gb/s up is negotiated.
        PlanBuilder copper;
        copper.device("a").port("a", "1", "rj45").device("b").port("b", "1", "rj45").run("c", "a 1", "b 1", "cat6a", 5);
        copper.changePort("a 1", [](plan::Port& port) { port.forced = gigabits(1); });
        QVERIFY(found(copper.plan(), "forced").contains("half duplex or no link"));
        copper.changePort("b 1", [](plan::Port& port) { port.forced = gigabits(1); });
        QVERIFY(found(copper.plan(), "forced").contains("defined with negotiation only"));
    }
    void oneQuerier()
    {
        const House house;
        auto plan =
            *plan::edits::putRecord(house.plan(), plan::PortProfile{{704}, "q", kLan, {}, {}, {}, {}, {}, true});
        plan = house.with(plan, "core 2", [](plan::Port& port) { port.profile = {704}; });
        QCOMPARE(found(plan, "querier"), QString());
        plan = house.with(plan, "edge 2", [](plan::Port& port) { port.profile = {704}; });
        QVERIFY(found(plan, "querier").contains("lan has queriers behind"));
    }
    void passwordsAndBonds()
    {
        House house;
        house.builder.changeDevice("edge", [](plan::Device& device) { device.traits.set("default-password", "yes"); });
        QVERIFY(found(house.plan(), "password").contains("edge still takes the password it came with"));
        house.builder.run("t2", "core 3", "edge 3", "dac", 2);
        QVERIFY(found(house.plan(), "bond").contains("2 links and no bond stated"));
        house.builder.changePort("core 1", [](plan::Port& port) { port.traits.set("bond", "ports"); });
        QCOMPARE(found(house.plan(), "bond"), QString());
        const auto bonds = bondsOf(house.plan(), knowledge());
        QCOMPARE(bonds.size(), std::size_t{1});
        QCOMPARE(bonds[0].links, 2);
        QVERIFY(spaced(toQt(bonds[0].gives)).contains("One transfer gets 10 Gb/s"));
    }
    void aSocketLeadsToANetwork()
    {
        House house;
        house.builder.device("plate", plan::Role::Jack, "cellar").port("plate", "1", "rj45");
        house.builder.port("core", "4", "rj45").run("p", "core 4", "plate 1", "cat6a", 12);
        const auto plan = house.with(house.plan(), "core 4", [](plan::Port& port) { port.untagged = kCameras; });
        const auto sockets = socketNetworks(plan);
        QCOMPARE(sockets.size(), std::size_t{1});
        QCOMPARE(spaced(toQt(sockets[0].port)), QString("core 4"));
        QCOMPARE(spaced(toQt(sockets[0].network)), QString("cameras"));
    }
    void theMtuAlongAPath()
    {
        House house;
        for (const char* end : {"vault 1", "core 2", "core 1", "edge 1", "edge 2", "desk 1"})
            house.builder.changePort(end, [](plan::Port& port) { port.mtu = 9000; });
        const auto along = [&] {
            const plan::Plan plan = house.plan();
            return pathMtu(plan, match::judgeAll(plan, knowledge()), knowledge(), house.builder.deviceId("vault"),
                           house.builder.deviceId("desk"));
        };
        auto path = along();
        QVERIFY(path);
        QVERIFY(path->isOne);
        QCOMPARE(path->ports.size(), std::size_t{6});
        QCOMPARE(path->echo4, 8972);
        QCOMPARE(path->echo6, 8952);
        house.builder.changePort("edge 1", [](plan::Port& port) { port.mtu.reset(); });
        path = along();
        QVERIFY(!path->isOne);
        QCOMPARE(path->least, 1500);
        QCOMPARE(path->echo4, 1472);
        QCOMPARE(path->problems.size(), std::size_t{1});
        QVERIFY(spaced(toQt(path->problems[0])).contains("9000 bytes at core 1 and 1500 at edge 1"));
        QVERIFY(spaced(toQt(probeSays(*path, 1500))).contains("as planned"));
        QVERIFY(spaced(toQt(probeSays(*path, 1400))).contains("only 1400 of 1500"));
        QVERIFY(spaced(toQt(probeSays(*path, 9000))).contains("more than the 1500"));
        const plan::Plan plan = house.plan();
        QVERIFY(!pathMtu(plan, match::judgeAll(plan, knowledge()), knowledge(), {}, house.builder.deviceId("desk")));
    }
    /// Inside 1500 bytes, by the headers of each: 1492 − 28, 1476 − 28, 1450 − 28, 1446 − 28.
    void whatATunnelLeaves_data()
    {
        QTest::addColumn<QString>("tunnel");
        QTest::addColumn<int>("echo");
        QTest::newRow("pppoe") << "pppoe" << 1464;
        QTest::newRow("gre") << "gre" << 1448;
        QTest::newRow("vxlan") << "vxlan" << 1422;
        QTest::newRow("esp") << "esp-gcm" << 1418;
        QTest::newRow("none that shortens") << "macsec" << 1472;
    }
    void whatATunnelLeaves()
    {
        QFETCH(QString, tunnel);
        QFETCH(int, echo);
        const plan::Plan plan = sokudo::testing::houseOf(
            "add place a\nadd computer pc in a: rj45 1g\nadd switch sw in a: 4x rj45 1g\nadd router gate in a: 4x rj45 "
            "1g\n"
            "add run pc 1 - sw 1, cat6 5m\nadd run sw 2 - gate 1, cat6 5m label=up tunnel=" +
            tunnel.toStdString() + "\n");
        const auto path = pathMtu(plan, match::judgeAll(plan, knowledge()), knowledge(),
                                  plan::deviceNamed(plan, "pc")->id, plan::deviceNamed(plan, "gate")->id);
        QVERIFY(path);
        QCOMPARE(path->echo4, echo);
        QVERIFY(path->isOne && path->problems.empty());
        QCOMPARE(toQt(path->sentence).contains("on up takes"), echo != 1472);
    }
    /// Where the ports around a tunnel carry 9216 bytes, it takes nothing of packets of 1500; two tunnels one behind
    /// the other take no more than the greater does.
    void roomAroundATunnel()
    {
        const char* const kHouse =
            "add place a\nadd computer pc in a: rj45 1g\nadd switch one in a: 4x rj45 1g\nadd switch two in a: 4x rj45 "
            "1g\nadd storage vault in a: rj45 1g\nadd run pc 1 - one 1, cat6 5m\n"
            "add run one 2 - two 2, cat6 5m label=up tunnel=vxlan\nadd run two 1 - vault 1, cat6 5m label=last\n";
        const auto echo = [&](const char* more) {
            const plan::Plan plan = sokudo::testing::houseOf(std::string(kHouse) + more);
            const auto path = pathMtu(plan, match::judgeAll(plan, knowledge()), knowledge(),
                                      plan::deviceNamed(plan, "pc")->id, plan::deviceNamed(plan, "vault")->id);
            return path ? path->echo4 : -1;
        };
        QCOMPARE(echo(""), 1450 - 28);
        QCOMPARE(echo("set one 2 mtu=9216\nset two 2 mtu=9216\n"), 1500 - 28);
        QCOMPARE(echo("set run last tunnel=pppoe\n"), 1450 - 28);
    }
    /// A switch that allows more than its hosts send loses nothing.
    void aSwitchMayAllowMore()
    {
        const plan::Plan plan = sokudo::testing::houseOf(
            "add place a\nadd computer pc in a: rj45 1g\nadd switch sw in a: 4x rj45 1g\nadd storage vault in a: rj45 "
            "1g\n"
            "add run pc 1 - sw 1, cat6 5m\nadd run sw 2 - vault 1, cat6 5m\nset pc 1 mtu=9000\nset vault 1 mtu=9000\n"
            "set sw 1 mtu=9216\nset sw 2 mtu=9216\n");
        const auto path = pathMtu(plan, match::judgeAll(plan, knowledge()), knowledge(),
                                  plan::deviceNamed(plan, "pc")->id, plan::deviceNamed(plan, "vault")->id);
        QVERIFY(path && path->isOne && path->problems.empty());
        QCOMPARE(path->echo4, 8972);
    }
    /// Whatever passes, the probe finds it, in few packets.
    void theProbeFindsTheLargest()
    {
        const std::atomic<bool> cancel{false};
        for (int mtu : {576, 577, 1280, 1492, 1499, 1500, 1501, 4000, 8999, 9000}) {
            measure::SimulatedProbe probe(mtu);
            const auto found = measure::probeMtu(probe, "host", 9000, cancel);
            QVERIFY(found);
            QCOMPARE(found->bytes, mtu);
            QVERIFY(found->packets <= 3 * 15);
        }
        measure::SimulatedProbe silent(100);
        QVERIFY(measure::probeMtu(silent, "host", 9000, cancel).error().code == ErrorCode::Unreachable);
        const std::atomic<bool> stopped{true};
        QVERIFY(measure::probeMtu(silent, "host", 9000, stopped).error().code == ErrorCode::Cancelled);
        QVERIFY(measure::probeMtu(silent, "host", 100, cancel).error().code == ErrorCode::OutOfRange);
    }
};

SOKUDO_TEST(NetworkSettingsTest)
#include "network_settings_test.moc"
