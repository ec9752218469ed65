// SPDX-License-Identifier: GPL-3.0-or-later
// Max-min shares: by hand, and against a filling in small steps on random networks.
#include <random>

#include "core/expect/fair_shares.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::expect;

namespace {

/// Raises every open flow by a small step until a pool is used up; knows nothing of when that will be.
std::vector<double> naive(const std::vector<BitRate>& pools, const std::vector<ShareFlow>& flows, double step)
{
    std::vector<double> left, rate(flows.size(), 0);
    for (BitRate pool : pools) left.push_back(pool.in());
    std::vector<bool> open(flows.size(), true);
    for (bool any = true; any;) {
        any = false;
        for (std::size_t i = 0; i < flows.size(); ++i) {
            if (!open[i]) continue;
            const double by = step * flows[i].weight;
            bool fits =
                !(flows[i].uses.empty() && !flows[i].cap) && (!flows[i].cap || rate[i] + by <= flows[i].cap->in());
            for (const Use& use : flows[i].uses) fits = fits && left[use.pool] >= by * use.cost;
            if (!fits) {
                open[i] = false;
                continue;
            }
            rate[i] += by;
            for (const Use& use : flows[i].uses) left[use.pool] -= by * use.cost;
            any = true;
        }
    }
    return rate;
}

}  // namespace

class FairSharesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Three flows over one 10G uplink, one of them on a 1G link: 4.237, 4.237, 0.9415.
    void theSlowOneLeavesItsShare()
    {
        const std::vector<BitRate> pools{gigabits(9.41482), gigabits(0.941482)};
        const auto got = fairShares(pools, {{{{0, 1}}, 1, {}}, {{{0, 1}}, 1, {}}, {{{0, 1}, {1, 1}}, 1, {}}});
        NEAR(inGigabits(got[0].rate), (9.41482 - 0.941482) / 2, 1e-6);
        NEAR(inGigabits(got[1].rate), (9.41482 - 0.941482) / 2, 1e-6);
        NEAR(inGigabits(got[2].rate), 0.941482, 1e-6);
        QCOMPARE(*got[0].limitedBy, std::size_t{0});
        QCOMPARE(*got[2].limitedBy, std::size_t{1});
    }
    void weightsAreStreams()
    {
        const auto got = fairShares({gigabits(9)}, {{{{0, 1}}, 1, {}}, {{{0, 1}}, 2, {}}});
        NEAR(inGigabits(got[0].rate), 3.0, 1e-6);
        NEAR(inGigabits(got[1].rate), 6.0, 1e-6);
    }
    void aFlowTakesNoMoreThanItAsks()
    {
        const auto got = fairShares({gigabits(10)},
                                    {{{{0, 1}}, 1, gigabits(1)}, {{{0, 1}}, 1, {}}, {{}, 1, gigabits(2)}, {{}, 1, {}}});
        NEAR(inGigabits(got[0].rate), 1.0, 1e-6);
        QVERIFY(!got[0].limitedBy);
        NEAR(inGigabits(got[1].rate), 9.0, 1e-6);
        NEAR(inGigabits(got[2].rate), 2.0, 1e-6);
        QCOMPARE(got[3].rate, BitRate{});
    }
    /// A medium that takes turns: the way that carries half as much costs twice the time. 1/2.1 + 1/1.05 of it each
    /// second.
    void howFarAShareMayLie()
    {
        NEAR(shareError(2), 0.25, 1e-9);
        NEAR(shareError(5), 0.175, 1e-9);
        NEAR(shareError(8), 0.10, 1e-9);
        QCOMPARE(shareError(64), shareError(8));
        QCOMPARE(shareError(1), 0.0);
    }
    void turnsOnASharedMedium()
    {
        const auto got = fairShares({gigabits(2.1)}, {{{{0, 1}}, 1, {}}, {{{0, 2}}, 1, {}}});
        NEAR(inGigabits(got[0].rate), 0.7, 1e-6);
        NEAR(inGigabits(got[1].rate), 0.7, 1e-6);
    }
    void againstSmallSteps()
    {
        std::mt19937 random(20261125);
        for (int round = 0; round < 60; ++round) {
            std::vector<BitRate> pools(2 + random() % 6);
            for (BitRate& pool : pools) pool = gigabits(1 + static_cast<int>(random() % 40));
            std::vector<ShareFlow> flows(1 + random() % 8);
            for (ShareFlow& flow : flows) {
                for (std::size_t p = 0; p < pools.size(); ++p)
                    if (random() % 3 == 0) flow.uses.push_back({p, random() % 4 == 0 ? 2.0 : 1.0});
                flow.weight = 1 + static_cast<int>(random() % 3);
                if (random() % 4 == 0) flow.cap = gigabits(1 + static_cast<int>(random() % 10));
            }
            const auto exact = fairShares(pools, flows);
            const auto stepped = naive(pools, flows, 2e5);
            for (std::size_t i = 0; i < flows.size(); ++i)
                QVERIFY2(std::fabs(exact[i].rate.in() - stepped[i]) < 2e7,
                         qPrintable(QString("round %1 flow %2: %3 against %4")
                                        .arg(round)
                                        .arg(i)
                                        .arg(exact[i].rate.in())
                                        .arg(stepped[i])));
            // no pool gives more than it has
            for (std::size_t p = 0; p < pools.size(); ++p) {
                double used = 0;
                for (std::size_t i = 0; i < flows.size(); ++i)
                    for (const Use& use : flows[i].uses)
                        if (use.pool == p) used += exact[i].rate.in() * use.cost;
                QVERIFY(used <= pools[p].in() * (1 + 1e-6));
            }
        }
    }
};

SOKUDO_TEST(FairSharesTest)
#include "fair_shares_test.moc"
