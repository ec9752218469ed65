// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/net_rows.h"

#include <algorithm>

namespace sokudo::buy {
namespace {

constexpr std::size_t kMostCuts = 4096;  ///< as many sides as a dozen switches have
constexpr std::size_t kFewSwitches = 6;
std::size_t column(int at) { return static_cast<std::size_t>(at); }

}  // namespace

NetRows::NetRows(const Model& model, const HostGroups& groups, Columns columns, Mip& mip,
                 const std::function<int()>& newColumn)
    : m_model(model), m_hostGroups(groups), m_columns(columns), m_mip(mip)
{
    build(newColumn);
}

/// Each net hangs together: which switches it is on, and links between any two of them.
void NetRows::build(const std::function<int()>& newColumn)
{
    for (std::size_t n = 0; n < m_hostGroups.nets.size(); ++n) {
        std::map<std::size_t, int> on;
        for (std::size_t node = 0; node < m_model.nodes.size(); ++node)
            if (m_model.nodes[node].forwards) on[node] = newColumn();
        m_on.push_back(std::move(on));
        for (std::size_t node : m_hostGroups.nets[n].nodes) joinNet(n, node);
        addFirstNetRows(n);
        addTreeRows(n);
    }
}

/// The switches of a net hang together as a tree at least: one link fewer than there are of them; and their ports
/// take its hosts and both ends of each of these links. Implied by whole answers; it lifts the bound of the others.
void NetRows::addTreeRows(std::size_t net)
{
    const BitRate rate = m_hostGroups.nets[net].rate;
    const auto isTrunk = [&](const auto& link) {
        return link.rate >= rate && m_model.nodes[link.a].forwards && m_model.nodes[link.b].forwards;
    };
    double there = 0;
    for (const FixedLink& one : m_model.fixed) there += isTrunk(one);
    std::vector<std::pair<int, double>> tree, ports;
    std::set<std::size_t> groups;
    for (std::size_t i = 0; i < m_columns.choices.size(); ++i) {
        const LinkChoice& one = m_model.choices[i];
        if (isTrunk(one)) tree.emplace_back(m_columns.choices[i], 1);
        if (one.rate < rate) continue;
        for (const auto& [node, group] : {std::pair(one.a, one.groupA), {one.b, one.groupB}})
            if (m_model.nodes[node].forwards) groups.insert(group);
    }
    double have = 0, hosts = 0;
    for (std::size_t group : groups) have += m_model.groups[group].count;
    for (std::size_t i = 0; i < m_columns.providers.size(); ++i) {
        double gives = 0;
        for (const auto& [group, count] : m_model.providers[i].gives) gives += groups.count(group) ? count : 0;
        if (gives > 0) ports.emplace_back(m_columns.providers[i], gives);
    }
    for (std::size_t node : m_hostGroups.nets[net].nodes)
        if (!m_model.nodes[node].forwards && (m_hostGroups.groupOf[node] >= 0 || wishesForGroup(node, rate))) ++hosts;
    for (const auto& [node, on] : m_on[net]) tree.emplace_back(on, -1), ports.emplace_back(on, -2);
    m_mip.row(-1 - there, kEndless, std::move(tree));
    m_mip.row(hosts - 2 - 2 * there - have, kEndless, std::move(ports));
}

/// All cuts between a few switches; of many only those around each.
void NetRows::addFirstNetRows(std::size_t net)
{
    std::vector<std::size_t> switches;
    for (const auto& [node, column] : m_on[net]) switches.push_back(node);
    if (switches.empty()) return;
    const bool isFew = switches.size() <= kFewSwitches;
    const std::size_t sets = isFew ? std::size_t{1} << (switches.size() - 1) : switches.size() + 1;
    for (std::size_t set = 1; set < sets; ++set) {
        std::vector<bool> side(m_model.nodes.size(), false);
        for (std::size_t i = 0; i < switches.size(); ++i)
            side[switches[i]] = isFew ? (set >> i & 1) != 0 : i + 1 == set;
        addNetRows(net, std::move(side));
    }
}

/// Hosts of a group are on switches alone, so who wishes for one must be on a switch too.
bool NetRows::wishesForGroup(std::size_t node, BitRate rate) const
{
    return std::any_of(m_model.wishes.begin(), m_model.wishes.end(), [&](const ModelWish& wish) {
        return wish.rate >= rate && (wish.a == node || wish.b == node) &&
               m_hostGroups.groupOf[wish.a == node ? wish.b : wish.a] >= 0;
    });
}

/// A host on a switch puts its net there; a switch of the net is on it by itself.
void NetRows::joinNet(std::size_t net, std::size_t node)
{
    if (m_model.nodes[node].forwards) {
        m_mip.columns[column(m_on[net].at(node))].low = 1;
        return;
    }
    const int group = m_hostGroups.groupOf[node];
    if (group >= 0 && m_hostGroups.groups[static_cast<std::size_t>(group)].members.front() != node) return;
    const int size = m_hostGroups.sizeAt(node);
    std::vector<std::pair<int, double>> all;
    std::map<std::size_t, std::vector<std::pair<int, double>>> bySwitch;
    for (std::size_t i = 0; i < m_columns.choices.size(); ++i) {
        const LinkChoice& one = m_model.choices[i];
        if ((one.a != node && one.b != node) || one.rate < m_hostGroups.nets[net].rate) continue;
        const std::size_t other = one.a == node ? one.b : one.a;
        if (!m_model.nodes[other].forwards) continue;
        all.emplace_back(m_columns.choices[i], 1);
        bySwitch[other].emplace_back(m_columns.choices[i], 1);
    }
    if (group >= 0 || wishesForGroup(node, m_hostGroups.nets[net].rate)) m_mip.row(size, kEndless, std::move(all));
    for (auto& [at, terms] : bySwitch) {
        terms.emplace_back(m_on[net].at(at), -size);
        m_mip.row(-kEndless, 0, std::move(terms));
    }
}

/// Where a net is on both sides of a cut, a link crosses it.
void NetRows::addNetRows(std::size_t net, std::vector<bool> side)
{
    for (std::size_t node = 0; node < side.size(); ++node) side[node] = side[node] && m_model.nodes[node].forwards;
    if (!m_cuts.emplace(net, side).second) return;
    std::vector<std::pair<int, double>> links;
    const auto crosses = [&](std::size_t a, std::size_t b, BitRate rate) {
        return rate >= m_hostGroups.nets[net].rate && m_model.nodes[a].forwards && m_model.nodes[b].forwards &&
               side[a] != side[b];
    };
    for (const FixedLink& one : m_model.fixed)
        if (crosses(one.a, one.b, one.rate)) return;
    for (std::size_t i = 0; i < m_columns.choices.size(); ++i)
        if (crosses(m_model.choices[i].a, m_model.choices[i].b, m_model.choices[i].rate))
            links.emplace_back(m_columns.choices[i], 1);
    for (const auto& [here, hereOn] : m_on[net])
        for (const auto& [there, thereOn] : m_on[net]) {
            if (!side[here] || side[there]) continue;
            auto terms = links;
            terms.emplace_back(hereOn, -1);
            terms.emplace_back(thereOn, -1);
            m_mip.row(-1, kEndless, std::move(terms));
        }
}

void NetRows::cut(const Cut& cut)
{
    const ModelWish& wish = m_model.wishes[cut.wish];
    for (std::size_t n = 0; n < m_hostGroups.nets.size(); ++n) {
        const ConnectedSet& net = m_hostGroups.nets[n];
        if (net.rate == wish.rate && std::find(net.nodes.begin(), net.nodes.end(), wish.a) != net.nodes.end() &&
            m_cuts.size() < kMostCuts)
            addNetRows(n, cut.side);
    }
}

}  // namespace sokudo::buy
