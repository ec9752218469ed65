// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/survey_rows.h"

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

RoleWord roleWordRow(RowReader& row) { return {row.text("word"), row.text("role"), row.provenance()}; }

}  // namespace

void surveyTables(Loader& tables) { tables.add("role_words.csv", roleWordRow, by<&RoleWord::word>); }

}  // namespace sokudo::kb
