// SPDX-License-Identifier: GPL-3.0-or-later
// Repairs that could help: each idea changes just what it says, and leaves a whole plan.
#include "core/power/repair_ideas.h"

#include "core/plan/invariants.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

/// conv stands in the study on the mains; spread and gate hang on the unit in the cellar, mid is fed by spread.
const char* const kHouse =
    "add place cellar\n"
    "add place study\n"
    "add outlet o in cellar\n"
    "add outlet d in study\n"
    "add ups u in cellar, fed=\"outlet o\" battery-wh=480 backed-sockets=4\n"
    "add router gate in cellar, fed=u managed=yes: 4x rj45\n"
    "add switch spread in cellar, fed=u managed=yes: 8x rj45 2.5g\n"
    "add media converter conv in study, fed=\"outlet d\" usual-w=5: rj45 2.5g\n"
    "add switch mid in study, own-w=5: 4x rj45 2.5g\n"
    "add access point ap in study: rj45\n"
    "add camera cam in study: rj45\n"
    "set spread 2 pse=type2\n"
    "set spread 4 pse=type3\n"
    "set mid 1 pd=class6\n"
    "set mid 2 pse=type1\n"
    "set ap 1 pd=class3\n"
    "add run gate 1 - spread 1, cat6 2m label=g\n"
    "add run spread 2 - conv, cat6 20m label=c\n"
    "add run spread 4 - mid 1, cat6 20m label=m\n"
    "add run mid 2 - ap, cat6 9m label=w\n"
    "add run mid 3 - cam, cat6 9m label=k\n"
    "set mid fed=spread\n"
    "set ap fed=mid\n"
    "add service net, box=conv\n";

struct Ground {
    plan::Plan plan;
    match::Reports links;
    SupplyNet net;
    TimeLine mains;
    std::vector<SinglePoint> points;
    IdSource ids{11};
    RepairGround ground;
    explicit Ground(const std::string& more = {})
        : plan(houseOf(kHouse + more)),
          links(match::judgeAll(plan, knowledge())),
          net(plan, links, knowledge()),
          mains(*timeLineOf(plan, net, {}, knowledge())),
          points(singlePoints(plan, links, knowledge())),
          ground{plan, net, mains, points, knowledge(), ids}
    {
        ids.startAfter(plan::greatestId(plan));
    }
};

const RepairIdea* ideaIn(const std::vector<RepairIdea>& ideas, const char* kind, const char* about)
{
    for (const RepairIdea& one : ideas)
        if (one.kind == kind && one.what.text().find(about) != std::string::npos) return &one;
    return nullptr;
}

const plan::Device& deviceIn(const plan::Plan& plan, const char* name)
{
    const plan::Device* device = plan::deviceNamed(plan, name);
    if (!device) qFatal("no device %s", name);
    return *device;
}

}  // namespace

class RepairIdeasTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyIdeaLeavesAWholePlan()
    {
        Ground made(
            "add storage vault in cellar, power-source=outlet: rj45\n"
            "add storage copy in cellar, backup=yes power-source=outlet: rj45\n"
            "add run spread 7 - copy, cat6 2m\n"
            "add building shed 20m away\n"
            "add switch ssw in shed, power-source=outlet: 4x rj45\n");
        int ideas = 0;
        for (const auto ideasOf : {batteryIdeas, feedIdeas, cableIdeas, backupStoreIdeas, internetIdeas})
            for (const RepairIdea& idea : ideasOf(made.ground)) {
                ++ideas;
                QVERIFY(!idea.what.empty());
                QVERIFY(idea.price >= 0);
                QVERIFY(!(idea.plan == made.plan));
                const auto broken = plan::brokenInvariants(idea.plan);
                QVERIFY2(broken.empty(), broken.empty() ? "" : broken.front().text().c_str());
            }
        QVERIFY2(ideas >= 6, qPrintable(QString::number(ideas)));
    }
    /// The converter alone is on the mains: a small unit for its 5 W, with the outlet that it had.
    void aBatteryForWhatWasForgotten()
    {
        Ground made;
        const auto ideas = batteryIdeas(made.ground);
        const RepairIdea* idea = ideaIn(ideas, "battery-small", "conv");
        QVERIFY(idea);
        NEAR(idea->price, 60, 1e-9);
        QCOMPARE(idea->caution, std::string("lithium-battery"));
        const plan::Device& unit = deviceIn(idea->plan, "conv battery");
        QCOMPARE(unit.role, plan::Role::Ups);
        QCOMPARE(unit.place, deviceIn(made.plan, "conv").place);
        QCOMPARE(unit.supplies.front().outlet, deviceIn(made.plan, "conv").supplies.front().outlet);
        QCOMPARE(deviceIn(idea->plan, "conv").supplies.front().from, unit.id);
        QVERIFY(!ideaIn(ideas, "battery-small", "spread"));  // it has one
    }
    void aLargeLoadNeedsALargeUnit()
    {
        Ground made("set conv usual-w=90\n");
        const auto ideas = batteryIdeas(made.ground);
        const RepairIdea* idea = ideaIn(ideas, "battery-unit", "conv");
        QVERIFY(idea && idea->price > 100);
        QCOMPARE(idea->caution, std::string("lead-battery"));
    }
    /// A unit in the same room costs nothing, as long as it has a socket left.
    void theUnitInTheRoom()
    {
        Ground made("add ups near in study, fed=\"outlet d\" battery-wh=100 backed-sockets=1\n");
        const auto ideas = batteryIdeas(made.ground);
        const RepairIdea* idea = ideaIn(ideas, "battery-there", "conv into near");
        QVERIFY(idea);
        NEAR(idea->price, 0, 1e-9);
        QVERIFY(!ideaIn(ideas, "battery-there", "into u"));  // in another room
        Ground full(
            "add ups near in study, fed=\"outlet d\" battery-wh=100 backed-sockets=1\n"
            "add hub h in study, fed=near\n");
        QVERIFY(!ideaIn(batteryIdeas(full.ground), "battery-there", "conv"));
    }
    void aSplitterWhereThePortSupplies()
    {
        Ground made;
        const auto ideas = feedIdeas(made.ground);
        const RepairIdea* idea = ideaIn(ideas, "splitter", "spread 2");
        QVERIFY(idea);
        const plan::Device& conv = deviceIn(idea->plan, "conv");
        QCOMPARE(conv.supplies.front().kind, plan::SupplyKind::Cable);
        QCOMPARE(conv.supplies.front().port, portCalled(idea->plan, "conv 1"));
        QCOMPARE(idea->plan.ports.find(conv.supplies.front().port)->traits.word("pd"), std::string_view("class2"));
    }
    /// Where it does not, a free port that does: the cable is moved there.
    void anotherPort()
    {
        Ground made("set spread 2 pse=none\nset spread 6 pse=type2\n");
        const auto ideas = feedIdeas(made.ground);
        const RepairIdea* idea = ideaIn(ideas, "splitter", "spread 6");
        QVERIFY(idea);
        for (const plan::Run& run : idea->plan.runs)
            if (run.label == "c")
                QVERIFY(run.a == portCalled(made.plan, "spread 6") || run.b == portCalled(made.plan, "spread 6"));
        Ground none("set spread 2 pse=none\n");
        QVERIFY(!ideaIn(feedIdeas(none.ground), "splitter", "conv"));
    }
    /// The switch in the middle: a supply beside its feed, or an injector in place of it.
    void theMiddle()
    {
        Ground made;
        const auto ideas = feedIdeas(made.ground);
        const RepairIdea* own = ideaIn(ideas, "supply", "mid");
        QVERIFY(own);
        QCOMPARE(deviceIn(own->plan, "mid").supplies.size(), 2u);
        const RepairIdea* injector = ideaIn(ideas, "injector", "mid");
        QVERIFY(injector);
        QCOMPARE(deviceIn(injector->plan, "mid injector").role, plan::Role::Injector);
        const plan::Supply& fed = deviceIn(injector->plan, "mid").supplies.front();
        QCOMPARE(fed.from, deviceIn(injector->plan, "mid injector").id);
        QCOMPARE(fed.port, portCalled(injector->plan, "mid 1"));
        // The cable now ends at the injector, and a cord of its own goes on; class 6 needs type 3.
        QCOMPARE(injector->plan.runs.size(), made.plan.runs.size() + 1);
        for (const plan::Run& run : injector->plan.runs)
            if (run.label == "m") QCOMPARE(run.b, portCalled(injector->plan, "mid injector in"));
        QCOMPARE(injector->plan.ports.find(portCalled(injector->plan, "mid injector out"))->traits.word("pse"),
                 std::string_view("type3"));
    }
    /// Between two managed switches with free ports alike, and never a loop between others.
    void aSecondCable()
    {
        Ground made("set mid managed=yes\n");
        const auto ideas = cableIdeas(made.ground);
        const RepairIdea* idea = ideaIn(ideas, "second-cable", "spread");
        QVERIFY(idea);
        QCOMPARE(idea->plan.runs.size(), made.plan.runs.size() + 1);
        QCOMPARE(idea->caution, std::string("walls"));
        Ground dumb("set mid managed=no\nset gate managed=no\n");
        QVERIFY(cableIdeas(dumb.ground).empty());
    }
    /// Once, and not where there is a second way already.
    void aSecondWay()
    {
        Ground made;
        const auto ideas = internetIdeas(made.ground);
        QCOMPARE(ideas.size(), 1u);
        const plan::Device& box = deviceIn(ideas.front().plan, "mobile router");
        QCOMPARE(box.supplies.front().from, deviceIn(made.plan, "u").id);  // it hangs where the gateway does
        Ground there("add service other, backup=yes\n");
        QVERIFY(internetIdeas(there.ground).empty());
    }
    void theTable()
    {
        QCOMPARE(gearOf(knowledge(), "nothing").price, 0.0);
        QVERIFY(gearOf(knowledge(), "injector-60").output > gearOf(knowledge(), "injector").output);
        const plan::Plan plan = houseOf("add place a\nadd switch s in a: rj45 management, 2x rj45, sfp+\n");
        const plan::DeviceId id = plan::deviceNamed(plan, "s")->id;
        QCOMPARE(freePort(plan, id, "rj45")->name, std::string("1"));  // the management port is no free port
        QVERIFY(!freePort(plan, id, "qsfp28"));
    }
};

SOKUDO_TEST(RepairIdeasTest)
#include "repair_ideas_test.moc"
