// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/host_groups.h"

#include <algorithm>
#include <map>
#include <set>
#include <tuple>

namespace sokudo::buy {
namespace {

/// What two choices of two hosts must have in common to be the same choice.
using Likeness = std::tuple<std::size_t, std::size_t, std::int64_t, std::vector<std::pair<std::size_t, double>>,
                            std::int64_t, double>;

class Finding {
public:
    explicit Finding(const Model& model) : m_model(model), m_most(mostLinks(model)), m_at(model.nodes.size())
    {
        m_found.groupOf.assign(model.nodes.size(), -1);
        for (std::size_t i = 0; i < model.choices.size(); ++i) {
            m_at[model.choices[i].a].push_back(i);
            m_at[model.choices[i].b].push_back(i);
        }
        std::set<BitRate> rates;
        for (const ModelWish& wish : model.wishes) rates.insert(wish.rate);
        for (BitRate rate : rates) addNets(rate);
    }

    HostGroups run()
    {
        using Key = std::pair<std::vector<std::size_t>, std::vector<Likeness>>;
        std::map<Key, std::vector<std::pair<std::size_t, std::vector<std::size_t>>>> alike;
        for (std::size_t node = 0; node < m_model.nodes.size(); ++node) {
            if (!isPlain(node)) continue;
            std::vector<std::pair<Likeness, std::size_t>> choices;
            for (std::size_t i : m_at[node]) choices.emplace_back(likenessOf(i, node), i);
            std::stable_sort(choices.begin(), choices.end(),
                             [](const auto& a, const auto& b) { return a.first < b.first; });
            Key key{netsOf(node), {}};
            std::vector<std::size_t> order;
            for (auto& [likeness, i] : choices) key.second.push_back(std::move(likeness)), order.push_back(i);
            alike[std::move(key)].emplace_back(node, std::move(order));
        }
        // A host by itself is a group of one where its nets are asked for anyway.
        std::set<std::size_t> used;
        for (const auto& [key, members] : alike)
            if (members.size() > 1) used.insert(key.first.begin(), key.first.end());
        for (auto& [key, members] : alike) {
            if (!std::includes(used.begin(), used.end(), key.first.begin(), key.first.end())) continue;
            HostGroup group;
            group.nets = key.first;
            for (auto& [node, order] : members) {
                m_found.groupOf[node] = static_cast<int>(m_found.groups.size());
                group.members.push_back(node);
                group.choices.push_back(std::move(order));
            }
            m_found.groups.push_back(std::move(group));
        }
        keepNets(used);
        return std::move(m_found);
    }

private:
    bool isTransit(std::size_t node) const { return m_model.nodes[node].forwards || m_most[node] <= 1; }

    /// Nodes that wishes of this rate or more join, going on over switches and hosts with one link.
    void addNets(BitRate rate)
    {
        std::vector<std::vector<std::size_t>> joined(m_model.nodes.size());
        for (const ModelWish& wish : m_model.wishes)
            if (wish.rate >= rate && isTransit(wish.a) && isTransit(wish.b))
                joined[wish.a].push_back(wish.b), joined[wish.b].push_back(wish.a);
        std::vector<bool> seen(m_model.nodes.size(), false);
        for (std::size_t start = 0; start < joined.size(); ++start) {
            if (seen[start] || joined[start].empty()) continue;
            ConnectedSet net{rate, {start}};
            seen[start] = true;
            for (std::size_t i = 0; i < net.nodes.size(); ++i)
                for (std::size_t to : joined[net.nodes[i]])
                    if (!seen[to]) seen[to] = true, net.nodes.push_back(to);
            m_found.nets.push_back(std::move(net));
        }
    }
    std::vector<std::size_t> netsOf(std::size_t node) const
    {
        std::vector<std::size_t> nets;
        for (std::size_t n = 0; n < m_found.nets.size(); ++n) {
            const auto& nodes = m_found.nets[n].nodes;
            if (std::find(nodes.begin(), nodes.end(), node) != nodes.end()) nets.push_back(n);
        }
        return nets;
    }

    /// One port, nothing that could be bought for it, and all choices go to switches; all that it wishes for is so too.
    bool isPlain(std::size_t node) const
    {
        if (m_model.nodes[node].forwards || m_most[node] != 1 || m_at[node].empty()) return false;
        bool isWished = false;
        for (const ModelWish& wish : m_model.wishes) {
            if (wish.a != node && wish.b != node) continue;
            if (!isTransit(wish.a == node ? wish.b : wish.a)) return false;
            isWished = true;
        }
        for (const Provider& one : m_model.providers)
            for (const auto* list : {&one.gives, &one.takes})
                for (const auto& [group, count] : *list)
                    if (m_model.groups[group].node == node) return false;
        return isWished && std::all_of(m_at[node].begin(), m_at[node].end(), [&](std::size_t i) {
                   const LinkChoice& one = m_model.choices[i];
                   return !one.isThere && one.cable < 0 && m_model.nodes[one.a == node ? one.b : one.a].forwards;
               });
    }
    Likeness likenessOf(std::size_t choice, std::size_t node) const
    {
        const LinkChoice& one = m_model.choices[choice];
        std::vector<std::pair<std::size_t, double>> uses;
        for (const PartUse& use : one.effort.uses) uses.emplace_back(use.part, use.amount);
        std::sort(uses.begin(), uses.end());
        return {one.a == node ? one.b : one.a,
                one.a == node ? one.groupB : one.groupA,
                one.rate.steps(),
                std::move(uses),
                one.effort.watts.steps(),
                one.effort.minutes};
    }
    void keepNets(const std::set<std::size_t>& used)
    {
        std::map<std::size_t, std::size_t> at;
        std::vector<ConnectedSet> kept;
        for (std::size_t n : used) {
            at[n] = kept.size();
            kept.push_back(std::move(m_found.nets[n]));
        }
        m_found.nets = std::move(kept);
        for (HostGroup& group : m_found.groups)
            for (std::size_t& net : group.nets) net = at.at(net);
    }

    const Model& m_model;
    std::vector<int> m_most;
    std::vector<std::vector<std::size_t>> m_at;
    HostGroups m_found;
};

}  // namespace

HostGroups hostGroupsOf(const Model& model) { return Finding(model).run(); }

}  // namespace sokudo::buy
