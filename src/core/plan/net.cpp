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

}  // namespace

Net::Net(const Plan& plan, const std::vector<Link>& links, const LinkRate& rate)
{
    const auto indexOf = [&](DeviceId id) {
        const auto [at, fresh] = m_index.try_emplace(id, m_devices.size());
        if (fresh) {
            m_devices.push_back(id);
            m_out.emplace_back();
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
    for (std::vector<Edge>& edges : m_out) {
        const auto leaves = std::stable_partition(edges.begin(), edges.end(),
                                                  [&](const Edge& edge) { return m_out[edge.to].size() > 1; });
        m_inner.push_back(static_cast<std::size_t>(leaves - edges.begin()));
    }
    m_levels.assign(rates.begin(), rates.end());
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
    for (std::size_t at = 0; at < open.size() && came[to].from == kNone; ++at)
        for (std::size_t i = 0; i < m_inner[open[at]]; ++i) {
            const Edge& edge = m_out[open[at]][i];
            if (came[edge.to].from != kNone || !isOpen(edge)) continue;
            came[edge.to] = {static_cast<std::uint32_t>(open[at]), &edge};
            open.push_back(edge.to);
        }
    if (came[to].from == kNone) return std::nullopt;
    std::vector<Edge> way;
    for (std::size_t at = to; at != from; at = came[at].from) way.push_back(*came[at].by);
    std::reverse(way.begin(), way.end());
    return way;
}

/// To a device with one link the way leads over its neighbour, and no way leads through it: the search looks at the
/// others only.
std::optional<std::vector<Net::Edge>> Net::shortest(std::size_t from, std::size_t to, std::optional<BitRate> least,
                                                    std::optional<std::size_t> banned) const
{
    const auto isOpen = [&, atLeast = least.value_or(BitRate{})](const Edge& edge) {
        return banned != edge.link && !(least && edge.rate < atLeast);
    };
    if (m_out[to].size() != 1) return between(from, to, isOpen);
    const Edge& last = m_out[to].front();
    if (!isOpen(last)) return std::nullopt;
    std::optional<std::vector<Edge>> way = std::vector<Edge>();
    if (last.to != from) way = between(from, last.to, isOpen);
    if (way) way->push_back({last.link, to, !last.forward, last.rate});
    return way;
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
        result.push_back(edge.forward ? Hop{link, link.a, link.b} : Hop{link, link.b, link.a});
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
