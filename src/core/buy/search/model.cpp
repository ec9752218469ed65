// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/model.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace sokudo::buy {
namespace {

/// Metres by reels and by the metre: every number of reels is tried.
Money cableCost(const std::vector<Buy>& buys, std::size_t next, double metres)
{
    if (metres <= 1e-9) return {};
    if (next == buys.size()) return Money::fromSteps(std::int64_t{1} << 60);  // nothing left to buy it by
    const Buy& buy = buys[next];
    if (buy.isDivisible) return std::min(Money::of(buy.price.in() * metres), cableCost(buys, next + 1, metres));
    Money best = Money::fromSteps(std::int64_t{1} << 60);
    const int most = static_cast<int>(std::ceil(metres / buy.amount - 1e-9));
    for (int n = 0; n <= most; ++n)
        best = std::min(best, n * buy.price + cableCost(buys, next + 1, metres - n * buy.amount));
    return best;
}

Money costOf(const PartSource& source, double amount)
{
    if (source.isOnce && amount > 0) amount = 1;
    const double missing = amount - source.have;
    if (missing <= 1e-9 || source.price.buys.empty()) return {};
    if (source.part.isByLength) return cableCost(source.price.buys, 0, missing);
    return cheapestCover(source.price.buys, static_cast<int>(std::ceil(missing - 1e-9))).cost;
}

template <class Visit>
void eachEffort(const Model& model, const Selection& selection, Visit visit)
{
    for (std::size_t i = 0; i < model.providers.size(); ++i)
        if (selection.providers[i]) visit(model.providers[i].effort);
    for (std::size_t i = 0; i < model.choices.size(); ++i)
        if (selection.choices[i]) visit(model.choices[i].effort);
}

}  // namespace

Totals totalsOf(const Model& model, const Selection& selection)
{
    std::vector<double> used(model.parts.size(), 0);
    Totals totals;
    eachEffort(model, selection, [&](const Effort& effort) {
        for (const PartUse& use : effort.uses) used[use.part] += use.amount;
        totals.watts = totals.watts + effort.watts;
        totals.minutes += effort.minutes;
    });
    for (std::size_t i = 0; i < model.parts.size(); ++i)
        if (used[i] > 0) totals.cost = totals.cost + costOf(model.parts[i], used[i]);
    return totals;
}

std::vector<bool> reachedFrom(const Model& model, const Selection& selection, std::size_t node, BitRate rate)
{
    std::vector<bool> seen(model.nodes.size(), false);
    std::vector<std::size_t> next{node};
    seen[node] = true;
    const auto step = [&](std::size_t from, std::size_t a, std::size_t b, BitRate carried) {
        if (carried < rate || (a != from && b != from)) return;
        const std::size_t to = a == from ? b : a;
        if (!seen[to]) seen[to] = true, next.push_back(to);
    };
    while (!next.empty()) {
        const std::size_t at = next.back();
        next.pop_back();
        if (at != node && !model.nodes[at].forwards) continue;
        for (const FixedLink& one : model.fixed) step(at, one.a, one.b, one.rate);
        for (std::size_t i = 0; i < model.choices.size(); ++i)
            if (selection.choices[i]) step(at, model.choices[i].a, model.choices[i].b, model.choices[i].rate);
    }
    return seen;
}

bool isGranted(const Model& model, const Selection& selection, std::size_t at)
{
    const ModelWish& wish = model.wishes[at];
    return reachedFrom(model, selection, wish.a, wish.rate)[wish.b];
}

std::vector<std::size_t> openWishes(const Model& model, const Selection& selection)
{
    std::vector<std::size_t> open;
    for (std::size_t w = 0; w < model.wishes.size(); ++w)
        if (!isGranted(model, selection, w)) open.push_back(w);
    return open;
}

std::vector<int> mostLinks(const Model& model)
{
    std::vector<int> most(model.nodes.size(), 0);
    for (const Group& group : model.groups) most[group.node] += group.count;
    std::map<std::pair<std::size_t, int>, int> only;  // of providers that exclude each other the largest counts
    for (const Provider& one : model.providers) {
        std::map<std::size_t, int> gives;
        for (const auto& [group, count] : one.gives) gives[model.groups[group].node] += count;
        for (const auto& [node, count] : gives) {
            if (one.only < 0) most[node] += count;
            else only[{node, one.only}] = std::max(only[{node, one.only}], count);
        }
    }
    for (const auto& [key, count] : only) most[key.first] += count;
    return most;
}

bool takesPlace(const LinkChoice& taker, const LinkChoice& there)
{
    if (taker.isThere) return false;
    const auto uses = [&](std::size_t group) { return taker.groupA == group || taker.groupB == group; };
    return uses(there.groupA) || uses(there.groupB) || (there.cable >= 0 && taker.cable == there.cable);
}

bool takesPlace(const Provider& taker, const LinkChoice& there)
{
    return std::any_of(taker.takes.begin(), taker.takes.end(),
                       [&](const auto& one) { return one.first == there.groupA || one.first == there.groupB; });
}

/// Every link that came out made room for something.
static bool isForSomething(const Model& model, const Selection& selection)
{
    for (std::size_t e = 0; e < model.choices.size(); ++e) {
        const LinkChoice& old = model.choices[e];
        if (!old.isThere || selection.choices[e]) continue;
        bool isTaken = false;
        for (std::size_t i = 0; i < model.choices.size(); ++i)
            isTaken = isTaken || (selection.choices[i] && takesPlace(model.choices[i], old));
        for (std::size_t i = 0; i < model.providers.size(); ++i)
            isTaken = isTaken || (selection.providers[i] && takesPlace(model.providers[i], old));
        if (!isTaken) return false;
    }
    return true;
}

bool isPossible(const Model& model, const Selection& selection)
{
    std::vector<int> left;
    for (const Group& group : model.groups) left.push_back(group.count);
    std::map<int, int> only, cables;
    for (std::size_t i = 0; i < model.providers.size(); ++i) {
        if (!selection.providers[i]) continue;
        const Provider& one = model.providers[i];
        for (const auto& [group, count] : one.gives) left[group] += count;
        for (const auto& [group, count] : one.takes) left[group] -= count;
        if (one.only >= 0 && ++only[one.only] > 1) return false;
    }
    for (std::size_t i = 0; i < model.choices.size(); ++i) {
        if (!selection.choices[i]) continue;
        const LinkChoice& one = model.choices[i];
        --left[one.groupA];
        --left[one.groupB];
        if (one.cable >= 0 && ++cables[one.cable] > 1) return false;
    }
    std::vector<double> used(model.parts.size(), 0);
    eachEffort(model, selection, [&](const Effort& effort) {
        for (const PartUse& use : effort.uses) used[use.part] += use.amount;
    });
    for (std::size_t i = 0; i < used.size(); ++i)
        if (model.parts[i].price.buys.empty() && used[i] > model.parts[i].have + 1e-9) return false;
    return std::all_of(left.begin(), left.end(), [](int count) { return count >= 0; }) &&
           isForSomething(model, selection);
}

}  // namespace sokudo::buy
