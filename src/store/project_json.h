// SPDX-License-Identifier: GPL-3.0-or-later
// A project as JSON: the format of export, import and of the rows in a project file.
#pragma once

#include <string_view>

#include "store/json_reader.h"
#include "store/project.h"

namespace sokudo::store {

Json toJson(const plan::Place&);
Json toJson(const plan::Device&);
Json toJson(const plan::Slot&);
Json toJson(const plan::Port&);
Json toJson(const plan::Run&);
Json toJson(const plan::Waiver&);
Json toJson(const plan::Flow&);
Json toJson(const plan::Job&);
Json toJson(const plan::CatalogueRow&);
Json toJson(const measure::Trial&);
Json toJson(const logbook::Entry&);
Json toJson(const Answer&);

plan::Place placeFrom(const JsonReader&);
plan::Device deviceFrom(const JsonReader&);
plan::Slot slotFrom(const JsonReader&);
plan::Port portFrom(const JsonReader&);
plan::Run runFrom(const JsonReader&);
plan::Waiver waiverFrom(const JsonReader&);
plan::Flow flowFrom(const JsonReader&);
plan::Job jobFrom(const JsonReader&);
plan::CatalogueRow catalogueRowFrom(const JsonReader&);
measure::Trial trialFrom(const JsonReader&);
logbook::Entry entryFrom(const JsonReader&);
Answer answerFrom(const JsonReader&);

/// The whole project, readable, with a format name and version.
std::string exportJson(const Project&);
/// @param name  how messages call the file
/// @error BadInput  not JSON (line and column), another format, a later version, a field of the wrong kind (its path),
///                  a reference that leads nowhere
Result<Project> importJson(std::string_view text, const std::string& name);

}  // namespace sokudo::store
