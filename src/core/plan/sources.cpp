// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/sources.h"

#include <algorithm>
#include <array>

#include "core/base/date.h"
#include "core/base/text.h"

namespace sokudo::plan {
namespace {

constexpr std::array<std::string_view, 5> kOrigins{"read", "measured", "printed", "told", "guessed"};

}  // namespace

std::string_view code(Origin origin) { return kOrigins[static_cast<std::size_t>(origin)]; }

std::optional<Origin> originFromCode(std::string_view word)
{
    for (std::size_t i = 0; i < kOrigins.size(); ++i)
        if (kOrigins[i] == word) return static_cast<Origin>(i);
    return std::nullopt;
}

std::string text(const Source& source)
{
    return std::string(code(source.origin)) + (source.on.empty() ? "" : " " + source.on);
}

std::optional<Source> sourceFromText(std::string_view text)
{
    const auto words = text::words(text);
    if (words.empty() || words.size() > 2) return std::nullopt;
    const auto origin = originFromCode(text::lower(words[0]));
    if (!origin) return std::nullopt;
    if (words.size() == 2 && !dayFromIso(words[1])) return std::nullopt;
    return Source{*origin, words.size() == 2 ? words[1] : std::string()};
}

const Source* Sources::of(std::string_view field) const
{
    for (const auto& [name, source] : m_values)
        if (name == field) return &source;
    return nullptr;
}

bool Sources::isGuessed(std::string_view field) const
{
    const Source* source = of(field);
    return source && source->origin == Origin::Guessed;
}

void Sources::set(std::string_view field, std::optional<Source> source)
{
    const auto at = std::lower_bound(m_values.begin(), m_values.end(), field,
                                     [](const auto& entry, std::string_view name) { return entry.first < name; });
    const bool has = at != m_values.end() && at->first == field;
    if (!source) {
        if (has) m_values.erase(at);
    } else if (has) {
        at->second = std::move(*source);
    } else {
        m_values.emplace(at, std::string(field), std::move(*source));
    }
}

}  // namespace sokudo::plan
