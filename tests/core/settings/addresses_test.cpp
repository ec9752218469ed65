// SPDX-License-Identifier: GPL-3.0-or-later
// Nets for direct links.
#include "core/settings/addresses.h"

#include <set>

#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::settings;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

Net4 net(const char* text)
{
    const auto made = net4Of(text);
    if (!made) qFatal("%s", made.error().message().c_str());
    return *made;
}

/// Hosts in a row, each joined to the next, and a switch that two of them are on.
PlanBuilder row(int hosts)
{
    PlanBuilder builder;
    builder.place("cellar")
        .device("core", plan::Role::Switch, "cellar")
        .port("core", "1", "sfp+")
        .port("core", "2", "sfp+");
    for (int i = 0; i < hosts; ++i) {
        const std::string name = "h" + std::to_string(i);
        builder.device(name, plan::Role::Computer, "cellar").port(name, "1", "sfp+").port(name, "2", "sfp+");
        if (i > 0) builder.run("r" + std::to_string(i), "h" + std::to_string(i - 1) + " 2", name + " 1", "dac", 2);
    }
    builder.run("up", "core 1", "h0 1", "dac", 2);
    return builder;
}

plan::Plan with(const plan::Plan& plan, std::int64_t id, const char* name, const char* subnet)
{
    plan::Network network;
    network.id = {id};
    network.name = name;
    network.subnet = subnet;
    network.tag = static_cast<int>(id - 900);
    return *plan::edits::putRecord(plan, network);
}

}  // namespace

class AddressesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void netsAreReadAndWritten()
    {
        QCOMPARE(net("10.0.0.0/24").base, std::uint32_t{0x0a000000});
        QCOMPARE(toQt(text4(net("192.168.178.0/24"))), QString("192.168.178.0/24"));
        QCOMPARE(net("0.0.0.0/0").size(), std::uint64_t{1} << 32);
        QCOMPARE(net("10.1.2.3/32").size(), std::uint64_t{1});
        for (const char* wrong :
             {"", "10.0.0.0", "10.0.0/24", "10.0.0.0/33", "10.0.0.256/24", "10.0.0.0/-1", "a.b.c.d/8", "10.0.0.0/2.5"})
            QVERIFY2(!net4Of(wrong), wrong);
        QVERIFY(net4Of("10.0.0.7/24").error().message().find("an address in 10.0.0.0/24") != std::string::npos);
    }

    void overlapIsSharedAddresses()
    {
        QVERIFY(net("10.0.0.0/8").overlaps(net("10.9.0.0/16")));
        QVERIFY(net("10.9.0.0/16").overlaps(net("10.0.0.0/8")));
        QVERIFY(!net("10.0.0.0/25").overlaps(net("10.0.0.128/25")));
        QVERIFY(net("0.0.0.0/0").overlaps(net("192.168.1.0/24")));
    }

    void eachDirectLinkHasANetOfItsOwn()
    {
        const auto made = addressPlan(row(4).plan(), net("10.99.0.0/16"));
        QVERIFY(made);
        // Three between hosts; the one to the switch is none.
        QCOMPARE(made->links.size(), std::size_t{3});
        QCOMPARE(toQt(text4(made->links[0].net)), QString("10.99.0.0/30"));
        QCOMPARE(toQt(made->links[0].addressA()), QString("10.99.0.1"));
        QCOMPARE(toQt(made->links[0].addressB()), QString("10.99.0.2"));
        QCOMPARE(toQt(text4(made->links[2].net)), QString("10.99.0.8/30"));
        std::set<std::string> nets6;
        for (const LinkNet& one : made->links) {
            QVERIFY2(one.net6.substr(0, 2) == "fd" && one.net6.ends_with("::/64"), one.net6.c_str());
            QVERIFY(nets6.insert(one.net6).second);
            QVERIFY(one.a6 != one.b6);
        }
        QVERIFY(made->problems.empty());
    }

    void theNetsOfTheHouseAreLeftOut()
    {
        plan::Plan plan = with(row(3).plan(), 901, "lan", "10.99.0.0/29");
        const auto made = addressPlan(plan, net("10.99.0.0/16"));
        QCOMPARE(toQt(text4(made->links[0].net)), QString("10.99.0.8/30"));
        for (const LinkNet& one : made->links) QVERIFY(!one.net.overlaps(net("10.99.0.0/29")));
    }

    void overlapsOfTheHouseNameBoth()
    {
        plan::Plan plan = with(with(row(2).plan(), 901, "lan", "10.0.0.0/24"), 902, "cameras", "10.0.0.128/25");
        plan = with(plan, 903, "guests", "10.0.0.5/24");
        const auto made = addressPlan(plan, net("10.99.0.0/16"));
        QCOMPARE(made->problems.size(), std::size_t{2});
        QCOMPARE(toQt(made->problems[0]),
                 QString("lan (10.0.0.0/24) and cameras (10.0.0.128/25) overlap: give one of them another net"));
        QVERIFY(made->problems[1].text().find("guests: ") == 0);
    }

    void aPoolThatIsTooSmallIsSaid()
    {
        const auto made = addressPlan(row(4).plan(), net("10.99.0.0/29"));
        QVERIFY(!made);
        QVERIFY2(made.error().message().find("10.99.0.0/29 has no room for 3 more") != std::string::npos,
                 made.error().message().c_str());
        QVERIFY(addressPlan(row(3).plan(), net("10.99.0.0/29")));
    }

    void noDirectLinkIsNoNet()
    {
        const auto made = addressPlan(row(1).plan(), net("10.99.0.0/16"));
        QVERIFY(made->links.empty());
        QVERIFY(made->sentence.text().find("0 direct links") == 0);
    }
};

SOKUDO_TEST(AddressesTest)
#include "addresses_test.moc"
