// SPDX-License-Identifier: GPL-3.0-or-later
// Chance that can be repeated: the same start gives the same choices on every machine.
#pragma once

#include <cstdint>
#include <random>
#include <string>
#include <vector>

namespace sokudo::houses {

class Chance {
public:
    explicit Chance(std::uint64_t start) : m_engine(start) {}
    /// From 0 up, below `count`, which is above 0. The library's distributions differ from one to the other.
    std::size_t below(std::size_t count) { return static_cast<std::size_t>(m_engine() % count); }
    int whole(int least, int most)
    {
        return least + static_cast<int>(below(static_cast<std::size_t>(most - least + 1)));
    }
    double share() { return static_cast<double>(m_engine() >> 11) / 9007199254740992.0; }
    bool is(double probability) { return share() < probability; }
    template <class T>
    const T& of(const std::vector<T>& all)
    {
        return all[below(all.size())];
    }
    /// A figure that spreads over the orders of magnitude between two.
    double between(double least, double most);
    /// A few letters; with `isStrange`, signs that trip up who takes text for letters.
    std::string word(bool isStrange = false);

private:
    std::mt19937_64 m_engine;
};

}  // namespace sokudo::houses
