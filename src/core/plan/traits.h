// SPDX-License-Identifier: GPL-3.0-or-later
// What else was stated of a device, a port or a run. The kinds are rows of data/traits.csv.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/base/quantity.h"

namespace sokudo::plan {

/// A few stated values, sorted by id. A value is the canonical text that `kb::traitValue` makes:
/// a word, or a number in the unit of its row.
class Traits {
public:
    bool empty() const { return m_values.empty(); }
    bool has(std::string_view id) const { return find(id) != nullptr; }
    /// The stated word; empty where nothing was stated.
    std::string_view word(std::string_view id) const;
    bool is(std::string_view id, std::string_view value) const { return word(id) == value; }
    bool flag(std::string_view id) const { return is(id, "yes"); }
    std::optional<int> count(std::string_view id) const;
    /// A stated number as a quantity, whose unit must be that of the row.
    template <class Q>
    std::optional<Q> as(std::string_view id) const
    {
        const auto value = figure(id);
        return value ? std::optional(Q::of(*value)) : std::nullopt;
    }
    /// An empty value takes the trait away.
    void set(std::string_view id, std::string value);
    auto begin() const { return m_values.begin(); }
    auto end() const { return m_values.end(); }
    friend bool operator==(const Traits&, const Traits&) = default;

private:
    const std::string* find(std::string_view id) const;
    std::optional<double> figure(std::string_view id) const;
    std::vector<std::pair<std::string, std::string>> m_values;
};

}  // namespace sokudo::plan
