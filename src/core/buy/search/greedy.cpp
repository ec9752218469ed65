// SPDX-License-Identifier: GPL-3.0-or-later
// The plan that comes of taking one wish after the other.
#include <algorithm>

#include "core/buy/search/program.h"

namespace sokudo::buy {
namespace {

constexpr std::size_t kMostTried = 6'000;  ///< then there is no plan by hand: the search is quicker

class Greedy {
public:
    explicit Greedy(const Model& model) : m_model(model)
    {
        m_now.providers.assign(model.providers.size(), false);
        for (const LinkChoice& one : model.choices) m_now.choices.push_back(one.isThere);
        m_cost = totalsOf(model, m_now).cost;
        m_at.resize(model.nodes.size());
        for (std::size_t i = 0; i < model.choices.size(); ++i)
            m_at[model.choices[i].a].push_back(i), m_at[model.choices[i].b].push_back(i);
    }
    std::optional<Selection> run()
    {
        // What works now goes on working; then what is wished, the fastest first.
        std::vector<std::size_t> order;
        for (std::size_t w = 0; w < m_model.wishes.size(); ++w) order.push_back(w);
        std::stable_sort(order.begin(), order.end(),
                         [&](std::size_t a, std::size_t b) { return m_model.wishes[a].rate > m_model.wishes[b].rate; });
        for (std::size_t wish : order)
            if (!isMet(wish) && !meet(wish)) return std::nullopt;
        // A later wish may have taken what an earlier one stood on.
        if (!openWishes(m_model, m_now).empty() || !isPossible(m_model, m_now)) return std::nullopt;
        return m_now;
    }

private:
    bool isMet(std::size_t wish) const { return isGranted(m_model, m_now, wish); }
    struct Step {
        Selection next;
        Money cost;
    };
    /// The plan with one more link, and what gives its ports; nothing where there is no port for it.
    std::optional<Step> with(const Selection& from, std::size_t choice) const
    {
        Selection next = from;
        next.choices[choice] = true;
        const LinkChoice& one = m_model.choices[choice];
        if (one.cable >= 0)
            for (std::size_t i = 0; i < next.choices.size(); ++i)
                if (i != choice && m_model.choices[i].cable == one.cable) next.choices[i] = false;
        if (!isPossible(m_model, next)) {
            auto opened = cheapestOpening(next, one);
            if (!opened) return std::nullopt;
            next = std::move(*opened);
        }
        const Money cost = totalsOf(m_model, next).cost;
        return Step{std::move(next), cost};
    }
    int portsLeft(const Selection& selection, std::size_t group) const
    {
        int left = m_model.groups[group].count;
        for (std::size_t i = 0; i < selection.providers.size(); ++i) {
            if (!selection.providers[i]) continue;
            for (const auto& [given, count] : m_model.providers[i].gives) left += given == group ? count : 0;
            for (const auto& [taken, count] : m_model.providers[i].takes) left -= taken == group ? count : 0;
        }
        for (std::size_t i : m_at[m_model.groups[group].node])
            if (selection.choices[i])
                left -= (m_model.choices[i].groupA == group) + (m_model.choices[i].groupB == group);
        return left;
    }
    /// What gives a port of the group, and none where there may be one already.
    std::vector<std::optional<std::size_t>> givers(const Selection& selection, std::size_t group) const
    {
        std::vector<std::optional<std::size_t>> all{std::nullopt};
        if (portsLeft(selection, group) >= 0) return all;
        for (std::size_t i = 0; i < m_model.providers.size(); ++i)
            for (const auto& [given, count] : m_model.providers[i].gives)
                if (given == group) all.emplace_back(i);
        return all;
    }
    void buy(Selection& selection, std::optional<std::size_t> provider) const
    {
        if (!provider) return;
        const int only = m_model.providers[*provider].only;
        for (std::size_t j = 0; only >= 0 && j < selection.providers.size(); ++j)
            if (m_model.providers[j].only == only) selection.providers[j] = false;
        selection.providers[*provider] = true;
    }
    /// The cheapest things to buy that give both ports.
    std::optional<Selection> cheapestOpening(const Selection& from, const LinkChoice& link) const
    {
        std::optional<Selection> best;
        Money least;
        for (const auto a : givers(from, link.groupA))
            for (const auto b : givers(from, link.groupB)) {
                if (++m_tried > kMostTried) return best;
                Selection next = from;
                buy(next, a);
                buy(next, b);
                makeRoom(next);
                if (!isPossible(m_model, next)) continue;
                const Money cost = totalsOf(m_model, next).cost;
                if (!best || cost < least) best = std::move(next), least = cost;
            }
        return best;
    }
    /// A card that goes takes its links with it.
    void makeRoom(Selection& selection) const
    {
        for (std::size_t p = 0; p < selection.providers.size(); ++p) {
            if (!selection.providers[p]) continue;
            for (std::size_t e = 0; e < selection.choices.size(); ++e)
                if (m_model.choices[e].isThere && takesPlace(m_model.providers[p], m_model.choices[e]))
                    selection.choices[e] = false;
        }
    }
    /// One link, or two over one node that forwards, or three over two of them.
    bool meet(std::size_t wish)
    {
        m_best.reset();
        const ModelWish& one = m_model.wishes[wish];
        extend(m_now, wish, one.a, 0);
        if (!m_best || m_tried > kMostTried) return false;
        m_now = m_best->next;
        m_cost = m_best->cost;
        return true;
    }
    void extend(const Selection& from, std::size_t wish, std::size_t node, int depth)
    {
        const ModelWish& wanted = m_model.wishes[wish];
        std::vector<std::pair<Step, std::size_t>> steps;  // with the node that they lead to
        for (std::size_t i : m_at[node]) {
            const LinkChoice& one = m_model.choices[i];
            if (from.choices[i] || one.rate < wanted.rate) continue;
            const std::size_t to = one.a == node ? one.b : one.a;
            if (to != wanted.b && (!m_model.nodes[to].forwards || depth >= 2)) continue;
            if (++m_tried > kMostTried) return;
            if (auto step = with(from, i); step && (!m_best || step->cost < m_best->cost))
                steps.emplace_back(std::move(*step), to);
        }
        std::stable_sort(steps.begin(), steps.end(),
                         [](const auto& a, const auto& b) { return a.first.cost < b.first.cost; });
        for (auto& [step, to] : steps) {
            if (m_best && step.cost >= m_best->cost) break;
            if (isGranted(m_model, step.next, wish)) m_best = std::move(step);
            else if (to != wanted.b) extend(step.next, wish, to, depth + 1);
        }
        // The other end may be the one that lacks a link.
        if (depth == 0 && node != wanted.b) extend(from, wish, wanted.b, 1);
    }

    const Model& m_model;
    Selection m_now;
    Money m_cost;
    std::optional<Step> m_best;
    std::vector<std::vector<std::size_t>> m_at;  ///< choices at each node
    mutable std::size_t m_tried = 0;
};

}  // namespace

std::optional<Selection> greedyPlan(const Model& model) { return Greedy(model).run(); }

}  // namespace sokudo::buy
