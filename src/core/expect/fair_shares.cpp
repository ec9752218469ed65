// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/fair_shares.h"

#include <algorithm>
#include <limits>

namespace sokudo::expect {
namespace {

constexpr double kEmpty = 1e-9;  ///< of a pool's capacity: what counts as used up

/// Rates are doubles inside: the filling divides at every step and only the end is rounded.
class Filling {
public:
    Filling(const std::vector<BitRate>& pools, const std::vector<ShareFlow>& flows)
        : m_flows(flows), m_rate(flows.size(), 0), m_limitedBy(flows.size()), m_load(pools.size(), 0)
    {
        for (BitRate pool : pools) m_whole.push_back(pool.in());
        m_left = m_whole;
        for (std::size_t i = 0; i < flows.size(); ++i) {
            if (flows[i].uses.empty() && !flows[i].cap) continue;
            m_active.push_back(i);
            for (const Use& use : flows[i].uses) m_load[use.pool] += flows[i].weight * use.cost;
        }
    }

    std::vector<ShareOf> run()
    {
        while (!m_active.empty()) {
            raise(step());
            freeze();
        }
        std::vector<ShareOf> result;
        for (std::size_t i = 0; i < m_flows.size(); ++i) result.push_back({BitRate::of(m_rate[i]), m_limitedBy[i]});
        return result;
    }

private:
    /// How far every rate can rise, per unit of weight, before something gives out.
    double step() const
    {
        double least = std::numeric_limits<double>::max();
        for (std::size_t p = 0; p < m_left.size(); ++p)
            if (m_load[p] > 0) least = std::min(least, m_left[p] / m_load[p]);
        for (std::size_t i : m_active)
            if (m_flows[i].cap) least = std::min(least, (m_flows[i].cap->in() - m_rate[i]) / m_flows[i].weight);
        return std::max(0.0, least);
    }

    void raise(double by)
    {
        for (std::size_t i : m_active) m_rate[i] += by * m_flows[i].weight;
        for (std::size_t p = 0; p < m_left.size(); ++p) m_left[p] -= by * m_load[p];
    }

    /// Flows at their cap or through an empty pool stop rising. At least one does, so that the loop ends.
    void freeze()
    {
        const std::size_t before = m_active.size();
        std::erase_if(m_active, [&](std::size_t i) {
            const ShareFlow& flow = m_flows[i];
            const Use* empty = nullptr;
            for (const Use& use : flow.uses)
                if (m_left[use.pool] <= kEmpty * m_whole[use.pool]) empty = &use;
            const bool full = flow.cap && m_rate[i] >= flow.cap->in() * (1 - kEmpty);
            if (!empty && !full) return false;
            if (empty && !full) m_limitedBy[i] = empty->pool;
            for (const Use& use : flow.uses) m_load[use.pool] -= flow.weight * use.cost;
            return true;
        });
        if (m_active.size() == before) m_active.clear();
        for (double& load : m_load)
            if (load < kEmpty) load = 0;
    }

    const std::vector<ShareFlow>& m_flows;
    std::vector<double> m_rate;
    std::vector<std::optional<std::size_t>> m_limitedBy;
    std::vector<double> m_load, m_whole, m_left;
    std::vector<std::size_t> m_active;
};

constexpr int kTwo = 2, kMany = 8;  ///< streams
constexpr double kErrorOfTwo = 0.25, kErrorOfMany = 0.10;

}  // namespace

double shareError(int streams)
{
    if (streams < kTwo) return 0;
    const double from = static_cast<double>(std::min(streams, kMany) - kTwo) / (kMany - kTwo);
    return kErrorOfTwo + from * (kErrorOfMany - kErrorOfTwo);
}

std::vector<ShareOf> fairShares(const std::vector<BitRate>& pools, const std::vector<ShareFlow>& flows)
{
    return Filling(pools, flows).run();
}

}  // namespace sokudo::expect
