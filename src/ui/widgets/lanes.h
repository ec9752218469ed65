// SPDX-License-Identifier: GPL-3.0-or-later
// Lanes beside each other in a gutter of the house section.
#pragma once

#include <algorithm>
#include <map>
#include <vector>

namespace sokudo::ui {

/// Stretches side by side: each takes the first lane where it meets no other. More of them than an eye can follow
/// share the lanes there are.
class Lanes {
public:
    int take(double from, double to)
    {
        const double low = std::min(from, to), high = std::max(from, to);
        for (std::size_t lane = 0; lane < m_taken.size(); ++lane)
            if (isFree(m_taken[lane], low, high)) {
                m_taken[lane].emplace(low, high);
                return static_cast<int>(lane);
            }
        if (m_taken.size() == kMostLanes) return static_cast<int>(m_shared++ % kMostLanes);
        m_taken.push_back({{low, high}});
        return count() - 1;
    }
    int count() const { return static_cast<int>(m_taken.size()); }

private:
    using Stretches = std::map<double, double>;  ///< from where to where; no two of them meet
    static constexpr double kGap = 0.5;
    static constexpr std::size_t kMostLanes = 40;
    static bool isFree(const Stretches& taken, double low, double high)
    {
        const auto next = taken.upper_bound(high + kGap);
        return next == taken.begin() || std::prev(next)->second + kGap < low;
    }
    std::vector<Stretches> m_taken;
    std::size_t m_shared = 0;
};

}  // namespace sokudo::ui
