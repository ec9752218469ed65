// SPDX-License-Identifier: GPL-3.0-or-later
// A variant in stages: what belongs together, and the best order against all orders.
#include <algorithm>
#include <numeric>

#include "core/buy/stages.h"
#include "core/plan/edits.h"
#include "core/plan/invariants.h"
#include "house_lines.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;

namespace {

/// Three hosts on a slow switch; a store that all of them copy to.
PlanBuilder house()
{
    PlanBuilder builder;
    builder.place("cellar");
    builder.device("core").device("vault", plan::Role::Storage);
    for (int i = 1; i <= 8; ++i) builder.port("core", std::to_string(i), i <= 4 ? "rj45" : "sfp+");
    for (int i = 1; i <= 4; ++i)
        builder.changePort("core " + std::to_string(i), [](plan::Port& port) { port.rates = {gigabits(1)}; });
    builder.port("vault", "1", "rj45").port("vault", "2", "sfp+").run("v", "core 1", "vault 1", "cat6a", 2);
    int next = 2;
    for (const char* host : {"a", "b", "c"}) {
        builder.device(host, plan::Role::Computer).port(host, "1", "rj45").port(host, "2", "sfp+");
        builder.run(std::string("r") + host, "core " + std::to_string(next++), std::string(host) + " 1", "cat6a", 2);
    }
    return builder;
}

/// Fast leads for the store and two of the hosts.
PlanBuilder fast()
{
    auto builder = house();
    builder.run("fv", "core 5", "vault 2", "dac", 2)
        .run("fa", "core 6", "a 2", "dac", 2)
        .run("fb", "core 7", "b 2", "dac", 3);
    return builder;
}

plan::Plan withJobs(PlanBuilder& builder)
{
    plan::Plan plan = builder.plan();
    const auto job = [&](std::int64_t id, const char* from, double perWeek) {
        plan::RegularJob one{{id}, std::string("copy of ") + from, builder.deviceId(from), builder.deviceId("vault")};
        one.size = DataSize::of(400e9);
        one.perWeek = perWeek;
        return one;
    };
    plan.jobs = plan.jobs.with(job(900, "a", 2)).with(job(901, "b", 7));
    return plan;
}

Result<StagePlan> planned(const plan::Plan& before, const plan::Plan& after, std::optional<Money> monthly)
{
    return stagePlan({before, after, knowledge(), {"2026-11-28", "", builtInSolver()}, monthly, nullptr, {}});
}

/// How many sets of stages that hold all they need there are; below 0: one of them does not hold together.
int soundSets(const plan::Plan& before, const plan::Plan& after)
{
    const StageSplit split = splitOf(before, after);
    const std::vector<Stage>& stages = split.stages;
    int closed = 0;
    for (std::size_t bits = 0; bits < std::size_t{1} << stages.size(); ++bits) {
        std::vector<bool> built(stages.size());
        for (std::size_t i = 0; i < stages.size(); ++i) built[i] = bits >> i & 1;
        const auto isReady = [&](std::size_t i) {
            const auto& needs = stages[i].after;
            return !built[i] || std::all_of(needs.begin(), needs.end(), [&](std::size_t one) { return built[one]; });
        };
        bool isClosed = true;
        for (std::size_t i = 0; i < stages.size(); ++i) isClosed = isClosed && isReady(i);
        if (!isClosed) continue;
        const plan::Plan plan = builtSoFar(before, after, split, built);
        if (const auto broken = plan::brokenInvariants(plan); !broken.empty()) {
            qWarning("%s", broken.front().text().c_str());
            return -1;
        }
        ++closed;
    }
    return closed;
}

}  // namespace

class BuildStagesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void whatDoesNotDifferHasNoStages()
    {
        const plan::Plan plan = house().plan();
        const auto found = planned(plan, plan, {});
        QVERIFY(found);
        QVERIFY(found->stages.empty() && found->order.empty() && found->isExact);
    }

    void aLinkIsOneStageWithItsModules()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.run("fv", "core 5", "vault 2", "om4", 2);
        for (const char* end : {"core 5", "vault 2"})
            builder.changePort(end, [](plan::Port& port) { port.module = "10gbase-sr"; });
        const auto split = splitOf(before, builder.plan());
        const auto& stages = split.stages;
        QCOMPARE(stages.size(), std::size_t{1});
        QCOMPARE(stages[0].changes.size(), std::size_t{3});
        QCOMPARE(builtSoFar(before, builder.plan(), split, {true}), builder.plan());
        QCOMPARE(builtSoFar(before, builder.plan(), split, {false}), before);
    }

    void aLinkWaitsForTheSwitchThatItPlugsInto()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        builder.device("desk").port("desk", "1", "sfp+").port("desk", "2", "sfp+");
        builder.run("x", "desk 1", "a 2", "dac", 2).run("y", "desk 2", "b 2", "dac", 2);
        const auto split = splitOf(before, builder.plan());
        const auto& stages = split.stages;
        QCOMPARE(stages.size(), std::size_t{3});
        std::size_t first = 0;
        for (std::size_t i = 0; i < stages.size(); ++i)
            if (stages[i].what.text() == "desk") first = i;
        for (std::size_t i = 0; i < stages.size(); ++i) {
            if (i == first) QVERIFY(stages[i].after.empty());
            else QCOMPARE(stages[i].after, std::vector<std::size_t>{first});
        }
    }

    /// A switch takes over from another, which goes: whatever is built so far, every cable has its ends.
    void whatGoesIsLeftByAllFirst()
    {
        const auto before = house();
        auto builder = house();
        builder.device("next");
        for (int i = 1; i <= 4; ++i) builder.port("next", std::to_string(i), "rj45");
        int port = 1;
        for (const char* label : {"v", "ra", "rb", "rc"}) {
            const plan::PortId to = builder.portId("next " + std::to_string(port++));
            builder.changeRun(label, [to](plan::Run& run) { run.a = to; });
        }
        const auto after = plan::edits::deleteDevice(builder.plan(), builder.deviceId("core"));
        QVERIFY(after);
        QVERIFY(soundSets(before.plan(), *after) > 3);
        const auto found = planned(before.plan(), *after, {});
        QVERIFY2(found, found ? "" : found.error().message().c_str());
    }
    /// A room, its outlet and a service come with what stands there, in whatever order the rest is built.
    void aRoomComesAlong()
    {
        const auto before = houseOf(
            "add place a\nadd outlet o in a\nadd router gate in a: 4x rj45 1g\n"
            "add switch core in a: 8x rj45 1g\nadd run gate 1 - core 1, cat6a 2m label=g\n");
        const plan::Plan after = houseOf(
            "add place b\nadd outlet p in b\nadd computer far in b, fed=\"outlet p\": rj45 1g\n"
            "add storage vault in b: rj45 1g\nadd service files, box=vault\n"
            "add run core 2 - far 1, cat6a 20m label=f\nadd run core 3 - vault 1, cat6a 20m label=v\n",
            before);
        QCOMPARE(splitOf(before, after).stages.size(), std::size_t{4});
        QCOMPARE(splitOf(before, after).records.size(), std::size_t{3});
        QVERIFY(soundSets(before, after) > 4);
        QVERIFY(planned(before, after, {}));
    }
    /// A service of a store that goes, goes with it, though other stages come first or later.
    void whatGoesTakesItsRecordsAlong()
    {
        const auto before = houseOf(
            "add place a\nadd router gate in a: 4x rj45 1g\nadd switch core in a: 8x rj45 1g\n"
            "add storage old in a: rj45 1g\nadd service files, box=old\n"
            "add run gate 1 - core 1, cat6a 2m label=g\n"
            "add run core 2 - old 1, cat6a 2m label=o\n");
        const plan::Plan after = houseOf(
            "delete service files\ndelete run o\ndelete old\nadd storage next in a: rj45 1g\n"
            "add run core 3 - next 1, cat6a 2m label=n\n",
            before);
        const StageSplit split = splitOf(before, after);
        QVERIFY(soundSets(before, after) > 3);
        // The old store alone is taken away: its service is gone at once, while the new one is not there yet.
        std::vector<bool> built(split.stages.size(), false);
        for (std::size_t i = 0; i < split.stages.size(); ++i)
            for (const plan::Subject& one : split.stages[i].changes)
                built[i] = built[i] || (one.kind == "run" && !after.runs.has({one.id})) ||
                           (one.kind == "device" && !after.devices.has({one.id}));
        const plan::Plan soFar = builtSoFar(before, after, split, built);
        QVERIFY(!plan::deviceNamed(soFar, "old") && !plan::deviceNamed(soFar, "next") && soFar.services.empty());
    }
    void theOrderSavesTheMostOfAllOrders()
    {
        auto before = house(), after = fast();
        const plan::Plan house = withJobs(before), variant = withJobs(after);
        const Money monthly = Money::of(10);
        const auto found = planned(house, variant, monthly);
        QVERIFY(found);
        QVERIFY(found->isExact);
        QCOMPARE(found->order.size(), std::size_t{3});
        // Every order by hand, from what each set costs and saves.
        const auto at = [&](const std::vector<bool>& set) {
            const plan::Plan plan = builtSoFar(house, variant, splitOf(house, variant), set);
            const auto figures = figuresOf(house, plan, knowledge(), {"2026-11-28", "", builtInSolver()});
            return std::pair(figures->list.spending.toBuy.in(), figures->hoursPerYear / 12);
        };
        std::vector<std::size_t> order{0, 1, 2};
        double best = -1;
        do {
            std::vector<bool> set(3, false);
            double hours = 0, saved = 0;
            int month = 0;
            for (std::size_t stage : order) {
                set[stage] = true;
                const auto [cost, rate] = at(set);
                const int then = static_cast<int>(std::ceil(cost / monthly.in() - 1e-9));
                saved += (then - month) * hours;
                month = then;
                hours = rate;
            }
            best = std::max(best, saved);
        } while (std::next_permutation(order.begin(), order.end()));
        NEAR(found->hours, best, 1e-6);
        QVERIFY(best > 0);
        // The daily copy of b gains most; it needs the store's fast lead.
        QVERIFY(found->order[2].stage != found->order[0].stage);
        int last = 0;
        Money sum;
        for (const PlannedStage& one : found->order) {
            QVERIFY(one.month >= last);
            last = one.month;
            sum = sum + one.cost;
        }
        const auto list = buyList(house, variant, knowledge(), {"2026-11-28", "", builtInSolver()});
        QCOMPARE(sum, list->spending.toBuy);
    }

    void aStageThatCutsSomebodyOffIsNoStage()
    {
        // Host a moves over to a new switch: before that has its trunk, a would be cut off from the gateway.
        auto builder = house();
        builder.device("gate", plan::Role::Router).port("gate", "1", "sfp+").run("up", "gate 1", "core 8", "dac", 2);
        const plan::Plan before = builder.plan();
        builder.device("desk").port("desk", "1", "rj45").port("desk", "2", "sfp+");
        builder.run("trunk", "desk 2", "core 7", "dac", 2);
        builder.changeRun("ra", [&](plan::Run& run) { run.a = builder.portId("desk 1"); });
        const auto found = planned(before, builder.plan(), {});
        QVERIFY2(found, found ? "" : found.error().message().c_str());
        QCOMPARE(found->stages.size(), std::size_t{3});
        std::vector<std::string> order;
        for (const PlannedStage& one : found->order) order.push_back(found->stages[one.stage].what.text());
        QCOMPARE(order[0], std::string("desk"));
        QVERIFY2(order[1].find("core 7") != std::string::npos, order[1].c_str());
        QVERIFY2(!found->notes.empty() && found->notes[0].text().find("a loses its way") != std::string::npos,
                 "moving a alone must be told of");
    }

    void moreThanTenStagesAreTakenOneByOne()
    {
        auto builder = house();
        const plan::Plan before = builder.plan();
        for (int i = 0; i < 12; ++i) {
            const std::string name = "box-" + std::to_string(i);
            builder.device(name).port(name, "1", "sfp+");
        }
        const auto found = planned(before, builder.plan(), {});
        QVERIFY(found);
        QVERIFY(!found->isExact);
        QCOMPARE(found->order.size(), std::size_t{12});
        QCOMPARE(found->order.back().month, 12);
    }

    void itCanBeStopped()
    {
        const std::atomic<bool> isStopped = true;
        const plan::Plan before = house().plan(), after = fast().plan();
        const auto found =
            stagePlan({before, after, knowledge(), {"2026-11-28", "", builtInSolver()}, {}, &isStopped, {}});
        QVERIFY(!found);
        QCOMPARE(found.error().code, ErrorCode::Cancelled);
    }
};

SOKUDO_TEST(BuildStagesTest)
#include "build_stages_test.moc"
