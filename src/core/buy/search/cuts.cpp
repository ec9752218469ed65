// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/cuts.h"

#include <algorithm>

namespace sokudo::buy {
namespace {

/// Only the two ends and what forwards can be on the way.
bool isOnTheWay(const Model& model, const ModelWish& wish, std::size_t node)
{
    return node == wish.a || node == wish.b || model.nodes[node].forwards;
}

/// Capacities between the nodes of one wish.
class Capacities {
public:
    Capacities(const Model& model, const ModelWish& wish, const std::vector<double>& taken)
        : m_size(model.nodes.size()), m_left(m_size * m_size, 0)
    {
        const auto add = [&](std::size_t a, std::size_t b, BitRate rate, double capacity) {
            if (capacity <= 0 || rate < wish.rate || !isOnTheWay(model, wish, a) || !isOnTheWay(model, wish, b)) return;
            m_left[a * m_size + b] += capacity;
            m_left[b * m_size + a] += capacity;
        };
        for (const FixedLink& one : model.fixed) add(one.a, one.b, one.rate, 1);
        for (std::size_t i = 0; i < model.choices.size(); ++i)
            add(model.choices[i].a, model.choices[i].b, model.choices[i].rate, taken[i]);
    }

    /// What flows from a to b, at most one.
    double flow(std::size_t a, std::size_t b)
    {
        double total = 0;
        while (total < 1 - 1e-6) {
            const std::vector<std::size_t> from = search(a);
            if (from[b] == m_size) return total;
            double least = 1 - total;
            for (std::size_t at = b; at != a; at = from[at]) least = std::min(least, m_left[from[at] * m_size + at]);
            for (std::size_t at = b; at != a; at = from[at]) {
                m_left[from[at] * m_size + at] -= least;
                m_left[at * m_size + from[at]] += least;
            }
            total += least;
        }
        return total;
    }
    std::vector<bool> sideOf(std::size_t a) const
    {
        const std::vector<std::size_t> from = search(a);
        std::vector<bool> side(m_size, false);
        for (std::size_t i = 0; i < m_size; ++i) side[i] = i == a || from[i] != m_size;
        return side;
    }

private:
    std::vector<std::size_t> search(std::size_t a) const
    {
        std::vector<std::size_t> from(m_size, m_size);
        std::vector<std::size_t> next{a};  // the nearest first
        for (std::size_t i = 0; i < next.size(); ++i) {
            const std::size_t at = next[i];
            for (std::size_t to = 0; to < m_size; ++to)
                if (to != a && from[to] == m_size && m_left[at * m_size + to] > 1e-9) from[to] = at, next.push_back(to);
        }
        return from;
    }
    std::size_t m_size;
    std::vector<double> m_left;
};

}  // namespace

Crossing crossing(const Model& model, const Cut& cut)
{
    const ModelWish& wish = model.wishes[cut.wish];
    const auto crosses = [&](std::size_t a, std::size_t b, BitRate rate) {
        return rate >= wish.rate && cut.side[a] != cut.side[b] && isOnTheWay(model, wish, a) &&
               isOnTheWay(model, wish, b);
    };
    Crossing result;
    for (std::size_t i = 0; i < model.choices.size(); ++i)
        if (crosses(model.choices[i].a, model.choices[i].b, model.choices[i].rate)) result.choices.push_back(i);
    result.isFixed = std::any_of(model.fixed.begin(), model.fixed.end(),
                                 [&](const FixedLink& one) { return crosses(one.a, one.b, one.rate); });
    return result;
}

std::optional<Cut> violatedCut(const Model& model, std::size_t wish, const std::vector<double>& taken)
{
    const ModelWish& one = model.wishes[wish];
    Capacities capacities(model, one, taken);
    if (capacities.flow(one.a, one.b) >= 1 - 1e-6) return std::nullopt;
    return Cut{wish, capacities.sideOf(one.a)};
}

std::vector<Cut> firstCuts(const Model& model, std::size_t wish)
{
    const ModelWish& one = model.wishes[wish];
    std::vector<bool> onlyA(model.nodes.size(), false), allButB(model.nodes.size(), true);
    onlyA[one.a] = true;
    allButB[one.b] = false;
    for (std::size_t i = 0; i < model.nodes.size(); ++i)
        if (!isOnTheWay(model, one, i)) allButB[i] = false;
    return {{wish, onlyA}, {wish, allButB}};
}

}  // namespace sokudo::buy
