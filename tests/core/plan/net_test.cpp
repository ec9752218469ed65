// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/net.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::plan;
using sokudo::testing::PlanBuilder;

namespace {

/// Four switches in a ring with a host at two of them: the short way is slow.
PlanBuilder ring()
{
    PlanBuilder built;
    built.place("hall");
    for (const char* name : {"s1", "s2", "s3", "s4"}) built.device(name, Role::Switch);
    built.device("left", Role::Computer).device("right", Role::Computer);
    for (const char* name : {"s1", "s2", "s3", "s4"})
        for (const char* port : {"a", "b", "c"}) built.port(name, port, "sfp+");
    built.port("left", "1", "sfp+").port("right", "1", "sfp+");
    built.run("left", "left 1", "s1 c", "dac", 1).run("right", "right 1", "s3 c", "dac", 1);
    built.run("12", "s1 a", "s2 a", "dac", 1)
        .run("23", "s2 b", "s3 a", "dac", 2)
        .run("14", "s1 b", "s4 a", "dac", 3)
        .run("43", "s4 b", "s3 b", "dac", 4);
    return built;
}

/// Rates by the length of the cable, so that a test says them: 3 m and 4 m are fast.
std::optional<BitRate> byLength(const Plan& plan, const Link& link)
{
    const double metres = plan.runs.find(link.id())->length->in();
    return metres < 1.5 ? gigabits(10) : metres < 2.5 ? gigabits(1) : gigabits(10);
}

QStringList labels(const Plan& plan, const Route& way)
{
    QStringList result;
    for (const Hop& hop : way) result << QString::fromStdString(plan.runs.find(hop.link.id())->label);
    return result;
}

}  // namespace

class NetTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theWidestWayIsTakenNotTheFirst()
    {
        const PlanBuilder built = ring();
        const Plan& plan = built.plan();
        const Net net(plan, [&](const Link& link) { return byLength(plan, link); });
        QCOMPARE(net.devices(), std::size_t{6});
        const auto way = net.way(built.deviceId("left"), built.deviceId("right"));
        QVERIFY(way);
        QCOMPARE(labels(plan, *way), QStringList({"left", "14", "43", "right"}));
        // and backwards, with its hops turned round
        const auto back = net.way(built.deviceId("right"), built.deviceId("left"));
        QCOMPARE(labels(plan, *back), QStringList({"right", "43", "14", "left"}));
        QCOMPARE(deviceOf(plan, back->front().from)->name, std::string("right"));
    }
    void otherWaysAvoidALink()
    {
        const PlanBuilder built = ring();
        const Plan& plan = built.plan();
        const Net net(plan, [&](const Link& link) { return byLength(plan, link); });
        const auto ways = net.ways(built.deviceId("left"), built.deviceId("right"));
        QCOMPARE(ways.size(), std::size_t{2});
        QCOMPARE(labels(plan, ways[1]), QStringList({"left", "12", "23", "right"}));
        QVERIFY(net.ways(built.deviceId("left"), built.deviceId("left")).empty());
    }
    /// A link without a rate is better than none.
    void darkLinksAreTheLastResort()
    {
        PlanBuilder built = ring();
        const Plan& plan = built.plan();
        const Net dark(plan, [](const Link&) { return std::optional<BitRate>(); });
        QVERIFY(dark.way(built.deviceId("left"), built.deviceId("right")));
        built.device("alone", Role::Computer);
        const Net net(built.plan(), [](const Link&) { return std::optional(gigabits(1)); });
        QVERIFY(!net.way(built.deviceId("left"), built.deviceId("alone")));
    }
};

SOKUDO_TEST(NetTest)
#include "net_test.moc"
