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

/// Makes ids that do not meet in practice: 52 random bits.
class IdSource {
public:
    explicit IdSource(std::uint64_t start) : m_engine(start) {}
    template <class IdType>
    IdType next()
    {
        return IdType{static_cast<std::int64_t>((m_engine() >> 12) | 1ULL)};
    }

private:
    std::mt19937_64 m_engine;
};

}  // namespace sokudo

template <class Tag>
struct std::hash<sokudo::Id<Tag>> {
    std::size_t operator()(sokudo::Id<Tag> id) const noexcept { return std::hash<std::int64_t>{}(id.value); }
};
