// SPDX-License-Identifier: GPL-3.0-or-later
// The difference of two houses as jobs.
#include "core/jobs/jobs.h"

#include <set>

#include "core/kb/buy_rows.h"
#include "core/kb/rule_rows.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::jobs;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

PlanBuilder house()
{
    PlanBuilder builder;
    builder.place("cellar", -1).place("attic", 2).place("shed", 0, "shed");
    builder.device("core", plan::Role::Switch, "cellar").port("core", "1", "sfp+").port("core", "2", "rj45");
    builder.device("desk", plan::Role::Computer, "attic").port("desk", "1", "rj45").slot("desk", "1", 3, 8);
    return builder;
}

JobList jobsOf(const plan::Plan& before, const PlanBuilder& after)
{
    return jobs::jobsOf(before, after.plan(), knowledge());
}

const Job* keyed(const JobList& list, const std::string& start)
{
    for (const Job& job : list.jobs)
        if (job.key.find(start) == 0) return &job;
    return nullptr;
}

bool waitsFor(const JobList& list, const Job& job, const Job& first)
{
    for (std::size_t at : job.after)
        if (&list.jobs[at] == &first || waitsFor(list, list.jobs[at], first)) return true;
    return false;
}

void setPlace(PlanBuilder& builder, plan::Plan& plan, const char* name, const char* trait, const char* value)
{
    plan = builder.plan();
    for (const plan::Place& place : builder.plan().places) {
        if (place.name != name) continue;
        plan::Place changed = place;
        changed.traits.set(trait, value);
        plan.places = plan.places.with(changed);
    }
}

}  // namespace

class JobsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void nothingChangedIsNoJob()
    {
        const auto builder = house();
        const JobList list = jobsOf(builder.plan(), builder);
        QVERIFY(list.jobs.empty());
        QCOMPARE(toQt(list.sentence), QString("Nothing is to be built: the variant is as the house"));
    }

    void aCableIsPulledTerminatedAndTested()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("up", "core 2", "desk 1", "cat6a", 20);
        const JobList list = jobsOf(before, builder);
        QCOMPARE(list.jobs.size(), std::size_t{3});
        const Job *pull = keyed(list, "pull:"), *ends = keyed(list, "terminate:"), *test = keyed(list, "test:");
        QVERIFY(pull && ends && test);
        QVERIFY(waitsFor(list, *ends, *pull) && waitsFor(list, *test, *ends));
        // job_kinds.csv: 30 minutes, and 2 a metre; two people.
        QCOMPARE(pull->usual, 70.0);
        QCOMPARE(pull->low, 40.0);
        QCOMPARE(pull->high, 170.0);
        QCOMPARE(pull->people, 2);
        QVERIFY(toQt(pull->steps.front().what).contains("on the floor before it goes through"));
        QVERIFY(std::any_of(pull->steps.begin(), pull->steps.end(),
                            [](const JobStep& step) { return step.caution.find("Before you drill") == 0; }));
        QVERIFY(std::any_of(pull->materials.begin(), pull->materials.end(),
                            [](const text::Sentence& one) { return one.text().find("Cat 6A") != std::string::npos; }));
        QCOMPARE(list.usual, 70 + 25 + 5.0);
        QCOMPARE(list.locked, std::size_t{0});
    }

    void aFibreLeadHasItsEndsOn()
    {
        auto builder = house();
        builder.port("desk", "2", "sfp+");
        const plan::Plan before = builder.plan();
        builder.run("light", "core 1", "desk 2", "om4", 10);
        builder.changePort("core 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
        builder.changePort("desk 2", [](plan::Port& port) { port.module = "10gbase-sr"; });
        const JobList list = jobsOf(before, builder);
        QVERIFY(!keyed(list, "terminate:"));
        QVERIFY(keyed(list, "pull:") && keyed(list, "test:"));
        QCOMPARE(std::count_if(list.jobs.begin(), list.jobs.end(),
                               [](const Job& job) { return job.key.find("module:") == 0; }),
                 2);
    }

    void aNewSwitchIsMountedSetAndThenPlugged()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.device("edge", plan::Role::Switch, "cellar").port("edge", "1", "sfp+");
        builder.run("trunk", "core 1", "edge 1", "dac", 1);
        const JobList list = jobsOf(before, builder);
        const Job *mount = keyed(list, "mount:"), *set = keyed(list, "configure:"), *lead = keyed(list, "lead:");
        QVERIFY(mount && set && lead);
        QVERIFY(waitsFor(list, *set, *mount) && waitsFor(list, *lead, *set));
        QCOMPARE(toQt(mount->title), QString("Mount edge in cellar"));
        QCOMPARE(toQt(lead->title), QString("Plug trunk: core 1 to edge 1"));
    }

    void anUnmanagedSwitchHasNothingToSet()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.device("edge", plan::Role::Switch, "cellar").port("edge", "1", "rj45");
        QVERIFY(keyed(jobsOf(before, builder), "configure:"));
        for (const kb::SwitchKind& kind : knowledge().all<kb::SwitchKind>()) {
            builder.changeDevice("edge", [&](plan::Device& edge) { edge.part = kind.id; });
            QCOMPARE(keyed(jobsOf(before, builder), "configure:") != nullptr, kind.isManaged);
        }
    }

    void radioIsSetUpNotPulled()
    {
        auto builder = house();
        for (const auto& [name, place] : {std::pair("near", "cellar"), {"far", "shed"}})
            builder.device(name, plan::Role::RadioAdapter, place).port(name, "1", "radio");
        const plan::Plan before = builder.plan();
        builder.run("air", "near 1", "far 1", "radio-60", 40);
        const JobList list = jobsOf(before, builder);
        QCOMPARE(list.jobs.size(), std::size_t{1});
        QCOMPARE(toQt(list.jobs[0].title), QString("Set up air: near 1 to far 1"));
        QVERIFY(list.jobs[0].locks.empty());
    }

    void aCardGoesInBeforeItsLead()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        plan::Plan after = before;
        plan::Slot slot = *before.slots.find(builder.slotId("desk", "1"));
        slot.card = plan::Card{"10G card", 3, 4, "card-10"};
        after = *plan::edits::putSlot(after, slot);
        const JobList list = jobsOf(before, after, knowledge());
        QCOMPARE(list.jobs.size(), std::size_t{1});
        QCOMPARE(toQt(list.jobs[0].title), QString("Fit 10G card into slot 1 of desk"));
        QVERIFY(list.jobs[0].steps.front().caution.find("Before you touch a card") == 0);
    }

    void anAdapterIsPluggedNotFitted()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        plan::Plan after = before;
        plan::Slot usb{{990}, builder.deviceId("desk"), "USB"};
        usb.card = plan::Card{"5G USB adapter", 0, 0, "adapter-5"};
        after.slots = after.slots.with(usb);
        const JobList list = jobsOf(before, after, knowledge());
        QCOMPARE(list.jobs.size(), std::size_t{1});
        QCOMPARE(toQt(list.jobs[0].title), QString("Plug 5G USB adapter into desk"));
        for (const JobStep& step : list.jobs[0].steps) QVERIFY(step.caution.empty());
    }

    void whatGoesIsTakenOutLast()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        PlanBuilder other = house();
        other.device("edge", plan::Role::Switch, "cellar").port("edge", "1", "sfp+");
        const plan::Plan after = *plan::edits::deleteDevice(other.plan(), other.deviceId("desk"));
        const JobList list = jobsOf(before, after, knowledge());
        QVERIFY(list.jobs.back().key.find("remove:") == 0);
        QCOMPARE(list.jobs.back().after.size(), list.jobs.size() - 1);
    }

    void changedSettingsAreOneJobADevice()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        for (const char* port : {"core 1", "core 2"}) builder.changePort(port, [](plan::Port& one) { one.mtu = 9000; });
        const JobList list = jobsOf(before, builder);
        QCOMPARE(list.jobs.size(), std::size_t{1});
        QCOMPARE(toQt(list.jobs[0].title), QString("Change the settings of core"));
    }

    /// From where to where, how much with its slack, by which way, and that it takes two.
    void aPullHasItsWorkOrder()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("up", "core 2", "desk 1", "cat6a", 20).changeRun("up", [](plan::Run& run) {
            run.slack = Length::of(3);
            run.route = {"cellar", "duct", "attic"};
        });
        const Job pull = *keyed(jobsOf(before, builder), "pull:");
        QStringList order;
        for (const text::Sentence& one : pull.order) order << sokudo::testing::spaced(toQt(one));
        QCOMPARE(order.size(), 4);
        QCOMPARE(order[0], QString("From core 2 in cellar to desk 1 in attic"));
        QVERIFY2(order[1].startsWith("20 m of ") && order[1].contains("3 m of it as slack"), qPrintable(order[1]));
        QCOMPARE(order[2], QString("By cellar › duct › attic"));
        QVERIFY(order[3].startsWith("2 people"));
        builder.changeRun("up", [](plan::Run& run) {
            run.length.reset();
            run.slack.reset();
            run.route.clear();
        });
        const Job bare = *keyed(jobsOf(before, builder), "pull:");
        QCOMPARE(bare.order.size(), std::size_t{3});
        QVERIFY(toQt(bare.order[1]).contains("measure the way before you cut"));
    }
    /// A card that makes room for another: what the machine loses is to be noted.
    void aCardThatComesOut()
    {
        auto builder = house();
        plan::Plan before = builder.plan();
        plan::Slot slot = *before.slots.find(builder.slotId("desk", "1"));
        slot.card = plan::Card{"graphics card", 3, 16};
        before.slots = before.slots.with(slot);
        plan::Plan after = before;
        slot.card = plan::Card{"10G card", 3, 4, "card-10"};
        after.slots = after.slots.with(slot);
        const Job card = *keyed(jobsOf(before, after, knowledge()), "card:");
        QCOMPARE(card.order.size(), std::size_t{1});
        QVERIFY(toQt(card.order[0]).startsWith("graphics card comes out of this slot"));
    }

    void consentAndTradesLockAJob()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("up", "core 2", "desk 1", "cat6a", 20);
        plan::Plan after;
        setPlace(builder, after, "attic", "consent", "asked");
        const JobList list = jobsOf(before, after, knowledge());
        QCOMPARE(list.locked, std::size_t{1});
        QCOMPARE(keyed(list, "pull:")->locks[0].id, std::string("consent"));
        QVERIFY(toQt(list.sentence).contains("1 waits for permission or a licensed trade"));
        setPlace(builder, after, "attic", "consent", "given");
        QCOMPARE(jobsOf(before, after, knowledge()).locked, std::size_t{0});
        setPlace(builder, after, "cellar", "licensed", "yes");
        const JobList trade = jobsOf(before, after, knowledge());
        QVERIFY(toQt(keyed(trade, "pull:")->locks[0].what).contains("not by you"));
    }

    void copperBetweenBuildingsIsNotByYou()
    {
        auto builder = house();
        builder.device("tools", plan::Role::Computer, "shed").port("tools", "1", "rj45").port("tools", "2", "sfp+");
        const plan::Plan before = builder.plan();
        builder.run("yard", "core 2", "tools 1", "cat6a", 30);
        QCOMPARE(keyed(jobsOf(before, builder), "pull:")->locks[0].id, std::string("between-buildings"));
        auto light = house();
        light.device("tools", plan::Role::Computer, "shed").port("tools", "1", "rj45").port("tools", "2", "sfp+");
        const plan::Plan dark = light.plan();
        light.run("yard", "core 1", "tools 2", "os2", 30);
        QVERIFY(keyed(jobsOf(dark, light), "pull:")->locks.empty());
    }

    void everyStepOfTheTablesHasItsJobAndCaution()
    {
        for (const kb::JobStepRow& row : knowledge().all<kb::JobStepRow>()) {
            QVERIFY2(knowledge().find<kb::JobKind>(row.job), row.job.c_str());
            QVERIFY2(row.caution.empty() || knowledge().find<kb::Caution>(row.caution), row.caution.c_str());
        }
        for (const kb::JobKind& kind : knowledge().all<kb::JobKind>()) {
            QVERIFY(kind.low <= kind.usual && kind.usual <= kind.high && kind.people >= 1);
            const auto& steps = knowledge().all<kb::JobStepRow>();
            QVERIFY2(
                std::any_of(steps.begin(), steps.end(), [&](const kb::JobStepRow& row) { return row.job == kind.id; }),
                kind.id.c_str());
        }
    }

    void noJobComesBeforeWhatItWaitsFor()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        for (const char* name : {"e1", "e2", "e3"}) {
            builder.device(name, plan::Role::Switch, "cellar").port(name, "1", "sfp+").port(name, "2", "sfp+");
        }
        builder.run("a", "e1 1", "e2 1", "dac", 1)
            .run("b", "e2 2", "e3 1", "dac", 1)
            .run("c", "core 1", "e3 2", "dac", 1);
        const JobList list = jobsOf(before, builder);
        std::set<std::string> keys;
        for (std::size_t i = 0; i < list.jobs.size(); ++i) {
            QVERIFY(keys.insert(list.jobs[i].key).second);
            for (std::size_t first : list.jobs[i].after) QVERIFY(first < i);
        }
        QCOMPARE(list.jobs.size(), std::size_t{3 * 2 + 3});
    }
};

SOKUDO_TEST(JobsTest)
#include "jobs_test.moc"
