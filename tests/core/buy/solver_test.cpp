// SPDX-License-Identifier: GPL-3.0-or-later
// The solver by itself: programs whose answers are known, and against every point of small ones.
#include "core/buy/mip.h"

#include <atomic>
#include <cmath>
#include <random>
#include <thread>

#include "core/buy/search/host_groups.h"
#include "core/buy/search/program.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::buy;

namespace {

MipAnswer solved(const Mip& mip, const MipOptions& options = {})
{
    auto answer = builtInSolver()(mip, options);
    if (!answer) qFatal("%s", answer.error().message().c_str());
    return std::move(*answer);
}

double costOf(const Mip& mip, const std::vector<double>& values)
{
    double cost = 0;
    for (std::size_t i = 0; i < values.size(); ++i) cost += mip.columns[i].cost * values[i];
    return cost;
}

bool holds(const Mip& mip, const std::vector<double>& values)
{
    for (const Mip::Row& row : mip.rows) {
        double sum = 0;
        for (const auto& [column, factor] : row.terms) sum += factor * values[static_cast<std::size_t>(column)];
        if (sum < row.low - 1e-6 || sum > row.high + 1e-6) return false;
    }
    return true;
}

/// Every point of whole columns.
std::optional<double> leastOfAll(const Mip& mip, std::vector<double>& values, std::size_t next = 0)
{
    if (next == mip.columns.size()) return holds(mip, values) ? std::optional(costOf(mip, values)) : std::nullopt;
    std::optional<double> least;
    for (double value = mip.columns[next].low; value <= mip.columns[next].high; ++value) {
        values[next] = value;
        const auto cost = leastOfAll(mip, values, next + 1);
        if (cost && (!least || *cost < *least)) least = cost;
    }
    return least;
}

/// Hosts with one port each that go to switches of two places, wished for in pairs.
Model starByChance(unsigned seed)
{
    std::mt19937 chance(seed);
    const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
    Model model;
    const auto part = [&](double price) {
        PartSource source{
            {"p" + std::to_string(model.parts.size()), "", PartKind::Small, false, Money::of(price)}, 0, false, {}};
        source.price.buys = {{1, false, Money::of(price), {}, nullptr}};
        model.parts.push_back(std::move(source));
        return model.parts.size() - 1;
    };
    const int hosts = roll(4, 9), sites = roll(2, 3), kinds = roll(1, 2);
    for (int i = 0; i < hosts + sites; ++i) {
        model.nodes.push_back({"n" + std::to_string(i), i >= hosts});
        model.groups.push_back({static_cast<std::size_t>(i), i < hosts ? 1 : 0});
    }
    for (int s = 0; s < sites; ++s)
        for (int k = 0; k < 2; ++k) {
            Provider one;
            one.effort.uses = {{part(roll(20, 50) + 40 * k), 1}};
            one.gives = {{static_cast<std::size_t>(hosts + s), k ? 10 : roll(3, 5)}};
            one.only = s;
            model.providers.push_back(one);
        }
    const auto link = [&](int a, int b, double gbit, std::size_t what) {
        LinkChoice one;
        one.a = one.groupA = static_cast<std::size_t>(a);
        one.b = one.groupB = static_cast<std::size_t>(b);
        one.rate = gigabits(gbit);
        one.effort.uses = {{what, 1}};
        model.choices.push_back(one);
    };
    for (int s = 0; s < sites; ++s)
        for (int k = 0; k < kinds; ++k) {
            const std::size_t lead = part(roll(3, 25));
            for (int h = k; h < hosts; h += kinds) link(h, hosts + s, 10, lead);
        }
    for (int s = 1; s < sites; ++s) link(hosts + s - 1, hosts + s, 10, part(roll(5, 40)));
    for (int h = 1; h < hosts; ++h)
        model.wishes.push_back({static_cast<std::size_t>(roll(0, h - 1)), static_cast<std::size_t>(h), gigabits(10)});
    return model;
}

}  // namespace

class SolverTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aKnapsackIsPackedBest()
    {
        // Weights 3, 4, 5, 9 into 12, worth 4, 5, 7, 12: 9 and 3 are worth 16; 3, 4 and 5 as much.
        Mip mip;
        const double weights[] = {3, 4, 5, 9}, worth[] = {4, 5, 7, 12};
        std::vector<std::pair<int, double>> terms;
        for (int i = 0; i < 4; ++i) terms.emplace_back(mip.column(0, 1, -worth[i], true), weights[i]);
        mip.row(-kEndless, 12, terms);
        const MipAnswer answer = solved(mip);
        QVERIFY(answer.end == MipEnd::Proved);
        QVERIFY(std::abs(costOf(mip, answer.values) + 16) < 1e-6);
        // Not whole: 3 and 4 and 5 leave nothing; the bound of the relaxed one is not above it.
        MipOptions relaxed;
        relaxed.relaxed = true;
        QVERIFY(solved(mip, relaxed).state.bound <= -16 + 1e-6);
    }

    void whatCannotBeIsSaid()
    {
        Mip mip;
        const int x = mip.column(0, 1, 1, true), y = mip.column(0, 1, 1, true);
        mip.row(3, kEndless, {{x, 1}, {y, 1}});
        const MipAnswer answer = solved(mip);
        QVERIFY(answer.end == MipEnd::Impossible);
        QVERIFY(answer.values.empty());
    }

    void columnsThatCanOnlyBeZeroStayZero()
    {
        Mip mip;
        const int dead = mip.column(0, 0, -100, true), x = mip.column(0, 3, 2, true), y = mip.column(0, 3, 3, true);
        const int last = mip.column(0, 0, -5, true);
        mip.row(2, kEndless, {{dead, 5}, {x, 1}, {y, 1}, {last, 9}});
        const MipAnswer answer = solved(mip);
        QCOMPARE(answer.values.size(), std::size_t{4});
        QCOMPARE(answer.values[0], 0.0);
        QCOMPARE(answer.values[3], 0.0);
        QVERIFY(std::abs(answer.values[1] - 2) < 1e-6 && std::abs(answer.values[2]) < 1e-6);
        QVERIFY(std::abs(*answer.state.best - 4) < 1e-6);
    }

    void aRowOfDeadColumnsThatCannotHoldIsNotLost()
    {
        Mip mip;
        const int dead = mip.column(0, 0, 1, true);
        mip.column(0, 1, 1, true);
        mip.row(1, kEndless, {{dead, 1}});
        QVERIFY(solved(mip).end == MipEnd::Impossible);
    }

    void aStartIsTakenOrBettered()
    {
        Mip mip;
        const int x = mip.column(0, 9, 1, true), y = mip.column(0, 9, 1, true), dead = mip.column(0, 0, 0, true);
        mip.row(5, kEndless, {{x, 2}, {y, 1}, {dead, 1}});
        MipOptions options;
        options.start = {0, 5, 0};
        const MipAnswer answer = solved(mip, options);
        // 2 x + y at least 5: x = 3, or x = 2 and y = 1.
        QVERIFY(std::abs(costOf(mip, answer.values) - 3) < 1e-6);
    }

    void everyPointOfSmallPrograms()
    {
        int possible = 0, impossible = 0;
        for (unsigned seed = 1; seed <= 400; ++seed) {
            std::mt19937 chance(seed);
            const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
            Mip mip;
            const int columns = roll(2, 6), rows = roll(1, 5);
            for (int c = 0; c < columns; ++c) mip.column(0, roll(0, 2), roll(-9, 9), true);
            for (int r = 0; r < rows; ++r) {
                std::vector<std::pair<int, double>> terms;
                for (int c = 0; c < columns; ++c)
                    if (roll(0, 1)) terms.emplace_back(c, roll(-4, 4));
                const int bound = roll(-6, 8);
                mip.row(roll(0, 1) ? bound : -kEndless, roll(0, 1) ? bound + roll(0, 6) : kEndless, std::move(terms));
            }
            std::vector<double> values(mip.columns.size());
            const auto least = leastOfAll(mip, values);
            const MipAnswer answer = solved(mip);
            QVERIFY2(answer.values.empty() == !least, qPrintable(QString::number(seed)));
            (least ? possible : impossible)++;
            if (!least) continue;
            QVERIFY2(holds(mip, answer.values), qPrintable(QString::number(seed)));
            QVERIFY2(std::abs(costOf(mip, answer.values) - *least) < 1e-6, qPrintable(QString::number(seed)));
        }
        QVERIFY2(possible > 80, qPrintable(QString::number(possible)));
        QVERIFY(impossible > 10);
    }

    void itCanBeStopped()
    {
        // Market split: hard on purpose.
        std::mt19937 chance(7);
        Mip mip;
        for (int c = 0; c < 30; ++c) mip.column(0, 1, 0, true);
        for (int r = 0; r < 4; ++r) {
            std::vector<std::pair<int, double>> terms;
            double sum = 0;
            for (int c = 0; c < 30; ++c) {
                terms.emplace_back(c, std::uniform_int_distribution<int>(0, 99)(chance));
                sum += terms.back().second;
            }
            const int over = mip.column(0, 1e4, 1, false), under = mip.column(0, 1e4, 1, false);
            terms.emplace_back(over, -1);
            terms.emplace_back(under, 1);
            mip.row(std::floor(sum / 2), std::floor(sum / 2), std::move(terms));
        }
        int asked = 0;
        MipOptions options;
        options.progress = [&](const MipState&) { return ++asked < 3; };
        QVERIFY(solved(mip, options).end == MipEnd::Stopped);
        QVERIFY(asked >= 3);
    }

    /// Hosts that are alike are counted together; told apart, the program comes to the same.
    void countedTogetherOrToldApart()
    {
        int together = 0, possible = 0;
        for (unsigned seed = 1; seed <= 60; ++seed) {
            Model model = starByChance(seed);
            together += !hostGroupsOf(model).groups.empty();
            const auto counted = solve(model, {}, builtInSolver());
            // A choice that nobody would take, and that may not be taken, has each host told apart.
            LinkChoice never = model.choices.front();
            never.effort.uses = {{never.effort.uses.front().part, 1000}};
            model.choices.push_back(never);
            ProgramOptions apart;
            apart.without = {model.choices.size() - 1};
            const auto separate = solve(model, apart, builtInSolver());
            QVERIFY(counted && separate);
            QVERIFY2(counted->best.has_value() == separate->best.has_value(), qPrintable(QString::number(seed)));
            if (!counted->best) continue;
            ++possible;
            QVERIFY2(std::abs(counted->totals.cost.in() - separate->totals.cost.in()) < 0.005,
                     qPrintable(QString("house %1: %2 and %3")
                                    .arg(seed)
                                    .arg(counted->totals.cost.in())
                                    .arg(separate->totals.cost.in())));
        }
        QVERIFY2(together > 40, qPrintable(QString::number(together)));
        QVERIFY2(possible > 40, qPrintable(QString::number(possible)));
    }
    /// Two searches of the window run at once: each has the answer that it has alone.
    void severalAtOnceDoNotDisturbEachOther()
    {
        // Ten things of which three are taken, none of them beside another: 1 + 3 + 5.
        Mip mip;
        for (int i = 0; i < 10; ++i) mip.column(0, 1, i + 1, true);
        mip.row(3, 3, {{0, 1}, {1, 1}, {2, 1}, {3, 1}, {4, 1}, {5, 1}, {6, 1}, {7, 1}, {8, 1}, {9, 1}});
        for (int i = 0; i + 1 < 10; ++i) mip.row(-kEndless, 1, {{i, 1}, {i + 1, 1}});
        std::atomic<int> wrong{0};
        std::vector<std::thread> threads;
        for (int t = 0; t < 4; ++t)
            threads.emplace_back([&] {
                for (int i = 0; i < 100; ++i) {
                    const auto answer = builtInSolver()(mip, {});
                    const bool isRight = answer && answer->end == MipEnd::Proved && answer->state.best &&
                                         std::abs(*answer->state.best - 9) < 1e-6;
                    wrong += !isRight;
                }
            });
        for (std::thread& one : threads) one.join();
        QCOMPARE(wrong.load(), 0);
    }
};

SOKUDO_TEST(SolverTest)
#include "solver_test.moc"
