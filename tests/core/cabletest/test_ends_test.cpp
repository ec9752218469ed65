// SPDX-License-Identifier: GPL-3.0-or-later
// Which two hosts prove a cable: no pair with a slow slot or a slow port is taken for it.
#include "core/cabletest/test_ends.h"

#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::cabletest;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

/// A switch with a fast vault on its port 1; other hosts are added by the tests.
PlanBuilder house()
{
    PlanBuilder builder;
    builder.place("cellar").device("core", plan::Role::Switch, "cellar");
    for (const char* port : {"1", "2", "3", "4"}) builder.port("core", port, "sfp+");
    builder.device("vault", plan::Role::Storage, "cellar").slot("vault", "1", 3, 8).port("vault", "1", "sfp+");
    return builder.run("c1", "core 1", "vault 1", "dac", 2);
}
PlanBuilder& host(PlanBuilder& builder, const char* name, const char* port, int generation, int lanes)
{
    builder.device(name, plan::Role::Computer, "cellar").slot(name, "1", generation, lanes).port(name, "1", "sfp+");
    const plan::SlotId slot = builder.slotId(name, "1");
    builder.changePort(std::string(name) + " 1", [&](plan::Port& port) { port.slot = slot; });
    return builder.run(std::string("to ") + name, std::string("core ") + port, std::string(name) + " 1", "dac", 2);
}

Result<TestEndsList> endsFor(const PlanBuilder& builder, const char* run)
{
    const plan::Plan& plan = builder.plan();
    return testEnds(plan, match::judgeAll(plan, knowledge()), builder.runId(run), knowledge());
}

}  // namespace

class TestEndsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// 3.0 x8 carries 63 Gb/s, 1.0 x4 only 8: the second is no end to prove 10 Gb/s with.
    void theSlowSlotIsNotTaken()
    {
        PlanBuilder builder = house();
        host(builder, "slow", "2", 1, 4);
        host(builder, "quick", "3", 3, 8);
        const auto found = endsFor(builder, "c1");
        if (!found) QFAIL(found.error().message().c_str());
        QCOMPARE(found->pairs.size(), std::size_t{2});  // slow and quick do not talk over c1
        const TestEnds& best = found->pairs.front();
        QVERIFY(best.provesLink);
        const std::string ends =
            builder.plan().devices.find(best.from)->name + builder.plan().devices.find(best.to)->name;
        QVERIFY(toQt(ends).contains("vault") && toQt(ends).contains("quick"));
        QVERIFY(best.expected > gigabits(9) && best.expected < gigabits(10));
        QCOMPARE(best.streams, 1);  // the fewest that reach it
        QVERIFY(best.ofLink >= best.expected);
        const TestEnds& other = found->pairs.back();
        QVERIFY(!other.provesLink);
        QVERIFY(other.expected < gigabits(8));
        QVERIFY2(spaced(toQt(other.says)).contains("limited by slot"), qPrintable(toQt(other.says)));
    }
    void noneProvesIt()
    {
        PlanBuilder builder = house();
        host(builder, "slow", "2", 1, 4);
        const auto found = endsFor(builder, "c1");
        QVERIFY(found);
        QVERIFY(toQt(found->says).startsWith("no pair of hosts proves it"));
        QVERIFY(toQt(found->says).contains("Move the card or the job"));
    }
    void nobodyTalksOverIt()
    {
        PlanBuilder builder = house();
        const auto alone = endsFor(builder, "c1");
        QVERIFY(!alone && alone.error().code == ErrorCode::NotFound);
        QVERIFY(toQt(alone.error().message()).contains("take a laptop along"));
        const auto none = testEnds(builder.plan(), {}, plan::RunId{12345}, knowledge());
        QVERIFY(!none && none.error().code == ErrorCode::NotFound);
    }
};

SOKUDO_TEST(TestEndsTest)
#include "test_ends_test.moc"
