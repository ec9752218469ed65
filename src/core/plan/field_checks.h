// SPDX-License-Identifier: GPL-3.0-or-later
// What checks of fields are made of; for the files of checks only.
#pragma once

#include <optional>
#include <string>

#include "core/base/date.h"
#include "core/base/text.h"
#include "core/base/utf8.h"
#include "core/plan/checks.h"

namespace sokudo::plan::fieldchecks {

using Problem = std::optional<FieldProblem>;

constexpr std::size_t kLongestText = 4000;  // bytes: a note of two pages

/// The first of several checks that has something to say.
template <class... Checks>
Problem firstOf(Checks... checks)
{
    Problem found;
    ((found || (found = checks(), true)), ...);
    return found;
}

inline Problem problem(const char* field, text::Sentence what) { return FieldProblem{field, std::move(what)}; }

inline auto name(const char* field, const std::string& value, const char* example)
{
    return [field, &value, example]() -> Problem {
        if (isBlank(value))
            return problem(
                field, text::say("checks.is-missing-or-empty", "is missing or empty; type one, such as “{}”", example));
        if (turnsText(value))
            return problem(field, text::say("checks.turns-text",
                                            "holds signs that turn text around, so that it reads as another; type it "
                                            "again without them"));
        if (value.size() > 200)
            return problem(field, text::say("checks.is-longer-than-bytes-3", "is longer than 200 bytes; shorten it"));
        return {};
    };
}

inline auto free(const char* field, const std::string& value)
{
    return [field, &value]() -> Problem {
        if (value.size() <= kLongestText) return {};
        return problem(field,
                       text::say("checks.is-longer-than-bytes-2", "is longer than {} bytes; shorten it", kLongestText));
    };
}

template <class Number>
auto within(const char* field, Number value, Number least, Number most, const char* unit = "")
{
    return [=]() -> Problem {
        if (value >= least && value <= most) return {};
        return problem(field,
                       text::say("checks.lies-outside-to-3", "{} lies outside {} to {}{}", value, least, most, unit));
    };
}

inline auto rate(const char* field, const std::optional<BitRate>& value)
{
    return [field, &value]() -> Problem {
        const auto what = value ? problemOfRate(*value) : std::nullopt;
        return what ? problem(field, *what) : Problem();
    };
}

inline auto length(const char* field, const std::optional<Length>& value)
{
    return [field, &value]() -> Problem {
        const auto what = value ? problemOfLength(*value) : std::nullopt;
        return what ? problem(field, *what) : Problem();
    };
}

template <class Rows, class Check>
auto each(const Rows& rows, Check check)
{
    return [&rows, check]() -> Problem {
        for (std::size_t i = 0; i < rows.size(); ++i)
            if (Problem found = check(rows[i], i)) return found;
        return {};
    };
}

/// A day, where one is stated.
inline auto day(const char* field, const std::string& value)
{
    return [field, &value]() -> Problem {
        if (value.empty() || dayFromIso(value)) return {};
        return problem(field, text::say("checks.is-no-day", "“{}” is no day; write it as 2026-11-28", value));
    };
}

/// A quantity, where one is stated.
template <class Q>
auto between(const char* field, const std::optional<Q>& value, double least, double most, const char* unit)
{
    return [=, &value]() -> Problem { return value ? within(field, value->in(), least, most, unit)() : Problem(); };
}

/// Money, where it is stated.
inline auto money(const char* field, const std::optional<Money>& value)
{
    return [field, &value]() -> Problem { return between(field, value, 0.0, 1e6, "")(); };
}

/// Text that must be there, of any length a note may have.
inline auto needed(const char* field, const std::string& value, const char* example)
{
    return [field, &value, example]() -> Problem {
        if (text::trimmed(value).empty())
            return problem(
                field, text::say("checks.is-missing-or-empty", "is missing or empty; type one, such as “{}”", example));
        return free(field, value)();
    };
}

/// A size, where one is stated.
inline auto size(const char* field, const std::optional<DataSize>& value)
{
    return [field, &value]() -> Problem {
        if (!value || (*value >= DataSize{} && *value <= DataSize::of(1e18))) return {};
        return problem(field, text::say("checks.must-be-a-size", "must be a size from 0 to 1 EB"));
    };
}

inline auto sources(const Sources& all)
{
    return [&all]() -> Problem {
        for (const auto& [field, source] : all)
            if (!source.on.empty() && !dayFromIso(source.on))
                return FieldProblem{"sources." + field,
                                    text::say("checks.is-no-day", "“{}” is no day; write it as 2026-11-28", source.on)};
        return {};
    };
}

}  // namespace sokudo::plan::fieldchecks
