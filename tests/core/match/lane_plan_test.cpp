// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/lane_plan.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

/// A board with a 3.0 x16 slot, a 3.0 x4 slot in a long shape and a 2.0 x1 slot.
PlanBuilder board()
{
    PlanBuilder built;
    built.place("hall").device("desk", plan::Role::Computer);
    built.slot("desk", "1", 3, 16).slot("desk", "2", 3, 4).slot("desk", "3", 2, 1);
    return built;
}

plan::Plan seat(const PlanBuilder& built, const char* slotName, const plan::Card& card, int shape = 0,
                plan::Plan plan = {})
{
    if (plan.slots.begin() == plan.slots.end()) plan = built.plan();
    plan::Slot slot = *plan.slots.find(built.slotId("desk", slotName));
    slot.card = card;
    slot.shape = shape > 0 ? shape : std::max(slot.lanes, 16);
    plan.slots = plan.slots.with(slot);
    return plan;
}

/// A port of 25 Gb/s on the card in that slot.
plan::Plan withPort(plan::Plan plan, const PlanBuilder& built, const char* end, const char* slotName)
{
    plan::Port port = *plan.ports.find(built.portId(end));
    port.slot = built.slotId("desk", slotName);
    plan.ports = plan.ports.with(port);
    return plan;
}

}  // namespace

class LanePlanTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Two ports of 25 Gb/s need 47.1; 3.0 x4 carries 27.1 and 3.0 x8 of the card 54.2.
    void aCardThatNeedsMoreThanItsSlot()
    {
        PlanBuilder built = board();
        built.port("desk", "a", "sfp28").port("desk", "b", "sfp28");
        plan::Plan plan = seat(built, "2", {"two 25G ports", 3, 8});
        plan = withPort(withPort(plan, built, "desk a", "2"), built, "desk b", "2");
        plan = seat(built, "1", {"graphics", 3, 16}, 16, plan);
        const auto told = match::lanePlan(plan, built.deviceId("desk"), knowledge());
        QVERIFY(told);
        QCOMPARE(told->cards.size(), std::size_t{2});
        const auto& graphics = told->cards[0].card == "graphics" ? told->cards[0] : told->cards[1];
        const auto& network = told->cards[0].card == "graphics" ? told->cards[1] : told->cards[0];
        QCOMPARE(toQt(network.to), QString("1"));
        QCOMPARE(toQt(graphics.to), QString("2"));
        NEAR(inGigabits(network.needs), 50 * 1448.0 / 1538, 1e-6);
        NEAR(inGigabits(network.now), 27.08, 1e-3);
        NEAR(inGigabits(network.then), 54.16, 1e-3);
        NEAR(inGigabits(graphics.then), 27.08, 1e-3);
        QVERIFY(graphics.loses() && network.gains());
        QVERIFY2(toQt(told->sentence).contains("graphics keeps 27.1"), told->sentence.text().c_str());
    }
    void aFreeSlotCostsNothing()
    {
        PlanBuilder built = board();
        built.port("desk", "a", "sfp28");
        const plan::Plan plan = withPort(seat(built, "3", {"a 25G port", 3, 8}), built, "desk a", "3");
        const auto told = match::lanePlan(plan, built.deviceId("desk"), knowledge());
        QVERIFY(told);
        QVERIFY2(toQt(told->sentence).contains("nothing loses by it"), told->sentence.text().c_str());
        QVERIFY(told->cards[0].to != "3");
    }
    void whatIsServedStays()
    {
        PlanBuilder built = board();
        built.port("desk", "a", "sfp28");
        // 23.5 fit into 27.1: moving to more lanes gains nothing
        QVERIFY(!match::lanePlan(withPort(seat(built, "2", {"a 25G port", 3, 8}), built, "desk a", "2"),
                                 built.deviceId("desk"), knowledge()));
        QVERIFY(!match::lanePlan(built.plan(), built.deviceId("desk"), knowledge()));
    }
    void aCardDoesNotFitAShorterShape()
    {
        PlanBuilder built = board();
        built.port("desk", "a", "sfp28").port("desk", "b", "sfp28");
        plan::Plan plan = seat(built, "2", {"two 25G ports", 3, 8});
        plan = withPort(withPort(plan, built, "desk a", "2"), built, "desk b", "2");
        plan::Slot big = *plan.slots.find(built.slotId("desk", "1"));
        big.shape = 4;
        plan.slots = plan.slots.with(big);
        QVERIFY(!match::lanePlan(plan, built.deviceId("desk"), knowledge()));
    }
};

SOKUDO_TEST(LanePlanTest)
#include "lane_plan_test.moc"
