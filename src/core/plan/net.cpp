// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/net.h"

#include <algorithm>
#include <numeric>
#include <set>

namespace sokudo::plan {
namespace {

std::size_t rootOf(std::vector<std::size_t>& parent, std::size_t at)
{
    while (parent[at] != at) at = parent[at] = parent[parent[at]];
    return at;
}

/// The places that a search came by, from the first after its start to its end.
template <class Came>
std::vector<std::size_t> cameBy(const Came& came, std::size_t start, std::size_t end)
{
    std::vector<std::size_t> result;
    for (std::size_t at = end; at != start; at = came[at].from) result.push_back(at);
    std::reverse(result.begin(), result.end());
    return result;
}

}  // namespace

Net::Net(const Plan& plan, const std::vector<Link>& links, const LinkRate& rate)
{
    const auto indexOf = [&](DeviceId id) {
        const auto [at, fresh] = m_index.try_emplace(id, m_devices.size());
        if (fresh) {
            const Device& device = *plan.devices.find(id);
            m_devices.push_back(id);
            m_out.emplace_back();
            m_kinds.push_back({forwards(device), routes(device)});
        }
        return at->second;
    };
    std::set<BitRate, std::greater<>> rates;
    for (const Link& link : links) {
        const Device* a = deviceOf(plan, link.a);
        const Device* b = deviceOf(plan, link.b);
        if (!a || !b || a == b || isPassive(a->role) || isPassive(b->role)) continue;
        const std::size_t at = m_links.size(), from = indexOf(a->id), to = indexOf(b->id);
        m_links.push_back(link);
        m_rates.push_back(rate(link));
        if (m_rates.back()) rates.insert(*m_rates.back());
        const BitRate known = m_rates.back().value_or(BitRate{});
        m_out[from].push_back({at, to, true, known});
        m_out[to].push_back({at, from, false, known});
    }
    std::vector<std::pair<PortId, PortId>> ends;
    for (const Link& link : m_links) ends.emplace_back(link.a, link.b);
    m_stated = statedNetworks(plan, ends);
    for (std::vector<Edge>& edges : m_out) {
        const auto leaves = std::stable_partition(edges.begin(), edges.end(), [&](const Edge& edge) {
            return m_out[edge.to].size() > 1 || m_kinds[edge.to].routes;
        });
        m_inner.push_back(static_cast<std::size_t>(leaves - edges.begin()));
    }
    m_levels.assign(rates.begin(), rates.end());
    findIslands();
}

void Net::findIslands()
{
    // Joined from the fastest rate down: an island at a level is what hangs together at that rate or faster.
    std::vector<std::size_t> parent(m_devices.size());
    std::iota(parent.begin(), parent.end(), std::size_t{0});
    for (BitRate level : m_levels) {
        for (std::size_t from = 0; from < m_out.size(); ++from)
            for (const Edge& edge : m_out[from])
                if (m_rates[edge.link] == level) parent[rootOf(parent, from)] = rootOf(parent, edge.to);
        std::vector<std::size_t> island(m_devices.size());
        for (std::size_t i = 0; i < island.size(); ++i) island[i] = rootOf(parent, i);
        m_islands.push_back(std::move(island));
    }
    for (std::size_t from = 0; from < m_out.size(); ++from)
        for (const Edge& edge : m_out[from]) parent[rootOf(parent, from)] = rootOf(parent, edge.to);
    for (std::size_t i = 0; i < m_out.size(); ++i) m_joined.push_back(rootOf(parent, i));
}

template <class IsOpen>
std::optional<std::vector<Net::Edge>> Net::between(std::size_t from, std::size_t to, IsOpen isOpen) const
{
    constexpr std::uint32_t kNone = static_cast<std::uint32_t>(-1);
    struct Step {
        std::uint32_t from = kNone;
        const Edge* by = nullptr;
    };
    std::vector<Step> came(m_devices.size());
    std::vector<std::size_t> open{from};
    came[from].from = static_cast<std::uint32_t>(from);
    for (std::size_t at = 0; at < open.size() && came[to].from == kNone; ++at) {
        if (!m_kinds[open[at]].forwards && open[at] != from) continue;
        for (std::size_t i = 0; i < m_inner[open[at]]; ++i) {
            const Edge& edge = m_out[open[at]][i];
            if (came[edge.to].from != kNone || !isOpen(edge)) continue;
            came[edge.to] = {static_cast<std::uint32_t>(open[at]), &edge};
            open.push_back(edge.to);
        }
    }
    if (came[to].from == kNone) return std::nullopt;
    std::vector<Edge> way;
    for (std::size_t at : cameBy(came, from, to)) way.push_back(*came[at].by);
    return way;
}

template <class IsOpen>
std::optional<std::vector<Net::Edge>> Net::inNetworks(std::size_t from, std::size_t to, IsOpen isOpen) const
{
    constexpr std::size_t kNone = static_cast<std::size_t>(-1);
    struct Step {
        std::size_t from = kNone;
        const Edge* by = nullptr;
    };
    const std::size_t count = m_stated.all.size();
    std::vector<Step> came(m_devices.size() * count);
    std::vector<std::size_t> open{from * count};
    came[open.front()].from = open.front();
    std::size_t end = kNone;
    const auto take = [&](std::size_t state, const Edge& edge) {
        if (!isOpen(edge)) return;
        const StatedNetworks::Ends& ends = m_stated.ends[edge.link];
        const PortInEffect &near = edge.forward ? ends.a : ends.b, &far = edge.forward ? ends.b : ends.a;
        for (NetworkId in : beyond(m_kinds[state / count], near, m_kinds[edge.to], far, m_stated.all[state % count],
                                   state == open.front())) {
            const std::size_t next = edge.to * count + m_stated.numberOf(in);
            if (came[next].from != kNone) continue;
            came[next] = {state, &edge};
            open.push_back(next);
            if (edge.to == to && end == kNone) end = next;
        }
    };
    // To a device with one link no way leads but over its neighbour.
    const bool isLeaf = m_out[to].size() == 1;
    for (std::size_t i = 0; i < open.size() && end == kNone; ++i) {
        const std::size_t state = open[i], at = state / count;
        if (!m_kinds[at].forwards && at != from) continue;
        for (std::size_t e = 0; e < m_inner[at]; ++e) take(state, m_out[at][e]);
        if (isLeaf && m_out[to].front().to == at)
            for (std::size_t e = m_inner[at]; e < m_out[at].size(); ++e)
                if (m_out[at][e].to == to) take(state, m_out[at][e]);
    }
    if (end == kNone) return std::nullopt;
    std::vector<Edge> way;
    for (std::size_t state : cameBy(came, open.front(), end)) {
        way.push_back(*came[state].by);
        way.back().network = m_stated.all[state % count];
    }
    return way;
}

/// To a device with one link the way leads over its neighbour, and no way leads through it: the search looks at the
/// others only.
template <class IsOpen>
std::optional<std::vector<Net::Edge>> Net::overNeighbour(std::size_t from, std::size_t to, IsOpen isOpen) const
{
    if (m_out[to].size() != 1) return between(from, to, isOpen);
    const Edge& last = m_out[to].front();
    if (!isOpen(last)) return std::nullopt;
    std::optional<std::vector<Edge>> way = std::vector<Edge>();
    if (last.to != from) {
        if (!m_kinds[last.to].forwards) return std::nullopt;
        way = between(from, last.to, isOpen);
    }
    if (way) way->push_back({last.link, to, !last.forward, last.rate});
    return way;
}

std::optional<std::vector<Net::Edge>> Net::shortest(std::size_t from, std::size_t to, std::optional<BitRate> least,
                                                    std::optional<std::size_t> banned) const
{
    const auto isOpen = [&, atLeast = least.value_or(BitRate{})](const Edge& edge) {
        return banned != edge.link && !(least && edge.rate < atLeast);
    };
    return m_stated.ends.empty() ? overNeighbour(from, to, isOpen) : inNetworks(from, to, isOpen);
}

std::optional<std::vector<Net::Edge>> Net::best(std::size_t from, std::size_t to,
                                                std::optional<std::size_t> banned) const
{
    for (std::size_t level = 0; level < m_levels.size(); ++level) {
        if (m_islands[level][from] != m_islands[level][to]) continue;
        if (auto way = shortest(from, to, m_levels[level], banned)) return way;
    }
    return shortest(from, to, std::nullopt, banned);
}

Route Net::hops(const std::vector<Edge>& edges) const
{
    Route result;
    for (const Edge& edge : edges) {
        const Link& link = m_links[edge.link];
        result.push_back(edge.forward ? Hop{link, link.a, link.b, edge.network}
                                      : Hop{link, link.b, link.a, edge.network});
    }
    return result;
}

std::optional<BitRate> Net::slowest(const std::vector<Edge>& edges) const
{
    std::optional<BitRate> least;
    for (const Edge& edge : edges) {
        if (!m_rates[edge.link]) return std::nullopt;
        if (!least || *m_rates[edge.link] < *least) least = m_rates[edge.link];
    }
    return least;
}

Net::Apart Net::whyApart(DeviceId from, DeviceId to) const
{
    const auto a = m_index.find(from), b = m_index.find(to);
    if (a == m_index.end() || b == m_index.end() || m_joined[a->second] != m_joined[b->second]) return Apart::NoCable;
    return overNeighbour(a->second, b->second, [](const Edge&) { return true; }) ? Apart::OtherNetworks
                                                                                 : Apart::HostBetween;
}

std::optional<Route> Net::way(DeviceId from, DeviceId to) const
{
    const auto a = m_index.find(from), b = m_index.find(to);
    if (from == to || a == m_index.end() || b == m_index.end()) return std::nullopt;
    const auto edges = best(a->second, b->second, std::nullopt);
    return edges ? std::optional(hops(*edges)) : std::nullopt;
}

std::vector<Route> Net::ways(DeviceId from, DeviceId to, std::size_t most) const
{
    const auto a = m_index.find(from), b = m_index.find(to);
    if (from == to || a == m_index.end() || b == m_index.end()) return {};
    const auto first = best(a->second, b->second, std::nullopt);
    if (!first) return {};
    std::vector<std::vector<Edge>> found{*first};
    const auto same = [](const std::vector<Edge>& x, const std::vector<Edge>& y) {
        return std::equal(x.begin(), x.end(), y.begin(), y.end(),
                          [](const Edge& m, const Edge& n) { return m.link == n.link; });
    };
    for (const Edge& avoided : *first)
        if (auto other = best(a->second, b->second, avoided.link);
            other && std::none_of(found.begin(), found.end(), [&](const auto& known) { return same(known, *other); }))
            found.push_back(std::move(*other));
    std::stable_sort(found.begin(), found.end(), [&](const auto& x, const auto& y) {
        const BitRate rateX = slowest(x).value_or(BitRate{}), rateY = slowest(y).value_or(BitRate{});
        return rateX != rateY ? rateY < rateX : x.size() < y.size();
    });
    if (found.size() > most) found.resize(most);
    std::vector<Route> result;
    for (const auto& edges : found) result.push_back(hops(edges));
    return result;
}

}  // namespace sokudo::plan
