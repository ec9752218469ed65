// SPDX-License-Identifier: GPL-3.0-or-later
// The words by which edit lines call kinds of records; for the files of edit lines only.
#pragma once

#include <string_view>
#include <utility>

#include "core/plan/kind.h"

namespace sokudo::editline {

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
    for (const plan::Kind* kind : plan::kinds())
        if (*kind->lineWord && word == kind->lineWord) return kind->name;
    return {};
}

}  // namespace sokudo::editline
