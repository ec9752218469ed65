// SPDX-License-Identifier: GPL-3.0-or-later
// The order in which gear comes up, the start-up clock, and what lights say.
#include "core/bringup/bring_up.h"

#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::bringup;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// Internet – router – core – store.
PlanBuilder house()
{
    PlanBuilder builder;
    builder.place("cellar", -1);
    builder.device("box", plan::Role::InternetTerminal, "cellar").port("box", "1", "rj45");
    builder.device("gate", plan::Role::Router, "cellar").port("gate", "wan", "rj45").port("gate", "lan", "rj45");
    builder.device("core", plan::Role::Switch, "cellar");
    for (const char* port : {"1", "2", "3"}) builder.port("core", port, "rj45");
    builder.device("store", plan::Role::Storage, "cellar").port("store", "1", "rj45");
    builder.run("w", "box 1", "gate wan", "cat6a", 2).run("u", "gate lan", "core 1", "cat6a", 2);
    builder.run("s", "core 2", "store 1", "cat6a", 5);
    return builder;
}

QStringList names(const std::vector<BringUp>& all)
{
    QStringList list;
    for (const BringUp& one : all) list << toQt(one.name);
    return list;
}

}  // namespace

class BringUpTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void afterAPowerCutFromTheInternetInwards()
    {
        const auto builder = house();
        QCOMPARE(names(bringUpOrder(builder.plan(), builder.plan(), knowledge())),
                 (QStringList{"box", "gate", "core", "store"}));
    }
    void newGearByItsDistance()
    {
        const auto before = house();
        auto after = house();
        after.device("ap", plan::Role::AccessPoint, "cellar").port("ap", "1", "rj45");
        after.device("next", plan::Role::Switch, "cellar").port("next", "1", "rj45").port("next", "2", "rj45");
        after.run("t", "core 3", "next 1", "cat6a", 2).run("v", "next 2", "ap 1", "cat6a", 9);
        const auto order = bringUpOrder(before.plan(), after.plan(), knowledge());
        QCOMPARE(names(order), (QStringList{"next", "ap"}));
        QCOMPARE(toQt(order[0].online), QString("nothing goes off: it is added beside what works"));
        QVERIFY(toQt(order[0].steps.front().what).startsWith("Note how it came"));
        QVERIFY(std::any_of(order[0].steps.begin(), order[0].steps.end(), [](const jobs::JobStep& step) {
            return step.what.text().find("lock yourself out") != std::string::npos;
        }));
    }
    void whoseLeadIsMovedIsSaid()
    {
        const auto before = house();
        auto after = house();
        after.device("next", plan::Role::Switch, "cellar").port("next", "1", "rj45").port("next", "2", "rj45");
        after.run("t", "core 3", "next 1", "cat6a", 2);
        plan::Plan variant = after.plan();
        plan::Run store = *variant.runs.find(after.runId("s"));
        store.a = after.portId("next 2");
        variant.runs = variant.runs.with(store);
        const auto order = bringUpOrder(before.plan(), variant, knowledge());
        QCOMPARE(order.size(), std::size_t{1});
        QCOMPARE(order[0].off.size(), std::size_t{1});
        QVERIFY(toQt(order[0].online).contains("store is off while the lead is moved"));
    }
    void theClockCountsDown()
    {
        const auto builder = house();
        const plan::Device& core = *plan::deviceNamed(builder.plan(), "core");
        const StartClock clock = startClock(core, knowledge());
        QVERIFY(clock.link == Duration::of(30) && clock.ready == Duration::of(90) && clock.dead == Duration::of(300));
        const auto at = [&](double seconds) { return startReading(clock, Duration::of(seconds)); };
        QVERIFY(at(0).state == StartState::Starting && at(0).left == Duration::of(30));
        QVERIFY(at(29).state == StartState::Starting);
        QVERIFY(at(30).state == StartState::LinkDue && at(30).left == Duration::of(60));
        QVERIFY(at(90).state == StartState::ReadyDue && at(90).left == Duration::of(210));
        QVERIFY(at(200).state == StartState::Late);
        QVERIFY(at(300).state == StartState::Dead && at(300).left == Duration{});
        QVERIFY(toQt(at(300).says).contains("it counts as failed"));
    }
    void aTimeThatWasSeenOverrulesTheTable()
    {
        const auto builder = house();
        plan::Device core = *plan::deviceNamed(builder.plan(), "core");
        core.traits.set("start-s", "400");
        const StartClock clock = startClock(core, knowledge());
        QVERIFY(clock.isOwn);
        QVERIFY(clock.ready == Duration::of(400));
        QVERIFY(clock.dead == Duration::of(600));
        QVERIFY(clock.link <= clock.ready);
    }
    /// Whatever the times, the clock goes through its states in their order.
    void everyKindOfDeviceHasAClock()
    {
        for (const kb::StartTime& row : knowledge().all<kb::StartTime>()) {
            plan::Device device;
            device.role = plan::roleFromCode(row.role).value_or(plan::Role::Other);
            const StartClock clock = startClock(device, knowledge());
            StartState last = StartState::Starting;
            for (double at = 0; at <= clock.dead.in() + 1; at += 1) {
                const StartState state = startReading(clock, Duration::of(at)).state;
                QVERIFY2(state >= last, row.role.c_str());
                last = state;
            }
            QVERIFY2(last == StartState::Dead, row.role.c_str());
        }
    }
    void lightsOfAKindOfDevice()
    {
        plan::Device coax;
        coax.role = plan::Role::CoaxAdapter;
        const auto rows = lightsOf(&coax, knowledge());
        QVERIFY(std::any_of(rows.begin(), rows.end(), [](const auto* row) { return row->id == "coax-dark"; }));
        QVERIFY(std::none_of(rows.begin(), rows.end(), [](const auto* row) { return row->where == "battery unit"; }));
        QCOMPARE(lightsOf(nullptr, knowledge()).size(), knowledge().all<kb::LightMeaning>().size());
    }
};

SOKUDO_TEST(BringUpTest)
#include "bring_up_test.moc"
