// SPDX-License-Identifier: GPL-3.0-or-later
// Paths where ports carry networks, where hosts have two ports, and where ports are limited.
#include "core/expect/path_expectation.h"

#include "core/analyse.h"
#include "house_lines.h"
#include "plan_builder.h"

using namespace sokudo;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

/// Two hosts of two networks on one switch, and a router on one port of it that carries both with their tags.
const std::string kHouse =
    "add room a\nadd network office, tag=10\nadd network guests, tag=20\n"
    "add switch core in a: 4x sfp+ 10g\nadd computer desk in a: sfp+ 10g\nadd computer visitor in a: sfp+ 10g\n"
    "add router gate in a: sfp+ 10g\n"
    "add run core 1 - desk 1, dac 2m\nadd run core 2 - visitor 1, dac 2m\nadd run core 4 - gate 1, dac 2m\n";
const std::string kTwoNetworks =
    "set core 1 untagged=office\nset core 2 untagged=guests\nset core 4 tagged=office+guests\n";

struct Asked {
    plan::Plan plan;
    Result<expect::Expectation> answer;
    QString names() const
    {
        QStringList result;
        for (const expect::Stage& stage : answer->stages) result << toQt(stage.name);
        return result.join(" | ");
    }
    bool misses(const char* what) const
    {
        return answer && std::any_of(answer->missing.begin(), answer->missing.end(),
                                     [&](const expect::Missing& one) { return spaced(toQt(one.what)) == what; });
    }
};

Asked ask(const std::string& lines, const char* from, const char* to, bool bothWays = false)
{
    Asked asked{houseOf(lines), failure(ErrorCode::NotFound, text::Sentence())};
    const auto idOf = [&](const char* name) {
        for (const plan::Device& device : asked.plan.devices)
            if (device.name == name) return device.id;
        return plan::DeviceId{};
    };
    const Analysis analysis = analyse(asked.plan, knowledge());
    asked.answer = expect::expectation(asked.plan, knowledge(), analysis.links,
                                       {.from = idOf(from), .to = idOf(to), .bothWays = bothWays});
    return asked;
}

}  // namespace

class NetworkPathsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void oneNetworkStaysOnTheSwitch()
    {
        const Asked same = ask(kHouse + "set core 1 untagged=office\nset core 2 untagged=office\n", "desk", "visitor");
        QVERIFY(same.answer);
        QCOMPARE(same.names(), QString("desk 1 — core 1 | core 2 — visitor 1"));
    }
    /// From one network to the other the way leads to the router and back over the same cable, each frame with its tag.
    void theRouterIsBetweenTwoNetworks()
    {
        const Asked asked = ask(kHouse + kTwoNetworks + "set gate forwards=router-soc\n", "desk", "visitor");
        QVERIFY2(asked.answer, asked.answer ? "" : asked.answer.error().message().c_str());
        QCOMPARE(asked.names(), QString("desk 1 — core 1 | core 4 — gate 1 | router gate | gate 1 — core 4 | "
                                        "core 2 — visitor 1"));
        // By the row of the table: 0.4 to 1.2 Gb/s, typically 0.8.
        NEAR(inGigabits(asked.answer->expected.typical), 0.8, 1e-9);
        QCOMPARE(asked.answer->limitingStage()->name, std::string("router gate"));
        // A tag takes four bytes of each frame: 10 x 1448 / 1542.
        NEAR(inGigabits(asked.answer->stages[1].carries.high), 14480.0 / 1542, 1e-6);
        NEAR(inGigabits(asked.answer->stages[3].carries.high), 14480.0 / 1542,
             1e-6);  // the router's own port states none
        NEAR(inGigabits(asked.answer->stages[0].carries.high), 14480.0 / 1538, 1e-6);
    }
    /// A port may pass a second network with its tag, for a telephone: the host on it still sends and takes without.
    void aPlainHostIsInTheUntaggedNetworkOnly()
    {
        const std::string mixed =
            "set core 1 untagged=office tagged=guests\nset core 2 untagged=guests\nset core 4 tagged=office+guests\n";
        for (const auto& [from, to] : {std::pair("desk", "visitor"), std::pair("visitor", "desk")})
            QVERIFY2(ask(kHouse + mixed, from, to).names().contains("gate 1"), from);
        // One whose own port states the tag sends in it.
        QCOMPARE(ask(kHouse + mixed + "set desk 1 untagged=office tagged=guests\n", "desk", "visitor").names(),
                 QString("desk 1 — core 1 | core 2 — visitor 1"));
    }
    void halfDuplexIsOneWireForBothWays()
    {
        const std::string slow =
            "add room a\nadd switch core in a: 2x rj45 0.1g\nadd computer desk in a: rj45 0.1g\n"
            "add computer visitor in a: rj45 0.1g\nadd run core 1 - desk 1, cat5e 5m\nadd run core 2 - visitor 1, "
            "cat5e 5m\nset core 1 autoneg=off duplex=half\nset desk 1 autoneg=off duplex=half\n";
        const Asked one = ask(slow, "desk", "visitor"), both = ask(slow, "desk", "visitor", true);
        QVERIFY(one.answer && both.answer);
        // 100 x 1448 / 1538 of payload; both ways share it.
        NEAR(one.answer->stages[0].carries.high.in() / 1e6, 94.148, 1e-4);
        QVERIFY(both.answer->expected.high.in() <= one.answer->stages[0].carries.high.in() / 2 + 1);
        QVERIFY(spaced(toQt(one.answer->stages[0].working)).contains("half duplex: both ways share it"));
    }
    void whatItRoutesIsAskedFor()
    {
        const Asked asked = ask(kHouse + kTwoNetworks, "desk", "visitor");
        QVERIFY(asked.misses("how fast gate routes from office to guests"));
        // Even one that is said to pass traffic on in hardware routes between the two.
        const Asked stated = ask(kHouse + kTwoNetworks + "set gate forwards=switch\n", "desk", "visitor");
        QVERIFY(stated.misses("how fast gate routes from office to guests"));
    }
    void withoutARouterThereIsNoWay()
    {
        for (const char* cut : {"set core 4 tagged=office\n", "delete gate\n"}) {
            const Asked asked = ask(kHouse + kTwoNetworks + cut, "desk", "visitor");
            QVERIFY2(!asked.answer, cut);
            QVERIFY(spaced(toQt(asked.answer.error().message())).contains("in different networks, and no router"));
        }
        // No cable at all is another sentence.
        const Asked apart = ask(kHouse + "add computer far in a: sfp+ 10g\n", "desk", "far");
        QVERIFY(spaced(toQt(apart.answer.error().message())).contains("no cable leads from"));
    }
    /// Of two routers the one on the faster link is taken.
    void theFasterOfTwoRouters()
    {
        const Asked asked = ask(kHouse + kTwoNetworks +
                                    "add router slow in a: rj45 1g\nadd switch side in a: 2x rj45 1g, 2x sfp+ 10g\n"
                                    "add run core 3 - side 3, dac 2m\nadd run side 1 - slow 1, cat6a 5m\n"
                                    "set core 3 tagged=office+guests\n",
                                "desk", "visitor");
        QVERIFY(asked.answer);
        QVERIFY(asked.names().contains("gate 1 — core 4"));
    }
    void aProfileStatesNetworksToo()
    {
        const std::string profiles =
            "add profile staff, untagged=office\nadd profile visitors, untagged=guests\nadd profile trunk, "
            "tagged=office+guests\nset core 1 profile=staff\nset core 2 profile=visitors\nset core 4 profile=trunk\n";
        QVERIFY(ask(kHouse + profiles, "desk", "visitor").names().contains("core 4 — gate 1 |"));
    }
    /// A host with two ports is the end of ways and no part of them, unless it is stated to forward.
    void hostsDoNotForward()
    {
        const std::string chain =
            "add room a\nadd computer left in a: sfp+ 10g\nadd computer middle in a: 2x sfp+ 10g\n"
            "add computer right in a: sfp+ 10g\nadd run left 1 - middle 1, dac 1m\nadd run middle 2 - right 1, dac "
            "1m\n";
        QVERIFY(ask(chain, "left", "middle").answer);
        const Asked through = ask(chain, "left", "right");
        QVERIFY(!through.answer);
        QVERIFY(spaced(toQt(through.answer.error().message())).contains("a device that does not forward"));
        const Asked stated = ask(chain + "set middle forwards=router-core-bridge\n", "left", "right");
        QVERIFY(stated.answer);
        // Where no network is stated, what it forwards with is on the way: 12.3 to 30.8 Gb/s, above the link.
        QVERIFY(stated.names().contains("router middle"));
    }
    /// Remote memory access from memory to memory: no processor on the way, and the packets of RoCE version 2: of 9000
    /// bytes 4096 of payload, 12 of transport, 16 of the first header, 28 of UDP and IP, 4 of checksum, 38 around it.
    void remoteMemoryBetweenTwoHosts()
    {
        const plan::Plan plan = houseOf(std::string(kHouse) +
                                        "set desk 1 mtu=9000\nset visitor 1 mtu=9000\n"
                                        "set core 1 mtu=9000\nset core 2 mtu=9000\n");
        const auto reports = match::judgeAll(plan, knowledge());
        expect::PathQuestion question{plan::deviceNamed(plan, "desk")->id, plan::deviceNamed(plan, "visitor")->id};
        question.protocol = "rdma";
        const auto direct = expect::expectation(plan, knowledge(), reports, question);
        QVERIFY(direct);
        for (const expect::Stage& stage : direct->stages) QVERIFY(stage.kind != expect::StageKind::Processor);
        for (const expect::Missing& one : direct->missing) QVERIFY(!toQt(one.what).contains("processor"));
        NEAR(inGigabits(direct->expected.high), 10 * 4096.0 / (4096 + 12 + 16 + 28 + 4 + 38), 0.005);
        question.protocol = "carrier-bird";
        QVERIFY(
            toQt(expect::expectation(plan, knowledge(), reports, question).error().message()).contains("for a copy"));
        question.traffic = expect::Traffic::FileCopy;
        const QString unknown = toQt(expect::expectation(plan, knowledge(), reports, question).error().message());
        QVERIFY2(unknown.contains("there are") && unknown.contains("smb-direct"), qPrintable(unknown));
    }
    void aLimitOfAPortHoldsThePath()
    {
        const Asked asked = ask(kHouse + "set core 2 rate-limit=1\n", "desk", "visitor");
        QVERIFY(asked.answer);
        // Frames of 1538 bytes on the wire at least: 1 x 1448 / 1538; at most the IP packets count: 1 x 1448 / 1500.
        NEAR(inGigabits(asked.answer->expected.typical), 1448.0 / 1538, 1e-6);
        NEAR(inGigabits(asked.answer->expected.high), 1448.0 / 1500, 1e-6);
        QVERIFY(spaced(toQt(asked.answer->limitingStage()->working)).contains("core 2 is limited to 1 Gb/s"));
    }
};

SOKUDO_TEST(NetworkPathsTest)
#include "network_paths_test.moc"
