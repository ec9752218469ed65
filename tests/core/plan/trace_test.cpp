// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/trace.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::plan;
using sokudo::testing::PlanBuilder;

namespace {
std::optional<BitRate> tenForAll(const Link&) { return gigabits(10); }
}  // namespace

class TraceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void throughJacksItIsOneLink()
    {
        PlanBuilder built;
        built.device("switch").device("panel", Role::Panel).device("jack", Role::Jack).device("pc", Role::Computer);
        built.port("switch", "1", "rj45")
            .port("panel", "7", "rj45")
            .port("jack", "W1", "rj45")
            .port("pc", "LAN", "rj45");
        built.run("cord", "switch 1", "panel 7", "cat6", 1)
            .run("wall", "panel 7", "jack W1", "cat6", 30)
            .run("desk", "jack W1", "pc LAN", "cat6", 2);
        const auto all = links(built.plan());
        QCOMPARE(all.size(), std::size_t{1});
        QCOMPARE(all[0].runs.size(), std::size_t{3});
        QCOMPARE(all[0].through.size(), std::size_t{2});
        QCOMPARE(all[0].a, built.portId("switch 1"));
        QCOMPARE(all[0].b, built.portId("pc LAN"));
        QCOMPARE(linkOf(built.plan(), built.runId("wall"))->b, built.portId("pc LAN"));
    }
    void openEndsAreLinksToo()
    {
        PlanBuilder built;
        built.device("switch").device("jack", Role::Jack).port("switch", "1", "rj45").port("jack", "W2", "rj45");
        built.run("lost", "jack W2", "", "cat5e", 0).run("half", "switch 1", "", "cat6", 5);
        const auto all = links(built.plan());
        QCOMPARE(all.size(), std::size_t{2});
        QVERIFY(std::all_of(all.begin(), all.end(), [](const Link& link) { return !link.b.isSet(); }));
    }
    void everyRunIsInExactlyOneLink()
    {
        const Plan plan = testing::lanternRow();
        std::map<RunId, int> seen;
        for (const Link& link : links(plan))
            for (RunId run : link.runs) ++seen[run];
        QCOMPARE(seen.size(), plan.runs.size());
        QVERIFY(std::all_of(seen.begin(), seen.end(), [](const auto& entry) { return entry.second == 1; }));
    }
    void theFastestWayWinsThenTheShortest()
    {
        PlanBuilder built = testing::twoHosts();
        built.port("left", "LAN", "rj45").port("right", "LAN", "rj45").run("slow", "left LAN", "right LAN", "cat6", 3);
        const auto rate = [&](const Link& link) -> std::optional<BitRate> {
            return link.id() == built.runId("slow") ? gigabits(1) : gigabits(10);
        };
        const auto way = path(built.plan(), built.deviceId("left"), built.deviceId("right"), rate);
        QVERIFY(way);
        QCOMPARE(way->size(), std::size_t{2});
        const auto equal = path(built.plan(), built.deviceId("left"), built.deviceId("right"), tenForAll);
        QCOMPARE(equal->size(), std::size_t{1});
    }
    void deadLinksAreTheLastResort()
    {
        const PlanBuilder built = testing::twoHosts();
        const auto dead = [](const Link&) -> std::optional<BitRate> { return std::nullopt; };
        QVERIFY(path(built.plan(), built.deviceId("left"), built.deviceId("right"), dead));
        PlanBuilder apart = testing::twoHosts();
        apart.device("alone", Role::Computer);
        QVERIFY(!path(apart.plan(), apart.deviceId("left"), apart.deviceId("alone"), tenForAll));
        QVERIFY(!path(apart.plan(), apart.deviceId("left"), apart.deviceId("left"), tenForAll));
    }
    void hopsRunInTravellingOrder()
    {
        const PlanBuilder built = testing::twoHosts();
        const auto way = path(built.plan(), built.deviceId("right"), built.deviceId("left"), tenForAll);
        QVERIFY(way);
        QCOMPARE(way->front().from, built.portId("right 1"));
        QCOMPARE(way->front().to, built.portId("mid 2"));
        QCOMPARE(way->back().to, built.portId("left 1"));
    }
};

SOKUDO_TEST(TraceTest)
#include "trace_test.moc"
