// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/rule_rows.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

template <class Enum, std::size_t N>
Enum oneOf(RowReader& row, std::string_view column, const std::string_view (&words)[N])
{
    const std::string cell = row.text(column);
    for (std::size_t i = 0; i < N; ++i)
        if (words[i] == cell) return static_cast<Enum>(i);
    row.complain(fmt::format("“{}” in column {} is not known", cell, column));
    return static_cast<Enum>(0);
}

constexpr std::string_view kOwners[] = {"device", "port", "run", "place"};
constexpr std::string_view kTypes[] = {"flag", "choice", "count",   "length",    "decibel", "level", "watt",
                                       "volt", "ohm",    "celsius", "frequency", "rate",    "mass",  "text"};

Clause clauseRow(RowReader& row)
{
    return {row.text("id"), row.text("document"), row.text("clause"), row.text("title")};
}

RuleClause ruleClauseRow(RowReader& row)
{
    return {row.text("id"),     row.verdict("verdict"), row.text("when"), row.text("text"),
            row.text("remedy"), row.text("caution"),    row.provenance()};
}

Caution cautionRow(RowReader& row) { return {row.text("id"), row.text("text"), row.provenance()}; }

FecMode fecModeRow(RowReader& row)
{
    return {row.text("id"),     row.text("setting"),     row.text("name"), row.whole("strength"),
            row.words("words"), row.whole("block_bits"), row.provenance()};
}

TraitKind traitKindRow(RowReader& row)
{
    return {row.text("id"),
            oneOf<TraitOwner>(row, "of", kOwners),
            oneOf<TraitType>(row, "kind", kTypes),
            row.text("unit"),
            row.maybeNumber("least"),
            row.maybeNumber("most"),
            row.words("choices"),
            row.words("media"),
            row.text("name"),
            row.text("meaning"),
            row.text("question"),
            row.text("changes")};
}

TraitQuestion traitQuestionRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.text("why"), row.provenance()};
}

Asymmetry asymmetryRow(RowReader& row)
{
    return {row.text("id"), row.text("when"), row.text("suspect"), row.text("look"), row.provenance()};
}

}  // namespace

const FecMode* fecModeNamed(const KnowledgeBase& kb, std::string_view word)
{
    for (const FecMode& row : kb.all<FecMode>())
        if (std::find(row.words.begin(), row.words.end(), word) != row.words.end()) return &row;
    return nullptr;
}

void ruleTables(Loader& tables)
{
    tables.add("clauses.csv", clauseRow);
    tables.add("rules.csv", ruleClauseRow);
    tables.add("cautions.csv", cautionRow);
    tables.add("fec_modes.csv", fecModeRow);
    tables.add("traits.csv", traitKindRow);
    tables.add("trait_questions.csv", traitQuestionRow);
    tables.add("asymmetries.csv", asymmetryRow);
}

}  // namespace sokudo::kb
