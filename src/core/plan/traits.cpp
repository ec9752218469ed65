// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/traits.h"

#include <algorithm>

#include "core/base/text.h"

namespace sokudo::plan {

const std::string* Traits::find(std::string_view id) const
{
    for (const auto& [name, value] : m_values)
        if (name == id) return &value;
    return nullptr;
}

std::string_view Traits::word(std::string_view id) const
{
    const std::string* value = find(id);
    return value ? std::string_view(*value) : std::string_view();
}

std::optional<double> Traits::figure(std::string_view id) const
{
    const std::string* value = find(id);
    return value ? text::parseNumber(*value) : std::nullopt;
}

std::optional<int> Traits::count(std::string_view id) const
{
    const auto value = figure(id);
    return value ? std::optional(static_cast<int>(*value)) : std::nullopt;
}

void Traits::set(std::string_view id, std::string value)
{
    const auto at = std::lower_bound(m_values.begin(), m_values.end(), id,
                                     [](const auto& entry, std::string_view name) { return entry.first < name; });
    const bool has = at != m_values.end() && at->first == id;
    if (value.empty()) {
        if (has) m_values.erase(at);
    } else if (has) {
        at->second = std::move(value);
    } else {
        m_values.emplace(at, std::string(id), std::move(value));
    }
}

}  // namespace sokudo::plan
