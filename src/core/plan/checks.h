// SPDX-License-Identifier: GPL-3.0-or-later
// What the fields of one object may hold, whoever typed or sent them: a form, a line, JSON, CSV or a project file.
#pragma once

#include <optional>
#include <string>

#include "core/base/sentence.h"
#include "core/plan/plan.h"

namespace sokudo::plan {

/// A field that holds what it may not.
struct FieldProblem {
    std::string field;    ///< its key in exported JSON: "mtu_bytes"
    text::Sentence what;  ///< what is wrong and what it may hold
};

// Ranges, choices and what must be there; nothing about other objects, which the edits and the invariants look at.
std::optional<FieldProblem> problemOf(const Place&);
std::optional<FieldProblem> problemOf(const Device&);
std::optional<FieldProblem> problemOf(const Slot&);
std::optional<FieldProblem> problemOf(const Port&);
std::optional<FieldProblem> problemOf(const Run&);
std::optional<FieldProblem> problemOf(const Waiver&);
std::optional<FieldProblem> problemOf(const CatalogueRow&);
std::optional<FieldProblem> problemOf(const Flow&);
std::optional<FieldProblem> problemOf(const Job&);
std::optional<FieldProblem> problemOf(const Service&);
std::optional<FieldProblem> problemOf(const Network&);
std::optional<FieldProblem> problemOf(const Workload&);
std::optional<FieldProblem> problemOf(const StockItem&);
std::optional<FieldProblem> problemOf(const LooseEnd&);
std::optional<FieldProblem> problemOf(const Access&);
std::optional<FieldProblem> problemOf(const Photo&);
std::optional<FieldProblem> problemOf(const DeviceKind&);
std::optional<FieldProblem> problemOf(const Circuit&);
std::optional<FieldProblem> problemOf(const Outlet&);
std::optional<FieldProblem> problemOf(const Offer&);
std::optional<FieldProblem> problemOf(const Purchase&);
std::optional<FieldProblem> problemOf(const Currency&);
std::optional<FieldProblem> problemOf(const Budget&);
std::optional<FieldProblem> problemOf(const Person&);
std::optional<FieldProblem> problemOf(const Tick&);
std::optional<FieldProblem> problemOf(const Permit&);
std::optional<FieldProblem> problemOf(const Instrument&);
std::optional<FieldProblem> problemOf(const CableTest&);
std::optional<FieldProblem> problemOf(const PortProfile&);
std::optional<FieldProblem> problemOf(const SettingChange&);
std::optional<FieldProblem> problemOf(const CutOver&);
std::optional<FieldProblem> problemOf(const DayMark&);
std::optional<FieldProblem> problemOf(const ColumnMap&);

/// A key as words: "mtu_bytes" is "MTU", "disks[1].count" "count of disks 2".
std::string fieldWords(const std::string& field);

/// @return a sentence when the rate is not above 0 and at most 1.6 Tb/s
std::optional<text::Sentence> problemOfRate(BitRate);
/// @return a sentence when the length is not above 0 and at most 100 km
std::optional<text::Sentence> problemOfLength(Length);

}  // namespace sokudo::plan
