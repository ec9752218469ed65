// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/one_more_link.h"

#include <algorithm>
#include <limits>
#include <map>

namespace sokudo::buy {
namespace {

/// Own: each plan that is looked at costs as much as it has choices.
constexpr std::size_t kMostWork = 20'000'000, kLeastTried = 500;

/// What a link costs where nothing else is bought: parts by their cheapest piece.
double costAlone(const Model& model, const LinkChoice& link)
{
    double cost = 0;
    for (const PartUse& use : link.effort.uses) {
        const PartSource& source = model.parts[use.part];
        const double missing = use.amount - source.have;
        if (missing <= 0) continue;
        double least = std::numeric_limits<double>::infinity();  // no price: it cannot be bought
        for (const Buy& buy : source.price.buys)
            least = std::min(least, buy.price.in() / (buy.isDivisible ? 1 : buy.amount));
        cost += least * missing;
    }
    return cost;
}

}  // namespace

OneMoreLink::OneMoreLink(const Model& model)
    : m_model(model), m_at(model.nodes.size()), m_most(std::max(kLeastTried, kMostWork / (model.choices.size() + 1)))
{
    struct Best {
        std::size_t choice;
        double cost;
    };
    std::map<std::tuple<std::size_t, std::size_t, std::int64_t, int, bool>, Best> best;
    for (std::size_t i = 0; i < model.choices.size(); ++i) {
        const LinkChoice& one = model.choices[i];
        const double cost = costAlone(model, one);
        const auto [found, isNew] =
            best.try_emplace({one.groupA, one.groupB, one.rate.steps(), one.cable, one.isThere}, Best{i, cost});
        if (!isNew && cost < found->second.cost) found->second = {i, cost};
    }
    for (const auto& [key, one] : best)
        m_at[model.choices[one.choice].a].push_back(one.choice),
            m_at[model.choices[one.choice].b].push_back(one.choice);
}

std::optional<OneMoreLink::Step> OneMoreLink::with(const Selection& from, std::size_t choice) const
{
    Selection next = from;
    next.choices[choice] = true;
    const LinkChoice& one = m_model.choices[choice];
    if (one.cable >= 0)
        for (std::size_t i = 0; i < next.choices.size(); ++i)
            if (i != choice && m_model.choices[i].cable == one.cable) next.choices[i] = false;
    ++m_tried;
    if (!isPossible(m_model, next)) return cheapestOpening(next, one);
    const Money cost = totalsOf(m_model, next).cost;
    return Step{std::move(next), cost};
}

int OneMoreLink::portsLeft(const Selection& selection, std::size_t group) const
{
    int left = m_model.groups[group].count;
    for (std::size_t i = 0; i < selection.providers.size(); ++i) {
        if (!selection.providers[i]) continue;
        for (const auto& [given, count] : m_model.providers[i].gives) left += given == group ? count : 0;
        for (const auto& [taken, count] : m_model.providers[i].takes) left -= taken == group ? count : 0;
    }
    for (std::size_t i = 0; i < selection.choices.size(); ++i)
        if (selection.choices[i]) left -= (m_model.choices[i].groupA == group) + (m_model.choices[i].groupB == group);
    return left;
}

/// What gives a port of the group, and none where there may be one already.
std::vector<std::optional<std::size_t>> OneMoreLink::givers(const Selection& selection, std::size_t group) const
{
    std::vector<std::optional<std::size_t>> all{std::nullopt};
    if (portsLeft(selection, group) >= 0) return all;
    for (std::size_t i = 0; i < m_model.providers.size(); ++i)
        for (const auto& [given, count] : m_model.providers[i].gives)
            if (given == group) all.emplace_back(i);
    return all;
}

void OneMoreLink::buy(Selection& selection, std::optional<std::size_t> provider) const
{
    if (!provider) return;
    const int only = m_model.providers[*provider].only;
    for (std::size_t j = 0; only >= 0 && j < selection.providers.size(); ++j)
        if (m_model.providers[j].only == only) selection.providers[j] = false;
    selection.providers[*provider] = true;
}

/// The cheapest things to buy that give both ports.
std::optional<OneMoreLink::Step> OneMoreLink::cheapestOpening(const Selection& from, const LinkChoice& link) const
{
    std::optional<Step> best;
    for (const auto a : givers(from, link.groupA))
        for (const auto b : givers(from, link.groupB)) {
            ++m_tried;
            Selection next = from;
            buy(next, a);
            buy(next, b);
            makeRoom(next);
            if (!isPossible(m_model, next)) continue;
            const Money cost = totalsOf(m_model, next).cost;
            if (!best || cost < best->cost) best = Step{std::move(next), cost};
        }
    return best;
}

/// A card that goes takes its links with it.
void OneMoreLink::makeRoom(Selection& selection) const
{
    for (std::size_t p = 0; p < selection.providers.size(); ++p) {
        if (!selection.providers[p]) continue;
        for (std::size_t e = 0; e < selection.choices.size(); ++e)
            if (m_model.choices[e].isThere && takesPlace(m_model.providers[p], m_model.choices[e]))
                selection.choices[e] = false;
    }
}

}  // namespace sokudo::buy
