// SPDX-License-Identifier: GPL-3.0-or-later
// An enum and its words in files, which stand in the same order.
#pragma once

#include <array>
#include <optional>
#include <string_view>

namespace sokudo {

/// @return nothing where no value is called so
template <class Enum, std::size_t N>
std::optional<Enum> fromCode(const std::array<std::string_view, N>& codes, std::string_view text)
{
    for (std::size_t i = 0; i < N; ++i)
        if (codes[i] == text) return static_cast<Enum>(i);
    return std::nullopt;
}

}  // namespace sokudo
