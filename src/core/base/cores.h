// SPDX-License-Identifier: GPL-3.0-or-later
// Work on many independent pieces, shared among the processor's cores.
#pragma once

#include <algorithm>
#include <cstddef>
#include <exception>
#include <thread>
#include <vector>

namespace sokudo {

/// Calls `work(from, to)` for parts of 0 to `count` that together are all of it, each on a thread of its own, and
/// waits. What a part throws is thrown on, once all have ended.
/// @param worth  pieces below which starting a thread costs more than it saves
template <class Work>
void onAllCores(std::size_t count, std::size_t worth, Work work)
{
    const std::size_t shares =
        std::clamp<std::size_t>(std::min<std::size_t>(std::thread::hardware_concurrency(), count / worth), 1, 16);
    std::vector<std::exception_ptr> thrown(shares);
    const auto part = [&](std::size_t i) {
        try {
            work(count * i / shares, count * (i + 1) / shares);
        } catch (...) {
            thrown[i] = std::current_exception();
        }
    };
    std::vector<std::thread> helpers;
    helpers.reserve(shares);
    for (std::size_t i = 1; i < shares; ++i) helpers.emplace_back(part, i);
    part(0);
    for (std::thread& helper : helpers) helper.join();
    for (const std::exception_ptr& one : thrown)
        if (one) std::rethrow_exception(one);
}

}  // namespace sokudo
