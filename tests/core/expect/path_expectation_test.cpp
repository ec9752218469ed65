// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/path_expectation.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::expect;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::q;

namespace {

Result<Expectation> ask(const PlanBuilder& built, const char* from, const char* to, Traffic traffic = Traffic::MemoryToMemory)
{
    return expectation(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), {built.deviceId(from), built.deviceId(to), traffic, 1, {}});
}

PlanBuilder furnished()
{
    PlanBuilder built = testing::twoHosts();
    built.slot("right", "1", 3, 1);
    built.changeDevice("left", [](plan::Device& d) { d.processor = plan::HostProcessor{"recent-x86", 4.5, 8}; d.disks = {{"hdd", 4, "raid5"}}; d.fileShare = "smb"; });
    built.changeDevice("right", [](plan::Device& d) { d.processor = plan::HostProcessor{"mid-x86", 3.0, 4}; d.disks = {{"nvme3", 1, ""}}; });
    built.changePort("right 1", [&](plan::Port& port) { port.slot = built.slotId("right", "1"); });
    return built;
}

}  // namespace

class PathExpectationTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void stagesStandInTravellingOrder()
    {
        const auto made = ask(furnished(), "left", "right", Traffic::FileCopy);
        QVERIFY2(made, made ? "" : made.error().message().c_str());
        QStringList names;
        for (const Stage& stage : made->stages) names << q(stage.name);
        QCOMPARE(names, QStringList({"disks of left", "processor of left", "left 1 — mid 1", "mid 2 — right 1", "slot of right", "processor of right", "disk of right", "file share"}));
    }
    void theNarrowSlotBindsMemoryTraffic()
    {
        const auto made = ask(furnished(), "left", "right");
        QCOMPARE(q(made->bindingStage()->name), "slot of right");
        NEAR(inGigabits(made->expected.typical), 6.77, 5e-3);
        NEAR(inGigabits(made->expected.low), 6.48, 5e-3);
    }
    void theCopyIsHeldByTheArray()
    {
        // read: (4 - 1) * 250 * 0.9 = 675 MB/s = 5.4; file share 0.75 of the slot's 6.77 = 5.08 binds
        const auto made = ask(furnished(), "left", "right", Traffic::FileCopy);
        QCOMPARE(q(made->bindingStage()->name), "file share");
        NEAR(inGigabits(made->expected.typical), 0.75 * 6.77, 5e-3);
        QCOMPARE(q(made->stages[*made->next].name), "disks of left");
    }
    void theLeastMtuOfThePathCounts()
    {
        PlanBuilder built = testing::twoHosts();
        for (const char* end : {"left 1", "mid 1", "mid 2"}) built.changePort(end, [](plan::Port& port) { port.mtu = 9000; });
        QCOMPARE(ask(built, "left", "right")->mtu, 1500);
        built.changePort("right 1", [](plan::Port& port) { port.mtu = 9000; });
        const auto jumbo = ask(built, "left", "right");
        QCOMPARE(jumbo->mtu, 9000);
        NEAR(inGigabits(jumbo->expected.high), 9.9004, 1e-4);
    }
    void whatIsNotKnownIsNamed()
    {
        const auto made = ask(testing::twoHosts(), "left", "right", Traffic::FileCopy);
        QStringList missing;
        for (const Missing& one : made->missing) missing << q(one.what);
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
        QVERIFY2(q(dead.error().message()).contains("mid 2 — right 1"), dead.error().message().c_str());
    }
    void aSlotDoesNotSlowTheWire()
    {
        // The link report says 63 Gb/s because of the slot; the link stage itself still runs at 100.
        const plan::Plan plan = testing::lanternRow();
        const auto reports = match::judgeAll(plan, knowledge());
        const auto made = expectation(plan, knowledge(), reports, {plan::deviceNamed(plan, "vault")->id, plan::deviceNamed(plan, "platen")->id});
        QVERIFY(made);
        const auto link = std::find_if(made->stages.begin(), made->stages.end(), [](const Stage& stage) { return stage.name == "core Q1 — platen 1"; });
        QVERIFY(link != made->stages.end());
        QCOMPARE(link->line, gigabits(100));
    }
    void theDemoHouseCopies()
    {
        const plan::Plan plan = testing::lanternRow();
        const auto made = expectation(plan, knowledge(), match::judgeAll(plan, knowledge()), {plan::deviceNamed(plan, "vault")->id, plan::deviceNamed(plan, "platen")->id, Traffic::FileCopy});
        NEAR(inGigabits(made->expected.low), 4.11, 2e-3);
        NEAR(inGigabits(made->expected.typical), 7.026, 1e-3);
        NEAR(inGigabits(made->expected.high), 8.0, 1e-6);
    }
    void aFasterLinkNeverLowersTheExpectation()
    {
        BitRate before;
        for (double rate : {1.0, 10.0}) {
            PlanBuilder built = testing::twoHosts();
            for (const char* end : {"left 1", "mid 1", "mid 2", "right 1"}) built.changePort(end, [&](plan::Port& port) { port.rates = {gigabits(rate)}; });
            const BitRate now = ask(built, "left", "right")->expected.typical;
            QVERIFY(now > before);
            before = now;
        }
    }
};

SOKUDO_TEST(PathExpectationTest)
#include "path_expectation_test.moc"
