// SPDX-License-Identifier: GPL-3.0-or-later
// Times work for the benchmarks.
#pragma once

#include <algorithm>
#include <chrono>

namespace sokudo::bench {

/// A clock that runs from when it is made.
class Clock {
public:
    double milliseconds() const
    {
        return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - m_start).count();
    }

private:
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
};

/// The quickest of several runs. What the work returns is given back after the clock has stopped.
template <class Work>
double bestMilliseconds(int times, Work work)
{
    double best = 1e9;
    for (int i = 0; i < times; ++i) {
        const Clock clock;
        const auto kept = work();
        best = std::min(best, clock.milliseconds());
    }
    return best;
}

}  // namespace sokudo::bench
