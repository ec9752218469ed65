// SPDX-License-Identifier: GPL-3.0-or-later
// The port move list: against every way there is on small switches, and on a house with two switches.
#include "core/cutover/moves.h"

#include <algorithm>
#include <numeric>
#include <random>
#include <set>

#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::cutover;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

MoveModel byChance(unsigned seed)
{
    std::mt19937 chance(seed);
    const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
    MoveModel model;
    model.leads = static_cast<std::size_t>(roll(1, 5));
    model.ports = model.leads + static_cast<std::size_t>(roll(0, 2));
    for (std::size_t p = 0; p < model.ports; ++p) model.blocks.push_back(roll(0, 2));
    for (std::size_t l = 0; l < model.leads; ++l)
        for (std::size_t p = 0; p < model.ports; ++p)
            if (roll(0, 3)) {
                MoveChoice one;
                one.lead = l;
                one.port = p;
                one.needsLead = roll(0, 3) == 0;
                one.needsModule = roll(0, 2) == 0;
                one.isRenumbered = l != p;
                model.choices.push_back(one);
            }
    if (model.leads >= 2 && roll(0, 1)) model.groups.push_back({0, 1});
    if (model.leads >= 4 && roll(0, 2) == 0) model.groups.push_back({2, 3});
    return model;
}

/// Every way to put the leads into the ports.
std::optional<MoveCount> leastOfAll(const MoveModel& model)
{
    std::optional<MoveCount> least;
    std::vector<std::size_t> ports(model.ports);
    std::iota(ports.begin(), ports.end(), 0u);
    do {
        MoveCount count;
        bool isPossible = true;
        for (std::size_t l = 0; l < model.leads && isPossible; ++l) {
            const auto choice = std::find_if(model.choices.begin(), model.choices.end(), [&](const MoveChoice& one) {
                return one.lead == l && one.port == ports[l];
            });
            isPossible = choice != model.choices.end();
            if (!isPossible) break;
            count.leads += choice->needsLead;
            count.modules += choice->needsModule;
            count.renumbered += choice->isRenumbered;
        }
        for (const auto& group : model.groups)
            for (std::size_t lead : group)
                isPossible = isPossible && model.blocks[ports[lead]] == model.blocks[ports[group[0]]];
        if (isPossible && (!least || count < *least)) least = count;
    } while (std::next_permutation(ports.begin(), ports.end()));
    return least;
}

/// Two hosts and a store at an old switch; a new one in the same rack.
PlanBuilder twoSwitches()
{
    PlanBuilder builder;
    builder.place("cellar", -1).place("attic", 2);
    builder.device("old", plan::Role::Switch, "cellar").device("new", plan::Role::Switch, "cellar");
    for (const char* port : {"1", "2", "3", "4"}) builder.port("old", port, "sfp+");
    for (const char* port : {"1", "2", "3", "4"}) builder.port("new", port, "sfp+");
    for (const char* host : {"vault", "scan", "desk"})
        builder.device(host, plan::Role::Computer, "cellar").port(host, "1", "sfp+");
    builder.run("a", "old 1", "vault 1", "dac", 2).run("b", "old 2", "scan 1", "dac", 2);
    builder.run("c", "old 4", "desk 1", "om4", 10);
    builder.changePort("old 4", [](plan::Port& port) { port.module = "10gbase-sr"; });
    builder.changePort("desk 1", [](plan::Port& port) { port.module = "10gbase-sr"; });
    return builder;
}

MoveList listed(const PlanBuilder& builder)
{
    auto list =
        moveList({builder.plan(), builder.deviceId("old"), builder.deviceId("new"), knowledge(), buy::builtInSolver()});
    if (!list) qFatal("%s", list.error().message().c_str());
    return std::move(*list);
}

std::string refused(const PlanBuilder& builder, const char* to = "new")
{
    const auto list =
        moveList({builder.plan(), builder.deviceId("old"), builder.deviceId(to), knowledge(), buy::builtInSolver()});
    return list ? std::string() : list.error().message();
}

}  // namespace

class MovesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theLeastOfAllWays()
    {
        int possible = 0, impossible = 0;
        for (unsigned seed = 1; seed <= 500; ++seed) {
            const MoveModel model = byChance(seed);
            const auto least = leastOfAll(model);
            const auto found = assignMoves(model, buy::builtInSolver());
            QVERIFY2(found.has_value() == least.has_value(), qPrintable(QString::number(seed)));
            (least ? possible : impossible)++;
            if (!least) continue;
            QVERIFY2(found->count == *least, qPrintable(QString::number(seed)));
            // One port each, and what is said is what was chosen.
            std::set<std::size_t> ports;
            for (std::size_t lead = 0; lead < model.leads; ++lead) {
                QCOMPARE(model.choices[found->choices[lead]].lead, lead);
                QVERIFY(ports.insert(model.choices[found->choices[lead]].port).second);
            }
        }
        QVERIFY(possible > 200);
        QVERIFY(impossible > 30);
    }

    void eachLeadKeepsItsNumberWhereItCan()
    {
        const MoveList list = listed(twoSwitches());
        QCOMPARE(list.moves.size(), std::size_t{3});
        QCOMPARE(list.count, (MoveCount{0, 0, 0}));
        QCOMPARE(toQt(list.moves[0].toName), QString("new 1"));
        QCOMPARE(toQt(list.moves[2].toName), QString("new 4"));
        QVERIFY(list.notes.empty());
        // The module travels with the lead.
        QVERIFY(list.moves[2].newModule.empty());
        const auto builder = twoSwitches();
        QCOMPARE(list.after.ports.find(builder.portId("new 4"))->module, std::string("10gbase-sr"));
        QVERIFY(list.after.ports.find(builder.portId("old 4"))->module.empty());
        QVERIFY(plan::runsAt(list.after, builder.portId("old 1")).empty());
        QCOMPARE(toQt(list.sentence),
                 QString("3 leads move from old to new: 0 new leads, 0 new modules, 0 get another number"));
    }

    void aTakenPortSendsTheLeadToAnotherNumber()
    {
        auto builder = twoSwitches();
        builder.device("printer", plan::Role::Computer, "cellar").port("printer", "1", "sfp+");
        builder.run("d", "new 1", "printer 1", "dac", 1);
        const MoveList list = listed(builder);
        QCOMPARE(list.count, (MoveCount{0, 0, 1}));
        QCOMPARE(toQt(list.moves[0].toName), QString("new 3"));
    }

    void noLeadGoesIntoASlowerPort()
    {
        auto builder = twoSwitches();
        // Ports 1 and 2 of the new switch carry 1 Gb/s only, port 5 is fast.
        for (const char* port : {"new 1", "new 2"})
            builder.changePort(port, [](plan::Port& one) { one.rates = {gigabits(1)}; });
        QVERIFY(refused(builder).find("too few of them are of the kind") != std::string::npos);
        builder.port("new", "5", "sfp+");
        const MoveList list = listed(builder);
        for (const Move& move : list.moves) QVERIFY(move.toName != "new 1" && move.toName != "new 2");
        QCOMPARE(list.count.renumbered, 2);
    }

    void copperIntoFibreCagesTakesAModule()
    {
        auto builder = twoSwitches();
        builder.port("old", "5", "rj45").device("tv", plan::Role::Computer, "cellar").port("tv", "1", "rj45");
        builder.port("new", "5", "sfp+");
        builder.run("e", "old 5", "tv 1", "cat6a", 5);
        const MoveList list = listed(builder);
        QCOMPARE(list.count.modules, 1);
        const auto move =
            std::find_if(list.moves.begin(), list.moves.end(), [](const Move& one) { return one.fromName == "old 5"; });
        QVERIFY(move != list.moves.end());
        const auto* module = knowledge().find<kb::ModuleKind>(move->newModule);
        QVERIFY2(module && module->phy.find("-t") != std::string::npos, move->newModule.c_str());
        QVERIFY(list.notes.empty());
    }

    void whatIsFedStaysFed()
    {
        auto builder = twoSwitches();
        const auto copper = [&](const char* device, const char* port, const char* trait, const char* value) {
            builder.port(device, port, "rj45");
            builder.changePort(std::string(device) + " " + port,
                               [&](plan::Port& one) { one.traits.set(trait, value); });
        };
        copper("old", "5", "pse", "type2");
        builder.device("eye", plan::Role::Camera, "cellar");
        copper("eye", "1", "pd", "class3");
        builder.run("e", "old 5", "eye 1", "cat6a", 5);
        // A port of the same number that feeds nothing, and one that feeds.
        copper("new", "5", "pse", "none");
        QVERIFY2(refused(builder).find("feeds eye, and no port there does both") != std::string::npos,
                 refused(builder).c_str());
        copper("new", "6", "pse", "type2");
        const MoveList list = listed(builder);
        QCOMPARE(toQt(list.moves.back().toName), QString("new 6"));
        QVERIFY(list.notes.empty());
        // A budget that is too small is said.
        builder.changeDevice("new", [](plan::Device& device) { device.traits.set("pse-budget", "5"); });
        QVERIFY(refused(builder).find("feeds eye") != std::string::npos);
    }

    void settingsGoWithTheLead()
    {
        auto builder = twoSwitches();
        builder.changePort("old 1", [](plan::Port& port) { port.mtu = 9000; });
        const MoveList list = listed(builder);
        QCOMPARE(list.moves[0].settings.size(), std::size_t{1});
        QCOMPARE(list.moves[0].settings[0].what, std::string("MTU"));
        QCOMPARE(*list.after.ports.find(builder.portId("new 1"))->mtu, 9000);
    }

    void aBondStaysInPortsOfOneKind()
    {
        auto builder = twoSwitches();
        builder.port("vault", "2", "sfp+").run("a2", "old 3", "vault 2", "dac", 2);
        // The new switch: two SFP+ and four SFP28. Both leads of vault go into one kind.
        for (const char* port : {"new 3", "new 4"})
            builder.changePort(port, [](plan::Port& one) { one.cage = "sfp28"; });
        builder.port("new", "5", "sfp28").port("new", "6", "sfp28");
        const MoveList list = listed(builder);
        std::set<std::string> cages;
        for (const Move& move : list.moves)
            if (move.partner.find("vault") == 0) cages.insert(list.after.ports.find(move.to)->cage);
        QCOMPARE(cages.size(), std::size_t{1});
    }

    void aSwitchInAnotherPlaceTakesOtherLeads()
    {
        auto builder = twoSwitches();
        builder.changeDevice("new", [&](plan::Device& device) {
            for (const plan::Place& place : builder.plan().places)
                if (place.name == "attic") device.place = place.id;
        });
        const MoveList list = listed(builder);
        QCOMPARE(list.count.leads, 3);
        QVERIFY(list.notes.front().text().find("stands in another place") != std::string::npos);
    }

    void aLeadTooShortForTheRackIsReplaced()
    {
        auto builder = twoSwitches();
        builder.changeDevice("new", [](plan::Device& device) { device.rackUnit = 42; });
        builder.changeDevice("vault", [](plan::Device& device) { device.rackUnit = 1; });
        // 41 units are 1.82 m, and half a metre to bend: more than 2 m.
        const MoveList list = listed(builder);
        QCOMPARE(list.count.leads, 1);
        QVERIFY(list.moves[0].needsLead);
    }

    void badQuestionsAreRefused()
    {
        auto builder = twoSwitches();
        QVERIFY(refused(builder, "old").find("are the same") != std::string::npos);
        builder.device("bare", plan::Role::Switch, "cellar");
        QVERIFY(refused(builder, "bare").find("bare has no ports yet") != std::string::npos);
        builder.device("small", plan::Role::Switch, "cellar").port("small", "1", "sfp+");
        QVERIFY(refused(builder, "small").find("old has 3 leads and small has 1 free ports") != std::string::npos);
        builder.device("slow", plan::Role::Switch, "cellar");
        for (const char* port : {"1", "2", "3"}) builder.port("slow", port, "rj45");
        for (const char* port : {"slow 1", "slow 2", "slow 3"})
            builder.changePort(port, [](plan::Port& one) { one.rates = {gigabits(1)}; });
        QVERIFY(refused(builder, "slow").find("old 1 goes into no free port of slow: it runs at 10") !=
                std::string::npos);
    }

    void withoutASolverOneSentenceSaysWhatToDo()
    {
        const auto builder = twoSwitches();
        const auto list =
            moveList({builder.plan(), builder.deviceId("old"), builder.deviceId("new"), knowledge(), buy::noSolver()});
        QVERIFY(list.error().message().find("install coinor-libcbc-dev") != std::string::npos);
    }
};

SOKUDO_TEST(MovesTest)
#include "moves_test.moc"
