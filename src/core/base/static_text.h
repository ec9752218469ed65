// SPDX-License-Identifier: GPL-3.0-or-later
// Text that outlives its user: a literal, or a field of the knowledge base.
#pragma once

#include <string>
#include <string_view>

namespace sokudo {

/// A view that cannot be made from a passing string.
class StaticText {
public:
    constexpr StaticText() = default;
    constexpr StaticText(const char* literal) : m_text(literal) {}
    StaticText(const std::string& row) : m_text(row) {}
    StaticText(std::string&&) = delete;
    constexpr operator std::string_view() const { return m_text; }
    constexpr std::string_view view() const { return m_text; }
    constexpr bool empty() const { return m_text.empty(); }
    friend constexpr bool operator==(StaticText a, std::string_view b) { return a.m_text == b; }

private:
    std::string_view m_text;
};

}  // namespace sokudo
