// SPDX-License-Identifier: GPL-3.0-or-later
// What the fields of one object may hold, whoever typed or sent them: a form, a line, JSON, CSV or a project file.
#pragma once

#include <optional>
#include <string>

#include "core/base/quantity.h"
#include "core/base/sentence.h"

namespace sokudo::plan {

/// A field that holds what it may not.
struct FieldProblem {
    std::string field;    ///< its key in exported JSON: "mtu_bytes"
    text::Sentence what;  ///< what is wrong and what it may hold
};

/// A key as words: "mtu_bytes" is "MTU", "disks[1].count" "count of disks 2".
std::string fieldWords(const std::string& field);

/// @return a sentence when the rate is not above 0 and at most 1.6 Tb/s
std::optional<text::Sentence> problemOfRate(BitRate);
/// @return a sentence when the length is not above 0 and at most 100 km
std::optional<text::Sentence> problemOfLength(Length);

/// @return a problem of that field where it is no ISO 4217 code; an empty one is none
std::optional<FieldProblem> problemOfCurrency(const char* field, const std::string& value);

}  // namespace sokudo::plan
