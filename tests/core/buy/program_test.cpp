// SPDX-License-Identifier: GPL-3.0-or-later
// The cheapest plan against every plan there is, on small models by chance.
#include <random>

#include "core/buy/search/host_groups.h"
#include "core/buy/search/program.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::buy;

namespace {

using Chance = std::mt19937;
int between(Chance& chance, int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); }
bool oneIn(Chance& chance, int n) { return between(chance, 1, n) == 1; }

PartSource part(const std::string& id, double price, double have = 0, bool isOnce = false)
{
    PartSource source{{id, id, PartKind::Small, false, Money::of(price)}, have, isOnce, {}};
    source.price.buys = {{1, false, Money::of(price), {}, nullptr}};
    return source;
}

/// Two to four hosts, one or two switches that may be bought in two kinds, links by chance.
Model houseByChance(unsigned seed)
{
    Chance chance(seed);
    Model model;
    const int hosts = between(chance, 2, 4), sites = between(chance, 1, 2);
    for (int i = 0; i < hosts + sites; ++i) {
        model.nodes.push_back({"n" + std::to_string(i), i >= hosts});
        model.groups.push_back({static_cast<std::size_t>(i), i < hosts ? between(chance, 1, 2) : 0});
    }
    for (int i = 0; i < 5; ++i)
        model.parts.push_back(part("part" + std::to_string(i), between(chance, 1, 40), between(chance, 0, 2), i == 4));
    if (oneIn(chance, 2))
        model.parts[0].price.buys.push_back({2, false, Money::of(between(chance, 2, 50)), {}, nullptr});
    for (int s = 0; s < sites; ++s)
        for (int k = 0; k < 2; ++k) {
            model.parts.push_back(part("switch" + std::to_string(s) + std::to_string(k), between(chance, 20, 90)));
            Provider one;
            one.effort.uses = {{model.parts.size() - 1, 1}};
            one.effort.minutes = 20;
            one.gives = {{static_cast<std::size_t>(hosts + s), between(chance, 2, 4)}};
            one.only = s;
            model.providers.push_back(one);
        }
    const int links = between(chance, 5, 11);
    for (int i = 0; i < links; ++i) {
        LinkChoice one;
        one.a = static_cast<std::size_t>(between(chance, 0, hosts - 1));
        do one.b = static_cast<std::size_t>(between(chance, 0, hosts + sites - 1));
        while (one.b == one.a);
        if (oneIn(chance, 4) && sites == 2)
            one.a = static_cast<std::size_t>(hosts), one.b = static_cast<std::size_t>(hosts + 1);
        one.groupA = one.a;
        one.groupB = one.b;
        one.rate = gigabits(oneIn(chance, 2) ? 10 : 25);
        one.effort.uses = {{static_cast<std::size_t>(between(chance, 0, 3)), 1.0 * between(chance, 1, 2)}};
        if (oneIn(chance, 3)) one.effort.uses.push_back({4, 1});
        one.effort.watts = Watt::of(between(chance, 1, 8));
        one.effort.minutes = between(chance, 1, 30);
        if (oneIn(chance, 4)) one.cable = between(chance, 0, 1);
        model.choices.push_back(one);
    }
    const int wishes = between(chance, 1, 3);
    for (int i = 0; i < wishes; ++i) {
        const auto a = static_cast<std::size_t>(between(chance, 0, hosts - 2));
        const auto b = static_cast<std::size_t>(between(chance, static_cast<int>(a) + 1, hosts - 1));
        model.wishes.push_back({a, b, gigabits(oneIn(chance, 3) ? 25 : 10)});
    }
    return model;
}

/// Hosts with one port that can only go to switches, of one or two kinds.
Model crowdByChance(unsigned seed)
{
    Chance chance(seed);
    Model model;
    const int kinds = between(chance, 1, 2), sites = between(chance, 1, 2), hosts = between(chance, 3, 4);
    for (int i = 0; i < hosts + sites; ++i) {
        model.nodes.push_back({"n" + std::to_string(i), i >= hosts});
        model.groups.push_back({static_cast<std::size_t>(i), i < hosts ? 1 : 0});
    }
    for (int i = 0; i < 6; ++i)
        model.parts.push_back(part("part" + std::to_string(i), between(chance, 1, 30), between(chance, 0, 2)));
    for (int s = 0; s < sites; ++s) {
        Provider one;
        one.effort.uses = {{4, 1.0 * between(chance, 1, 3)}};
        one.gives = {{static_cast<std::size_t>(hosts + s), between(chance, 2, 5)}};
        one.only = s;
        model.providers.push_back(one);
    }
    // The choices of a kind of host are the same for each of them.
    for (int s = 0; s < sites; ++s)
        for (int k = 0; k < kinds; ++k) {
            LinkChoice like;
            like.rate = gigabits(oneIn(chance, 3) ? 25 : 10);
            like.effort.uses = {{static_cast<std::size_t>(between(chance, 0, 3)), 1}};
            like.effort.minutes = between(chance, 1, 9);
            for (int h = k; h < hosts; h += kinds) {
                LinkChoice one = like;
                one.a = one.groupA = static_cast<std::size_t>(h);
                one.b = one.groupB = static_cast<std::size_t>(hosts + s);
                model.choices.push_back(one);
            }
        }
    if (sites == 2) {
        LinkChoice trunk;
        trunk.a = trunk.groupA = static_cast<std::size_t>(hosts);
        trunk.b = trunk.groupB = static_cast<std::size_t>(hosts + 1);
        trunk.rate = gigabits(25);
        trunk.effort.uses = {{5, 1}};
        model.choices.push_back(trunk);
    }
    for (int i = 0; i < 4; ++i) {
        const auto a = static_cast<std::size_t>(between(chance, 0, hosts - 2));
        model.wishes.push_back({a, static_cast<std::size_t>(between(chance, static_cast<int>(a) + 1, hosts - 1)),
                                gigabits(oneIn(chance, 4) ? 25 : 10)});
    }
    return model;
}

