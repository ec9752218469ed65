// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/jack_tracing.h"

#include <random>

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::survey;
using sokudo::testing::houseOf;
using sokudo::testing::portCalled;
using sokudo::testing::toQt;

namespace {

/// Seven jacks in two rooms and a panel of eight; the cable of one jack is listed with an open end.
plan::Plan untraced()
{
    return houseOf(
        "add room cellar level -1\nadd room hall\nadd room loft level 1\nadd panel p in cellar: 8x cat6\nadd jack hall "
        "in hall: W1, W2, W3 cat6\n"
        "add jack loft in loft: W1, W2, W3, W4 cat6\nadd run hall W1 - open, cat6 21m label=old");
}

Reading read(const plan::Plan& plan, int round, const char* panel, std::optional<int> remote)
{
    return {round, portCalled(plan, panel), remote};
}

}  // namespace

class JackTracingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void roundsAreAsFewAsCanBe_data()
    {
        QTest::addColumn<int>("jacks");
        QTest::addColumn<int>("remotes");
        QTest::addColumn<int>("rounds");
        QTest::newRow("7 by 3") << 7 << 3 << 3;
        QTest::newRow("6 by 3") << 6 << 3 << 2;
        QTest::newRow("1 by 8") << 1 << 8 << 1;
        QTest::newRow("5 by 1") << 5 << 1 << 5;
        QTest::newRow("none") << 0 << 4 << 0;
        QTest::newRow("no remote counts as one") << 2 << 0 << 2;
    }
    void roundsAreAsFewAsCanBe()
    {
        QFETCH(int, jacks);
        QFETCH(int, remotes);
        std::vector<plan::PortId> ports;
        for (int i = 1; i <= jacks; ++i) ports.push_back({i});
        const auto all = survey::rounds(ports, remotes);
        QTEST(static_cast<int>(all.size()), "rounds");
        std::vector<plan::PortId> visited;
        for (const Round& round : all)
            for (const Placed& one : round.placed) {
                QVERIFY(one.remote >= 1 && one.remote <= std::max(1, remotes));
                visited.push_back(one.jack);
            }
        QVERIFY(visited == ports);
    }
    void jacksAndPanelsInTheOrderOfTheHouse()
    {
        const plan::Plan plan = untraced();
        const auto jacks = untracedJacks(plan);
        QCOMPARE(jacks.size(), 7u);
        QCOMPARE(toQt(plan::portText(plan, jacks.front())), "hall W1");
        QCOMPARE(openPanelPorts(plan).size(), 8u);
        const plan::Plan one = houseOf("add run p 3 - loft W2, cat6 9m", plan);
        QCOMPARE(untracedJacks(one).size(), 6u);
        QCOMPARE(openPanelPorts(one).size(), 7u);
    }
    void whatIsReadIsMatched()
    {
        const plan::Plan plan = untraced();
        const auto jacks = untracedJacks(plan);
        const auto all = survey::rounds(jacks, 4);
        const auto made = traced(plan, all, openPanelPorts(plan),
                                 {read(plan, 0, "p 5", 1), read(plan, 0, "p 1", 3), read(plan, 0, "p 2", std::nullopt),
                                  read(plan, 1, "p 8", 2)});
        QCOMPARE(made.matches.size(), 3u);
        QVERIFY(made.contradictions.empty());
        QCOMPARE(made.roundsLeft, 0);
        // Remotes 2 and 4 of the first round and 1 and 3 of the second were read nowhere.
        QCOMPARE(made.silentJacks.size(), 4u);
        QCOMPARE(made.openPanels.size(), 5u);
        IdSource ids(8);
        const auto next = withMatches(plan, made.matches, ids);
        QVERIFY2(next, next ? "" : next.error().message().c_str());
        QCOMPARE(next->runs.size(), 3u);
        for (const plan::Run& run : next->runs)
            if (run.label == "old") {
                QCOMPARE(toQt(plan::portText(*next, run.b)), "p 5");
                QCOMPARE(run.length->in(), 21.0);
            } else {
                QVERIFY(run.medium.empty() && !run.length);
            }
        QCOMPARE(untracedJacks(*next).size(), 4u);
    }
    void contradictionsMatchNothing()
    {
        const plan::Plan plan = untraced();
        const auto jacks = untracedJacks(plan);
        const auto all = survey::rounds(jacks, 4);
        const auto panels = openPanelPorts(plan);
        const auto twice = traced(plan, all, panels, {read(plan, 0, "p 5", 1), read(plan, 0, "p 6", 1)});
        QCOMPARE(twice.contradictions.size(), 1u);
        QVERIFY(twice.matches.empty());
        const auto joined = traced(plan, all, panels, {read(plan, 0, "p 5", 1), read(plan, 1, "p 5", 1)});
        QCOMPARE(joined.contradictions.size(), 1u);
        QVERIFY(joined.matches.empty());
        const auto nobody = traced(plan, all, panels, {read(plan, 1, "p 5", 4)});  // the second round has three
        QVERIFY(nobody.contradictions.size() == 1 && toQt(nobody.contradictions.front()).contains("no jack has it"));
        QCOMPARE(nobody.roundsLeft, 1);
    }
    /// Whatever belongs together, all readings of all rounds find it.
    void everyWiringIsFound()
    {
        const plan::Plan plan = untraced();
        const auto jacks = untracedJacks(plan);
        auto panels = openPanelPorts(plan);
        std::mt19937 random(11);
        for (int trial = 0; trial < 50; ++trial) {
            std::shuffle(panels.begin(), panels.end(), random);
            const int remotes = 1 + trial % 8;
            const auto all = survey::rounds(jacks, remotes);
            std::vector<Reading> readings;
            for (std::size_t round = 0; round < all.size(); ++round)
                for (const Placed& one : all[round].placed) {
                    const auto at =
                        static_cast<std::size_t>(std::find(jacks.begin(), jacks.end(), one.jack) - jacks.begin());
                    readings.push_back({static_cast<int>(round), panels[at], one.remote});
                }
            const auto made = traced(plan, all, panels, readings);
            QCOMPARE(made.matches.size(), jacks.size());
            for (const Match& match : made.matches) {
                const auto at =
                    static_cast<std::size_t>(std::find(jacks.begin(), jacks.end(), match.jack) - jacks.begin());
                QVERIFY(match.panel == panels[at]);
            }
        }
    }
    void theLastPairIsWhatIsLeft()
    {
        const plan::Plan plan =
            houseOf("add room a\nadd panel p in a: 2x cat6\nadd room b level 1\nadd jack j in b: W1, W2 cat6");
        const std::vector<Round> all{{{{portCalled(plan, "j W1"), 1}}}, {{{portCalled(plan, "j W2"), 0}}}};
        const auto made =
            traced(plan, all, openPanelPorts(plan), {read(plan, 0, "p 2", 1), read(plan, 1, "p 1", std::nullopt)});
        QCOMPARE(made.matches.size(), 2u);
        QVERIFY(made.matches.back().isByExclusion && made.matches.back().panel == portCalled(plan, "p 1"));
    }
};

SOKUDO_TEST(JackTracingTest)
#include "jack_tracing_test.moc"
