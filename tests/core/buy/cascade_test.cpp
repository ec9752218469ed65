// SPDX-License-Identifier: GPL-3.0-or-later
// What else must change for a card.
#include "core/buy/cascade.h"

#include "core/kb/worth_rows.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;

namespace {

/// A computer with one slot, and a switch with an SFP28 port.
PlanBuilder desk(int generation, int lanes)
{
    PlanBuilder builder;
    builder.place("study").device("desk", plan::Role::Computer, "study").port("desk", "1", "rj45");
    builder.device("core", plan::Role::Switch, "study").port("core", "1", "sfp28");
    if (lanes > 0) builder.slot("desk", "1", generation, lanes);
    return builder;
}

template <class Change>
plan::Plan withSlot(PlanBuilder& builder, Change change)
{
    plan::Slot slot = *builder.plan().slots.find(builder.slotId("desk", "1"));
    change(slot);
    plan::Plan plan = builder.plan();
    plan.slots = plan.slots.with(slot);
    return plan;
}

Cascade follow(const plan::Plan& plan, const char* card)
{
    const auto* gear = knowledge().find<kb::Gear>(card);
    auto found = cascadeOf(plan, plan::deviceNamed(plan, "desk")->id, *gear, knowledge());
    if (!found) qFatal("%s", found.error().message().c_str());
    return std::move(*found);
}

bool has(const CascadeWay& way, const char* id)
{
    return std::any_of(way.steps.begin(), way.steps.end(), [&](const CascadeStep& step) { return step.id == id; });
}

}  // namespace

class CascadeTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aWideSlotIsEnough()
    {
        auto builder = desk(3, 8);
        const Cascade found = follow(builder.plan(), "card-25");
        QCOMPARE(found.slots.size(), std::size_t{1});
        QVERIFY(found.slots[0].isFull);
        QCOMPARE(found.ways.size(), std::size_t{1});
        QVERIFY(found.ways[0].isFull);
        // 25 Gb/s less framing: 23.54.
        QVERIFY(std::abs(inGigabits(found.ways[0].carries) - 23.537) < 0.01);
        // The card 130, air 12 for 10 W, a lead of direct attach 2 m: 12 + 3.5 × 2.
        QCOMPARE(found.ways[0].least.in(), 130 + 12 + 19.0);
        QCOMPARE(found.ways[0].most, found.ways[0].least);
        QVERIFY(!has(found.ways[0], "board") && !has(found.ways[0], "partner") && !has(found.ways[0], "move-card"));
        QVERIFY(found.sentence.text().find("gets all that one port of it carries in slot 1 of desk") !=
                std::string::npos);
        QVERIFY(found.caution.find("mains plug") != std::string::npos);
    }

    void aSlotOfFewLanesHoldsItAndABoardFreesIt()
    {
        auto builder = desk(3, 4);
        const plan::Plan plan = withSlot(builder, [](plan::Slot& slot) { slot.generation = 2, slot.shape = 16; });
        const Cascade found = follow(plan, "card-25");
        QCOMPARE(found.ways.size(), std::size_t{2});
        QVERIFY(!found.ways[0].isFull);
        // 2.0 ×4: 16 Gb/s coded, some 13 of payload.
        QCOMPARE(found.slots[0].generation, 2);
        QCOMPARE(found.slots[0].lanes, 4);
        QVERIFY(inGigabits(found.ways[0].carries) > 11 && inGigabits(found.ways[0].carries) < 14);
        QVERIFY(has(found.ways[1], "board") && has(found.ways[1], "board-parts"));
        QVERIFY(found.ways[1].isFull);
        // The board is 220, processor and memory for it perhaps 300.
        QCOMPARE(found.ways[1].least - found.ways[0].least, Money::of(220));
        QCOMPARE(found.ways[1].most - found.ways[1].least, Money::of(300));
        QVERIFY(found.sentence.text().find("with another board") != std::string::npos);
    }

    void aCardThatIsTooLongForTheSlotNeedsABoard()
    {
        auto builder = desk(4, 4);
        const Cascade found = follow(builder.plan(), "card-25");
        QVERIFY(found.slots.empty());
        QCOMPARE(found.refused.size(), std::size_t{1});
        QVERIFY(found.refused[0].text().find("takes cards of ×4 at most, this one is ×8") != std::string::npos);
        QCOMPARE(found.ways.size(), std::size_t{1});
        QVERIFY(has(found.ways[0], "board"));
        QVERIFY(found.sentence.text().find("No slot of desk takes a 25G card, SFP28") == 0);
    }

    void aSlotThatWasNeverReadIsNotJudged()
    {
        auto builder = desk(3, 8);
        const plan::Plan plan = withSlot(builder, [](plan::Slot& slot) { slot.generation = slot.lanes = 0; });
        const Cascade found = follow(plan, "card-10");
        QVERIFY(found.slots.empty());
        QVERIFY(found.refused[0].text().find("was never read") != std::string::npos);
    }

    void theFreeSlotComesBeforeTheTakenOne()
    {
        auto builder = desk(3, 8);
        builder.slot("desk", "2", 3, 8);
        const plan::Plan plan = withSlot(builder, [](plan::Slot& slot) {
            slot.card = plan::Card{"a graphics card", 3, 16, {}};
        });
        const Cascade found = follow(plan, "card-25");
        QCOMPARE(found.slots.front().name, std::string("2"));
        QVERIFY(!has(found.ways[0], "move-card"));
        // With one slot alone its card must go.
        const plan::Plan one = *plan::edits::deleteSlot(plan, found.slots.front().slot);
        const Cascade moved = follow(one, "card-25");
        QVERIFY(has(moved.ways[0], "move-card"));
        QVERIFY(moved.ways[0].steps.front().what.text().find("a graphics card leaves slot 1") == 0);
    }

    void aFullSlotBehindTheChipsetComesAfterOneAtTheProcessor()
    {
        auto builder = desk(3, 8);
        builder.slot("desk", "2", 3, 8);
        const plan::Plan plan = withSlot(builder, [](plan::Slot& slot) { slot.chipset = true; });
        QCOMPARE(follow(plan, "card-25").slots.front().name, std::string("2"));
        auto only = desk(3, 8);
        const plan::Plan shared = withSlot(only, [](plan::Slot& slot) { slot.chipset = true; });
        QVERIFY(has(follow(shared, "card-25").ways[0], "chipset"));
    }

    void aPortAsFastMustBeThereToTalkTo()
    {
        auto builder = desk(3, 16);
        const Cascade found = follow(builder.plan(), "card-10");
        // No SFP+ port anywhere: gear.csv has one of a switch for 32.
        QVERIFY(has(found.ways[0], "partner"));
        QCOMPARE(found.ways[0].least.in(), 60 + 32 + 19.0);
        builder.port("core", "2", "sfp+");
        QVERIFY(!has(follow(builder.plan(), "card-10").ways[0], "partner"));
        // One that is in use does not count.
        builder.device("store", plan::Role::Storage, "study").port("store", "1", "sfp+");
        builder.run("used", "core 2", "store 1", "dac", 2);
        QVERIFY(has(follow(builder.plan(), "card-10").ways[0], "partner"));
    }

    void aLowCaseNeedsABracket()
    {
        auto builder = desk(3, 8);
        builder.changeDevice("desk", [](plan::Device& desk) { desk.traits.set("case", "low"); });
        QVERIFY(has(follow(builder.plan(), "card-25").ways[0], "bracket"));
    }

    void onlyHostsTakeCardsAndOnlyCardsGoIn()
    {
        auto builder = desk(3, 8);
        const auto* card = knowledge().find<kb::Gear>("card-25");
        const auto core = cascadeOf(builder.plan(), builder.deviceId("core"), *card, knowledge());
        QVERIFY(core.error().message().find("core takes no cards") != std::string::npos);
        QVERIFY(!cascadeOf(builder.plan(), plan::DeviceId{999}, *card, knowledge()));
        const auto* port = knowledge().find<kb::Gear>("port-10");
        QVERIFY(!cascadeOf(builder.plan(), builder.deviceId("desk"), *port, knowledge()));
    }

    void everyCardOfTheTablesFindsItsWay()
    {
        auto builder = desk(5, 16);
        for (const kb::Gear& gear : knowledge().all<kb::Gear>()) {
            if (gear.kind != "card") continue;
            const Cascade found = follow(builder.plan(), gear.id.c_str());
            QVERIFY2(found.ways.size() == 1 && found.ways[0].isFull, gear.id.c_str());
            QVERIFY(found.ways[0].least >= Money::of(gear.price));
        }
    }
};

SOKUDO_TEST(CascadeTest)
#include "cascade_test.moc"
