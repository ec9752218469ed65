// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/path_expectation.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::expect;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

Result<Expectation> ask(const PlanBuilder& built, const char* from, const char* to,
                        Traffic traffic = Traffic::MemoryToMemory)
{
    return expectation(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()),
                       {built.deviceId(from), built.deviceId(to), traffic, 1, {}});
}

PlanBuilder furnished()
{
    PlanBuilder built = testing::twoHosts();
    built.slot("right", "1", 3, 1);
    built.changeDevice("left", [](plan::Device& d) {
        d.processor = plan::HostProcessor{"recent-x86", 4.5, 8};
        d.disks = {{"hdd", 4, "raid5"}};
        d.fileShare = "smb";
    });
    built.changeDevice("right", [](plan::Device& d) {
        d.processor = plan::HostProcessor{"mid-x86", 3.0, 4};
        d.disks = {{"nvme3", 1, ""}};
    });
    built.changePort("right 1", [&](plan::Port& port) { port.slot = built.slotId("right", "1"); });
    return built;
}

}  // namespace

class PathExpectationTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void stagesStandInTravellingOrder()
    {
        const auto result = ask(furnished(), "left", "right", Traffic::FileCopy);
        QVERIFY2(result, result ? "" : result.error().message().c_str());
        QStringList names;
        for (const Stage& stage : result->stages) names << toQt(stage.name);
        QCOMPARE(names,
                 QStringList({"disks of left", "processor of left", "left 1 — mid 1", "mid 2 — right 1",
                              "slot of right", "processor of right", "disk of right", "copying thread", "file share"}));
    }
    void theNarrowSlotBindsMemoryTraffic()
    {
        const auto result = ask(furnished(), "left", "right");
        QCOMPARE(toQt(result->limitingStage()->name), "slot of right");
        NEAR(inGigabits(result->expected.typical), 6.77, 5e-3);
        NEAR(inGigabits(result->expected.low), 6.48, 5e-3);
    }
    void theCopyIsHeldByTheArray()
    {
        // read: (4 - 1) * 250 * 0.9 = 675 MB/s = 5.4; file share 0.75 of the slot's 6.77 = 5.08 binds
        const auto result = ask(furnished(), "left", "right", Traffic::FileCopy);
        QCOMPARE(toQt(result->limitingStage()->name), "file share");
        NEAR(inGigabits(result->expected.typical), 0.75 * 6.77, 5e-3);
        QCOMPARE(toQt(result->stages[*result->next].name), "disks of left");
    }
    void theLeastMtuOfThePathCounts()
    {
        PlanBuilder built = testing::twoHosts();
        for (const char* end : {"left 1", "mid 1", "mid 2"})
            built.changePort(end, [](plan::Port& port) { port.mtu = 9000; });
        const auto mixed = ask(built, "left", "right");
        QCOMPARE(mixed->mtu, 1500);
        QCOMPARE(mixed->notes.size(), std::size_t{1});
        QVERIFY2(mixed->notes[0].text().find("left 1, mid 1, mid 2 are set up to 9000") != std::string::npos &&
                     mixed->notes[0].text().find("8972 bytes") != std::string::npos,
                 mixed->notes[0].text().c_str());
        built.changePort("right 1", [](plan::Port& port) { port.mtu = 9000; });
        const auto jumbo = ask(built, "left", "right");
        QCOMPARE(jumbo->mtu, 9000);
        NEAR(inGigabits(jumbo->expected.high), 9.9004, 1e-4);
    }
    void machinesTooSlowForTheTest()
    {
        PlanBuilder built = testing::twoHosts();
        built.changeDevice("right", [](plan::Device& d) { d.processor = plan::HostProcessor{"small-arm", 1.5, 4}; });
        const auto slow = ask(built, "left", "right");
        QVERIFY(slow->notes.size() == 1 && slow->notes[0].text().starts_with("processor of right holds this test"));
        QVERIFY(ask(furnished(), "left", "right")->notes.empty());
    }
    /// One core of 1 GHz carries 5.5 Gb/s; two of them at 0.8 fill the wire.
    void theStreamsThatWouldFillIt()
    {
        PlanBuilder built = testing::twoHosts();
        built.changeDevice("right", [](plan::Device& d) { d.processor = plan::HostProcessor{"mid-x86", 1.0, 4}; });
        const auto slow = ask(built, "left", "right");
        QVERIFY2(slow->notes.size() == 1 &&
                     toQt(slow->notes[0]).contains("3 streams, each on a core of its own, would fill"),
                 slow->notes.front().text().c_str());  // 9.37 / (0.8 * 5.5) = 2.13
    }
    void bothWaysAtOnce()
    {
        const PlanBuilder built = testing::twoHosts();
        const auto reports = match::judgeAll(built.plan(), knowledge());
        PathQuestion question{built.deviceId("left"), built.deviceId("right")};
        question.bothWays = true;
        const auto result = expectation(built.plan(), knowledge(), reports, question);
        NEAR(inGigabits(result->expected.high), 9.3805, 1e-3);
    }
    /// A plan of 1 Gb/s down and 20 Mb/s up: what comes down is limited by the acknowledgements, what goes up by the
    /// plan.
    void thePlanDownAndUp()
    {
        PlanBuilder built = testing::twoHosts();
        built.changeDevice("left", [](plan::Device& d) {
            d.role = plan::Role::Router;
            d.traits.set("plan-rate", "1000000000");
        });
        NEAR(inGigabits(ask(built, "left", "right")->expected.typical), 1.08, 1e-6);
        NEAR(inGigabits(ask(built, "right", "left")->expected.typical), 1.08, 1e-6);
        built.changeDevice("left", [](plan::Device& d) { d.traits.set("plan-up", "10000000"); });
        const auto down = ask(built, "left", "right"), up = ask(built, "right", "left");
        NEAR(inGigabits(down->expected.typical), 0.010 / (90.0 / (4 * 1538)) * 1448 / 1538, 1e-4);
        QCOMPARE(toQt(down->limitingStage()->name), "internet plan, down");
        NEAR(inGigabits(up->expected.typical), 0.0108, 1e-6);
        QCOMPARE(toQt(up->limitingStage()->name), "internet plan, up");
    }
    /// What the survey states of hosts and hops becomes a stage.
    void statedFactsBecomeStages()
    {
        PlanBuilder built = furnished();
        const auto kinds = [&] {
            QStringList result;
            const auto path = ask(built, "left", "right", Traffic::FileCopy);
            for (const Stage& stage : path->stages) result << toQt(word(stage.kind));
            return result;
        };
        QCOMPARE(kinds().count("usb"), 0);
        built.changePort("left 1", [](plan::Port& port) { port.traits.set("usb", "5000000000"); });
        built.changeDevice("left", [](plan::Device& d) {
            d.traits.set("memory-channels", "1");
            d.traits.set("session", "smb-sign-hmac");
            d.traits.set("virtual", "virtio");
            d.traits.set("disk-state", "degraded");
        });
        built.changeDevice("mid", [](plan::Device& d) { d.traits.set("fabric", "8000000000"); });
        const auto result = ask(built, "left", "right", Traffic::FileCopy);
        const auto stage = [&](const char* name) {
            return std::find_if(result->stages.begin(), result->stages.end(),
                                [&](const Stage& one) { return one.name == name; });
        };
        NEAR(inGigabits(stage("usb of left")->carries.typical), 3.4, 1e-6);  // the fastest adapter of a 5 Gb/s bus
        NEAR(inGigabits(stage("memory of left")->carries.typical), 30.0, 1e-6);
        NEAR(inGigabits(stage("session at left")->carries.typical), 1.76, 1e-6);
        NEAR(inGigabits(stage("switch mid")->carries.high), 8.0, 1e-6);
        NEAR(inGigabits(stage("processor of left")->carries.typical), 36 * 0.65, 1e-3);
        NEAR(inGigabits(stage("disks of left")->carries.typical), 5.4 * 0.55, 1e-3);
        built.changeDevice("mid", [](plan::Device& d) { d.role = plan::Role::Router; });
        const auto unread = ask(built, "left", "right");
        QVERIFY(std::any_of(unread->missing.begin(), unread->missing.end(),
                            [](const Missing& one) { return one.what.text().starts_with("whether mid routes"); }));
        built.changeDevice("mid", [](plan::Device& d) {
            d.traits.set("forwards", "router-soc");
            d.traits.set("inspects", "inspect-soc");
        });
        const auto routed = ask(built, "left", "right");
        QCOMPARE(toQt(routed->limitingStage()->name), "inspection at mid");
        NEAR(inGigabits(routed->expected.typical), 0.15, 1e-6);
    }
    void aChipsetUplinkIsAskedFor()
    {
        PlanBuilder built = furnished();
        plan::Plan plan = built.plan();
        plan::Slot slot = *plan.slots.begin();
        slot.chipset = true;
        plan.slots = plan.slots.with(slot);
        const auto reports = match::judgeAll(plan, knowledge());
        const PathQuestion question{built.deviceId("left"), built.deviceId("right")};
        const auto missing = expectation(plan, knowledge(), reports, question)->missing;
        QVERIFY(std::any_of(missing.begin(), missing.end(),
                            [](const Missing& one) { return one.what.text() == "the chipset uplink of right"; }));
        plan::Device right = *plan::deviceNamed(plan, "right");
        right.traits.set("uplink", "4.0x4");
        plan.devices = plan.devices.with(right);
        const auto known = expectation(plan, knowledge(), reports, question);
        QVERIFY(std::any_of(known->stages.begin(), known->stages.end(), [](const Stage& stage) {
            return stage.name == "chipset uplink of right" &&
                   std::abs(inGigabits(stage.carries.typical) - 54.15) < 0.05;
        }));
    }
    void aBondIsSeenFromItsTwoLinks()
    {
        PlanBuilder built;
        built.place("hall").device("left", plan::Role::Computer).device("right", plan::Role::Computer);
        for (const char* end : {"left", "right"}) built.port(end, "1", "sfp+").port(end, "2", "sfp+");
        built.run("a", "left 1", "right 1", "dac", 1).run("b", "left 2", "right 2", "dac", 1);
        QCOMPARE(toQt(word(ask(built, "left", "right")->limitingStage()->kind)), "link");
        for (const char* end : {"left 1", "left 2", "right 1", "right 2"})
            built.changePort(end, [](plan::Port& port) { port.traits.set("bond", "ports"); });
        const auto reports = match::judgeAll(built.plan(), knowledge());
        const auto four = expectation(built.plan(), knowledge(), reports,
                                      {built.deviceId("left"), built.deviceId("right"), Traffic::MemoryToMemory, 4});
        QCOMPARE(toQt(word(four->limitingStage()->kind)), "bond");
        NEAR(inGigabits(four->expected.typical), 0.995 * 9.41482 * 1.875, 1e-3);
    }
    void whatIsNotKnownIsNamed()
    {
        const auto result = ask(testing::twoHosts(), "left", "right", Traffic::FileCopy);
        QStringList missing;
        for (const Missing& one : result->missing) missing << toQt(one.what);
        QVERIFY(missing.contains("the disks of left") && missing.contains("the processor of right"));
    }
    void questionsThatHaveNoAnswer()
    {
        PlanBuilder built = testing::twoHosts();
        built.device("alone", plan::Role::Computer);
        QCOMPARE(ask(built, "left", "alone").error().code, ErrorCode::NotFound);
        QCOMPARE(ask(built, "left", "left").error().code, ErrorCode::BadInput);
        built.changePort("right 1", [](plan::Port& port) { port.rates = {gigabits(1)}; });
        built.changePort("mid 2", [](plan::Port& port) { port.rates = {gigabits(10)}; });
        const auto dead = ask(built, "left", "right");
        QCOMPARE(dead.error().code, ErrorCode::NotAllowed);
        QVERIFY2(toQt(dead.error().message()).contains("mid 2 — right 1"), dead.error().message().c_str());
    }
    void aSlotDoesNotSlowTheWire()
    {
        // The link report says 63 Gb/s because of the slot; the link stage itself still runs at 100.
        const plan::Plan plan = testing::lanternRow();
        const auto reports = match::judgeAll(plan, knowledge());
        const auto result = expectation(plan, knowledge(), reports,
                                        {plan::deviceNamed(plan, "vault")->id, plan::deviceNamed(plan, "platen")->id});
        QVERIFY(result);
        const auto link = std::find_if(result->stages.begin(), result->stages.end(),
                                       [](const Stage& stage) { return stage.name == "core Q1 — platen 1"; });
        QVERIFY(link != result->stages.end());
        QCOMPARE(link->line, gigabits(100));
    }
    /// What the owner has measured of the line overrules the plan that is sold.
    void whatTheLineGives()
    {
        PlanBuilder built = testing::twoHosts();
        built.changeDevice("left", [](plan::Device& d) {
            d.traits.set("plan-rate", "1000000000");
            d.traits.set("plan-gives", "1300000000");
        });
        NEAR(inGigabits(ask(built, "left", "right")->expected.typical), 1.3, 1e-6);
        NEAR(inGigabits(ask(built, "right", "left")->expected.typical), 1.08, 1e-6);
    }
    /// The second disk group of a store is asked for by its number, and named by its own name.
    void theDiskGroupThatIsAskedFor()
    {
        PlanBuilder built = furnished();
        built.changeDevice("left", [](plan::Device& d) {
            d.disks = {{"hdd", 4, "raid5", "tank", {}, {}}, {"ssd", 1, "", "", megabytes(450), {}}};
        });
        PathQuestion question{built.deviceId("left"), built.deviceId("right"), Traffic::FileCopy};
        const auto reports = match::judgeAll(built.plan(), knowledge());
        const auto first = expectation(built.plan(), knowledge(), reports, question);
        QCOMPARE(toQt(first->stages.front().name), QString("tank of left"));
        question.disksFrom = 1;
        const auto second = expectation(built.plan(), knowledge(), reports, question);
        QCOMPARE(toQt(second->stages.front().name), QString("disk of left, group 2"));
        NEAR(inGigabits(second->stages.front().carries.typical), 3.6, 1e-6);
        QVERIFY(second->stages.front().part != first->stages.front().part);  // two pools
    }
    /// Remote memory access takes the processors, and the copying thread, out of the way.
    void remoteMemoryAccessPaysNoProcessor()
    {
        PlanBuilder built = furnished();
        PathQuestion question{built.deviceId("left"), built.deviceId("right"), Traffic::FileCopy, 1, "smb-direct"};
        const auto path = expectation(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), question);
        for (const Stage& stage : path->stages)
            QVERIFY2(stage.kind != StageKind::Processor && stage.kind != StageKind::CopyTool, stage.name.c_str());
    }
    /// Members of another rate stay out of a bond.
    void aBondCountsMembersOfOneRate()
    {
        PlanBuilder built = testing::twoHosts();
        built.port("mid", "8", "sfp+").port("right", "8", "sfp+").port("mid", "9", "sfp28").port("right", "9", "sfp28");
        built.run("second", "mid 8", "right 8", "dac", 2).run("third", "mid 9", "right 9", "dac", 2);
        for (const char* end : {"mid 2", "right 1", "mid 8", "right 8", "mid 9", "right 9"})
            built.changePort(end, [](plan::Port& port) { port.traits.set("bond", "round-robin"); });
        const auto path = ask(built, "left", "right");
        QVERIFY2(path, path ? "" : path.error().message().c_str());
        for (const Stage& stage : path->stages)
            if (stage.kind == StageKind::Bond)
                QVERIFY2(stage.detail.starts_with("2 ×") || stage.detail.starts_with("1 ×"), stage.detail.c_str());
    }
    void theDemoHouseCopies()
    {
        const plan::Plan plan = testing::lanternRow();
        const auto result = expectation(
            plan, knowledge(), match::judgeAll(plan, knowledge()),
            {plan::deviceNamed(plan, "vault")->id, plan::deviceNamed(plan, "platen")->id, Traffic::FileCopy});
        NEAR(inGigabits(result->expected.low), 4.11, 2e-3);
        NEAR(inGigabits(result->expected.typical), 7.026, 1e-3);
        NEAR(inGigabits(result->expected.high), 4 * 2.28, 1e-6);
    }
    void aFasterLinkNeverLowersTheExpectation()
    {
        BitRate before;
        for (double rate : {1.0, 10.0}) {
            PlanBuilder built = testing::twoHosts();
            for (const char* end : {"left 1", "mid 1", "mid 2", "right 1"})
                built.changePort(end, [&](plan::Port& port) { port.rates = {gigabits(rate)}; });
            const BitRate now = ask(built, "left", "right")->expected.typical;
            QVERIFY(now > before);
            before = now;
        }
    }
};

SOKUDO_TEST(PathExpectationTest)
#include "path_expectation_test.moc"
