// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of the records beside the things that carry data, as lines, forms and tables set and show them. The
// description of their kind says which there are. For the files of properties only.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/editline/property.h"
#include "core/plan/kind.h"

namespace sokudo::editline {

/// What a field may be set to: the value of an edit line, and the words for it.
using KeyChoices = std::vector<std::pair<std::string, std::string>>;

/// The value of an edit line that would set a field so again.
std::string shown(const plan::Field&, const void* record, const plan::Plan&);
/// Empty: any text.
KeyChoices choicesOf(const plan::Kind&, const plan::Field&, const plan::Plan&, const kb::KnowledgeBase&);

/// The field that comes first in a line, without a key: the name, or the first that lines set. Null: lines set none.
const plan::Field* lineNameField(const plan::Kind&);
/// How an edit line calls a record: a service by its name, an address by its device, work by what and where.
std::string lineName(const plan::Kind&, const void* record, const plan::Plan&);
/// Sets one field. @error BadInput  no such field, or a value that it cannot hold
Field setField(const plan::Kind&, void* record, const Property&, Draft&);
/// Takes the words that are left as fields of a record.
std::optional<Error> takeProperties(Words&, const plan::Kind&, void* record, Draft&);

}  // namespace sokudo::editline
