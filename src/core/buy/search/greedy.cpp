// SPDX-License-Identifier: GPL-3.0-or-later
// The plan that comes of taking one wish after the other: once with leads between any two, once all through switches.
#include <algorithm>

#include "core/buy/search/one_more_link.h"
#include "core/buy/search/program.h"

namespace sokudo::buy {
namespace {

constexpr std::size_t kMostWishes = 60;  ///< of more only switches are tried: the search is quicker

using Step = OneMoreLink::Step;

/// The house as it is, and the wishes, the fastest first.
struct Beginning {
    Selection now;
    std::vector<std::size_t> order;
};

Beginning beginningOf(const Model& model)
{
    Beginning start;
    start.now.providers.assign(model.providers.size(), false);
    for (const LinkChoice& one : model.choices) start.now.choices.push_back(one.isThere);
    for (std::size_t w = 0; w < model.wishes.size(); ++w) start.order.push_back(w);
    std::stable_sort(start.order.begin(), start.order.end(),
                     [&](std::size_t a, std::size_t b) { return model.wishes[a].rate > model.wishes[b].rate; });
    return start;
}

/// What a plan grants the next one grants too: only a link that came out can change that.
bool keepsAll(const Model& model, const Selection& before, const Selection& after)
{
    bool isOut = false;
    for (std::size_t i = 0; i < before.choices.size() && !isOut; ++i) isOut = before.choices[i] && !after.choices[i];
    if (!isOut) return true;
    for (std::size_t w = 0; w < model.wishes.size(); ++w)
        if (isGranted(model, before, w) && !isGranted(model, after, w)) return false;
    return true;
}

/// A later wish may have taken what an earlier one stood on.
std::optional<Selection> checked(const Model& model, Selection made)
{
    if (!openWishes(model, made).empty() || !isPossible(model, made)) return std::nullopt;
    return made;
}

/// Each wish by the links that then cost least.
class AnyLinks {
public:
    explicit AnyLinks(const Model& model) : m_model(model), m_more(model) {}
    std::optional<Selection> run()
    {
        auto [now, order] = beginningOf(m_model);
        for (std::size_t wish : order) {
            if (isGranted(m_model, now, wish)) continue;
            m_best.reset();
            extend(now, wish, m_model.wishes[wish].a, 0);
            if (!m_best || m_more.isTooMany()) return std::nullopt;
            now = m_best->next;
        }
        return checked(m_model, std::move(now));
    }

private:
    /// One link, or two over one node that forwards, or three over two of them.
    void extend(const Selection& from, std::size_t wish, std::size_t node, int depth)
    {
        const ModelWish& wanted = m_model.wishes[wish];
        std::vector<std::pair<Step, std::size_t>> steps;  // with the node that they lead to
        for (std::size_t i : m_more.at(node)) {
            const LinkChoice& one = m_model.choices[i];
            if (from.choices[i] || one.rate < wanted.rate) continue;
            const std::size_t to = one.a == node ? one.b : one.a;
            if (to != wanted.b && (!m_model.nodes[to].forwards || depth >= 2)) continue;
            if (m_more.isTooMany()) return;
            if (auto step = m_more.with(from, i); step && (!m_best || step->cost < m_best->cost))
                steps.emplace_back(std::move(*step), to);
        }
        std::stable_sort(steps.begin(), steps.end(),
                         [](const auto& a, const auto& b) { return a.first.cost < b.first.cost; });
        for (auto& [step, to] : steps) {
            if (m_best && step.cost >= m_best->cost) break;
            if (!keepsAll(m_model, from, step.next)) continue;
            if (isGranted(m_model, step.next, wish)) m_best = std::move(step);
            else if (to != wanted.b) extend(step.next, wish, to, depth + 1);
        }
        // The other end may be the one that lacks a link.
        if (depth == 0 && node != wanted.b) extend(from, wish, wanted.b, 1);
    }

    const Model& m_model;
    OneMoreLink m_more;
    std::optional<Step> m_best;
};

/// Each wish over one switch that both ends are joined to, by a trunk where they are at different ones.
class ThroughSwitches {
public:
    explicit ThroughSwitches(const Model& model) : m_model(model), m_more(model) {}
    std::optional<Selection> run()
    {
        auto [now, order] = beginningOf(m_model);
        for (std::size_t wish : order) {
            if (isGranted(m_model, now, wish)) continue;
            std::optional<Step> best;
            for (std::size_t hub = 0; hub < m_model.nodes.size(); ++hub) {
                if (!m_model.nodes[hub].forwards) continue;
                auto step = over(now, wish, hub);
                if (step && (!best || step->cost < best->cost)) best = std::move(step);
            }
            if (!best || m_more.isTooMany()) return std::nullopt;
            now = std::move(best->next);
        }
        return checked(m_model, std::move(now));
    }

private:
    std::optional<Step> over(const Selection& now, std::size_t wish, std::size_t hub) const
    {
        const ModelWish& wanted = m_model.wishes[wish];
        auto first = joined(now, wanted.a, hub, wanted.rate);
        if (!first) return std::nullopt;
        auto both = joined(first->next, wanted.b, hub, wanted.rate);
        return both && isGranted(m_model, both->next, wish) ? both : std::nullopt;
    }
    /// The cheapest link that brings a node, or the switch that it is at already, to the hub.
    std::optional<Step> joined(const Selection& now, std::size_t node, std::size_t hub, BitRate rate) const
    {
        const std::vector<bool> near = reachedFrom(m_model, now, node, rate);
        if (near[hub]) return Step{now, totalsOf(m_model, now).cost};
        std::optional<Step> best;
        for (std::size_t i : m_more.at(hub)) {
            const LinkChoice& one = m_model.choices[i];
            const std::size_t other = one.a == hub ? one.b : one.a;
            if (now.choices[i] || one.rate < rate || !near[other]) continue;
            if (other != node && !m_model.nodes[other].forwards) continue;
            auto step = m_more.with(now, i);
            if (step && keepsAll(m_model, now, step->next) && (!best || step->cost < best->cost))
                best = std::move(step);
        }
        return best;
    }
    const Model& m_model;
    OneMoreLink m_more;
};

}  // namespace

std::optional<Selection> greedyPlan(const Model& model)
{
    auto any = model.wishes.size() > kMostWishes ? std::nullopt : AnyLinks(model).run();
    auto through = ThroughSwitches(model).run();
    if (any && through) return totalsOf(model, *through).cost < totalsOf(model, *any).cost ? through : any;
    return any ? any : through;
}

}  // namespace sokudo::buy