/// Every selection, one after the other.
std::optional<Totals> leastOfAll(const Model& model, Goal first, Goal second)
{
    const std::size_t bits = model.providers.size() + model.choices.size();
    std::optional<Totals> best;
    for (std::uint64_t set = 0; set < (std::uint64_t{1} << bits); ++set) {
        Selection selection;
        for (std::size_t i = 0; i < bits; ++i)
            (i < model.providers.size() ? selection.providers : selection.choices).push_back(set >> i & 1);
        if (!isPossible(model, selection) || !openWishes(model, selection).empty()) continue;
        const Totals totals = totalsOf(model, selection);
        if (!best || std::pair(amountOf(totals, first), amountOf(totals, second)) <
                         std::pair(amountOf(*best, first), amountOf(*best, second)))
            best = totals;
    }
    return best;
}

}  // namespace

class ProgramTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void findsTheLeastOfAllPlans()
    {
        int possible = 0, impossible = 0;
        for (unsigned seed = 1; seed <= 300; ++seed) {
            const Model model = houseByChance(seed);
            const auto least = leastOfAll(model, Goal::Cost, Goal::Minutes);
            const auto solved = solve(model, {}, builtInSolver());
            QVERIFY(solved);
            QCOMPARE(solved->best.has_value(), least.has_value());
            (least ? possible : impossible)++;
            if (!least) {
                QVERIFY2(solved->end == MipEnd::Impossible, qPrintable(QString::number(seed)));
                continue;
            }
            QVERIFY(solved->end == MipEnd::Proved);
            QVERIFY(isPossible(model, *solved->best));
            QVERIFY(openWishes(model, *solved->best).empty());
            if (std::abs(solved->totals.cost.in() - least->cost.in()) > 0.01 ||
                std::abs(solved->bound - least->cost.in()) > 0.01)
                QFAIL(qPrintable(QString("house %1: solved %2, bound %3, least of all %4")
                                     .arg(seed)
                                     .arg(solved->totals.cost.in())
                                     .arg(solved->bound)
                                     .arg(least->cost.in())));
            QVERIFY2(std::abs(solved->totals.minutes - least->minutes) < 0.1, qPrintable(QString::number(seed)));
        }
        QVERIFY(possible > 100);
        QVERIFY(impossible > 20);
    }

    /// Hosts with one port that can only go to switches: they are counted together, and the answer is the same.
    void hostsThatAreAlikeAreCountedRightly()
    {
        int many = 0;
        for (unsigned seed = 1; seed <= 60; ++seed) {
            const Model model = crowdByChance(seed);
            many += hostGroupsOf(model).groups.empty() ? 0 : 1;
            const auto least = leastOfAll(model, Goal::Cost, Goal::Minutes);
            const auto solved = solve(model, {}, builtInSolver());
            QVERIFY(solved);
            QVERIFY2(solved->best.has_value() == least.has_value(), qPrintable(QString::number(seed)));
            if (!least) continue;
            QVERIFY(openWishes(model, *solved->best).empty() && isPossible(model, *solved->best));
            QVERIFY2(std::abs(solved->totals.cost.in() - least->cost.in()) < 0.01 &&
                         std::abs(solved->bound - least->cost.in()) < 0.01,
                     qPrintable(QString("house %1: solved %2, bound %3, least of all %4")
                                    .arg(seed)
                                    .arg(solved->totals.cost.in())
                                    .arg(solved->bound)
                                    .arg(least->cost.in())));
        }
        QVERIFY2(many > 30, qPrintable(QString::number(many)));
    }
};

SOKUDO_TEST(ProgramTest)
#include "program_test.moc"
