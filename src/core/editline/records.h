// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of the records that have keys; for the files of edit lines only.
#pragma once

#include "core/editline/record_keys.h"
#include "core/plan/tables.h"

namespace sokudo::editline {

/// Calls `visit` with the plan::TableOf of that kind of record; not at all for another kind of object.
template <class Visit>
void withTable(std::string_view kind, Visit visit)
{
    plan::eachTable([&](auto table) {
        if constexpr (kHasKeys<typename decltype(table)::Row>)
            if (kind == table.kind) visit(table);
    });
}

/// The kind of record that a word of an edit line names: "spare" is of the stock. Empty: none.
inline std::string_view recordKindOf(std::string_view word)
{
    static constexpr std::pair<std::string_view, std::string_view> kWords[] = {
        {"service", "service"},       {"network", "network"},   {"work", "workload"},
        {"spare", "stock"},           {"tool", "stock"},        {"borrowed", "stock"},
        {"ordered", "stock"},         {"stock", "stock"},       {"temporary", "loose-end"},
        {"compromise", "loose-end"},  {"open", "loose-end"},    {"address", "access"},
        {"photo", "photo"},           {"kind", "device-kind"},  {"circuit", "circuit"},
        {"outlet", "outlet"},         {"strip", "outlet"},      {"offer", "offer"},
        {"purchase", "purchase"},     {"currency", "currency"}, {"budget", "budget"},
        {"person", "person"},         {"tick", "tick"},         {"permit", "permit"},
        {"instrument", "instrument"}, {"test", "cable-test"},   {"profile", "profile"},
        {"setting", "setting"},       {"cut-over", "cut-over"}, {"mark", "day-mark"},
        {"columns", "column-map"}};
    for (const auto& [known, kind] : kWords)
        if (known == word) return kind;
    return {};
}

}  // namespace sokudo::editline
