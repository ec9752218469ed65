// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/cause_rows.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

Cause causeRow(RowReader& row)
{
    Cause cause{row.text("id"),
                row.text("cause"),
                row.number("weight"),
                {},
                {},
                row.text("best_test"),
                row.text("fix"),
                row.text("gain"),
                row.number("fix_minutes"),
                row.text("caution"),
                row.text("house"),
                row.text("lies_in"),
                {}};
    if (!row.text("link_at_most_gbps").empty()) cause.linkAtMost = gigabits(row.number("link_at_most_gbps"));
    if (!row.text("needs_any_of").empty()) cause.needs = text::split(row.text("needs_any_of"), '/');
    for (const std::string& word : row.words("signature")) {
        const auto parts = text::split(word, ':');
        if (parts.size() != 2 || parts[1].size() != 1 ||
            std::string_view("HMLZ").find(parts[1][0]) == std::string_view::npos) {
            row.complain(fmt::format("“{}” in the signature is not flag:H, M, L or Z", word));
            continue;
        }
        const auto seen = std::find_if(cause.signature.begin(), cause.signature.end(),
                                       [&](const auto& entry) { return entry.first == parts[0]; });
        if (seen == cause.signature.end()) cause.signature.emplace_back(parts[0], parts[1][0]);
    }
    return cause;
}

Flag flagRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"),    row.text("true_when"), row.number("background"),
            row.text("family"), row.text("implies"), row.text("swapped")};
}

Check checkRow(RowReader& row)
{
    const std::string who = row.text("by");
    if (who != "read" && who != "measure" && who != "owner")
        row.complain(fmt::format("“{}” in column by is not read, measure or owner", who));
    return {row.text("id"),
            row.text("test"),
            row.number("minutes"),
            row.number("currency"),
            row.text("risk"),
            row.words("flags"),
            who == "read"      ? CheckBy::Read
            : who == "measure" ? CheckBy::Measure
                               : CheckBy::Owner,
            row.flag("needs_link"),
            row.text("house"),
            row.text("caution")};
}

}  // namespace

std::optional<char> Cause::letterOf(std::string_view flag) const
{
    for (const auto& [known, letter] : signature)
        if (known == flag) return letter;
    return std::nullopt;
}

void causeTables(Loader& tables)
{
    tables.add("causes.csv", causeRow);
    tables.add("flags.csv", flagRow);
    tables.add("checks.csv", checkRow);
}

}  // namespace sokudo::kb
