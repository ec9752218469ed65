// SPDX-License-Identifier: GPL-3.0-or-later
// Cable cut from remainders, reels and by the metre: against every way there is.
#include <random>

#include "core/buy/cut_plan.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::buy;

namespace {

Buy reel(double metres, double price) { return {metres, false, Money::of(price), {}, nullptr}; }
Buy metre(double price) { return {1, true, Money::of(price), {}, nullptr}; }

std::vector<Piece> pieces(std::initializer_list<double> metres)
{
    std::vector<Piece> all;
    for (double one : metres) all.push_back({"run", Length::of(one)});
    return all;
}

/// Each piece into each bar, one after the other; up to one bar of each buy a piece.
double leastCost(const std::vector<Piece>& all, std::size_t next, std::vector<std::pair<double, double>>& bars,
                 std::vector<bool>& opened, double metrePrice)
{
    if (next == all.size()) return 0;
    const double length = all[next].length.in();
    double best = metrePrice * length + leastCost(all, next + 1, bars, opened, metrePrice);
    for (std::size_t b = 0; b < bars.size(); ++b) {
        if (bars[b].first < length - 1e-9) continue;
        const bool wasOpen = opened[b];
        bars[b].first -= length;
        opened[b] = true;
        best = std::min(best, (wasOpen ? 0 : bars[b].second) + leastCost(all, next + 1, bars, opened, metrePrice));
        opened[b] = wasOpen;
        bars[b].first += length;
    }
    return best;
}

}  // namespace

class CutPlanTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void remaindersComeFirst()
    {
        const std::vector<Buy> buys{metre(1)};
        const auto plan = cutPlan(pieces({8, 12, 5}), {{"rest", Length::of(20)}}, buys, Length::of(2), builtInSolver());
        QVERIFY(plan);
        QVERIFY(plan->isProved);
        // 8 and 12 m fill the remainder; 5 m is bought.
        QCOMPARE(plan->cost.in(), 5.0);
        QCOMPARE(plan->byMetre.size(), std::size_t{1});
        QCOMPARE(plan->bars.size(), std::size_t{1});
        QCOMPARE(plan->bars.front().remainder.in(), 0.0);
    }

    void aReelIsOpenedWhenItIsCheaperThanMetres()
    {
        const std::vector<Buy> buys{metre(1), reel(100, 45)};
        const auto few = cutPlan(pieces({20, 20}), {}, buys, Length::of(2), builtInSolver());
        QCOMPARE(few->cost.in(), 40.0);
        const auto many = cutPlan(pieces({20, 20, 20}), {}, buys, Length::of(2), builtInSolver());
        QCOMPARE(many->cost.in(), 45.0);
        QCOMPARE(many->kept.in(), 40.0);
    }

    void aPieceIsNeverJoinedFromTwo()
    {
        const std::vector<Buy> buys{reel(30, 20)};
        const auto plan = cutPlan(pieces({20, 20}), {}, buys, Length::of(2), builtInSolver());
        QCOMPARE(plan->cost.in(), 40.0);
        QCOMPARE(plan->bars.size(), std::size_t{2});
    }

    void whatNothingIsLongEnoughForIsSaid()
    {
        const std::vector<Buy> buys{reel(30, 20)};
        const auto plan = cutPlan(pieces({20, 31}), {}, buys, Length::of(2), builtInSolver());
        QCOMPARE(plan->tooLong, std::vector<std::size_t>{1});
        QCOMPARE(plan->cost.in(), 20.0);
        QCOMPARE(plan->kept.in(), 10.0);
    }

    void whatIsTooShortToKeepIsScrap()
    {
        const std::vector<Buy> buys{reel(21.5, 20)};
        const auto plan = cutPlan(pieces({20}), {}, buys, Length::of(2), builtInSolver());
        QCOMPARE(plan->scrap.in(), 1.5);
        QCOMPARE(plan->kept.in(), 0.0);
    }

    void withoutASolverItIsByFirstFitAndSaysSo()
    {
        const std::vector<Buy> buys{reel(30, 20)};
        const auto plan = cutPlan(pieces({20, 10, 20}), {}, buys, Length::of(2), noSolver());
        QVERIFY(plan);
        QVERIFY(!plan->isProved);
        QCOMPARE(plan->cost.in(), 40.0);
    }

    void costsTheLeastOfAllWays()
    {
        std::mt19937 chance(3);
        const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
        for (int round = 0; round < 60; ++round) {
            std::vector<Piece> all;
            for (int i = roll(2, 5); i > 0; --i) all.push_back({"run", Length::of(roll(5, 30))});
            const int stock = roll(0, 2);
            std::vector<Remainder> rests;
            for (int i = 0; i < stock; ++i) rests.push_back({"rest", Length::of(roll(5, 40))});
            const double price = roll(10, 60), each = roll(1, 3);
            const std::vector<Buy> buys{metre(each), reel(50, price)};
            std::vector<std::pair<double, double>> bars;
            for (const Remainder& one : rests) bars.emplace_back(one.length.in(), 0);
            for (std::size_t i = 0; i < all.size(); ++i) bars.emplace_back(50, price);
            std::vector<bool> opened(bars.size(), false);
            const double least = leastCost(all, 0, bars, opened, each);
            const auto plan = cutPlan(all, rests, buys, Length::of(2), builtInSolver());
            QVERIFY(plan && plan->isProved);
            QVERIFY2(std::abs(plan->cost.in() - least) < 0.01,
                     qPrintable(QString("round %1: %2, least of all %3").arg(round).arg(plan->cost.in()).arg(least)));
            std::size_t cut = plan->byMetre.size();
            for (const Bar& bar : plan->bars) {
                Length used;
                for (std::size_t piece : bar.pieces) used = used + all[piece].length;
                QCOMPARE(used + bar.remainder, bar.length);
                cut += bar.pieces.size();
            }
            QCOMPARE(cut, all.size());
        }
    }
};

SOKUDO_TEST(CutPlanTest)
#include "cut_plan_test.moc"
