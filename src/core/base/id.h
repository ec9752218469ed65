// SPDX-License-Identifier: GPL-3.0-or-later
// Names of objects that stay the same for life.
#pragma once

#include <compare>
#include <cstdint>
#include <functional>
#include <random>

namespace sokudo {

/// Names one object of a kind. Zero names nothing. Values stay below 2^53, so that JSON keeps them whole.
template <class Tag>
struct Id {
    std::int64_t value = 0;
    constexpr bool isSet() const { return value != 0; }
    friend constexpr auto operator<=>(Id, Id) = default;
};

/// Makes ids that do not meet in practice: 52 random bits, or growing ones with random gaps.
class IdSource {
public:
    explicit IdSource(std::uint64_t start) : m_engine(start) {}
    /// From now on ids grow, so that what is added later comes later; each is up to 2^28 above the one before, so that
    /// two programs on one file do not meet.
    /// @param greatest  the largest id that is taken; ids stay below 2^53 as long as it does by far
    void startAfter(std::int64_t greatest) { m_last = greatest < kMost ? greatest : -1; }
    template <class IdType>
    IdType next()
    {
        const std::uint64_t random = m_engine();
        if (m_last >= 0 && m_last < kMost) return IdType{m_last += static_cast<std::int64_t>(random >> 36) + 1};
        return IdType{static_cast<std::int64_t>((random >> 12) | 1ULL)};
    }

private:
    static constexpr std::int64_t kMost = 9'000'000'000'000'000;  ///< a little below 2^53
    std::mt19937_64 m_engine;
    std::int64_t m_last = -1;  ///< -1: ids are random
};

}  // namespace sokudo

template <class Tag>
struct std::hash<sokudo::Id<Tag>> {
    std::size_t operator()(sokudo::Id<Tag> id) const noexcept { return std::hash<std::int64_t>{}(id.value); }
};
