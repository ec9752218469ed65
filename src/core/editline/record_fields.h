// SPDX-License-Identifier: GPL-3.0-or-later
// Services, networks, work, stock, notes, addresses and photos as fields of a form: the same fields, checks and
// messages as in edit lines.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/editline/edit_line.h"

namespace sokudo::editline {

struct RecordField {
    std::string key;      ///< as an edit line calls it
    std::string heading;  ///< as a person does
    std::string hint;     ///< an example, or what an empty field means
    std::string value;    ///< as an edit line would set it
    /// What it may hold: the value and the words for it. Empty: any text.
    std::vector<std::pair<std::string, std::string>> choices;
    bool mayBeEmpty = true;  ///< of one with choices
};

/// A record has fields of this kind: "service", "loose-end".
bool isRecordKind(std::string_view kind);
/// The fields of a record, with what they hold.
/// @param subject  without an id: a new record of that kind. Of another kind there are none.
std::vector<RecordField> recordFields(const plan::Plan&, const plan::Subject& subject, const kb::KnowledgeBase&);
/// How edit lines and lists call it; empty where it is gone.
std::string recordName(const plan::Plan&, const plan::Subject&);

using RecordValues = std::vector<std::pair<std::string, std::string>>;  ///< key and value
/// Adds a record, or changes these fields of one.
/// @param subject  without an id: a new one
/// @error BadInput  a field that holds what it may not; NotFound  it is gone
Result<Edited> withRecord(const plan::Plan&, const plan::Subject& subject, const RecordValues&,
                          const kb::KnowledgeBase&, IdSource& ids);
/// @error NotFound  it is gone, or no record
Result<plan::Plan> withoutRecord(const plan::Plan&, const plan::Subject&);

}  // namespace sokudo::editline
