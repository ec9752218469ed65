// SPDX-License-Identifier: GPL-3.0-or-later
// Edits of a house typed in one line: the same in the search field, on the command line and in a batch file.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/id.h"
#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::editline {

/// The plan after an edit, and what was done.
struct Edited {
    plan::Plan plan;
    std::string done;                    ///< "added switch core with 11 ports in Cellar"
    std::vector<plan::Subject> touched;  ///< added or changed, in order
};

/// A verb of the grammar, for help.
struct VerbHelp {
    std::string_view word, form, example;
};
std::vector<VerbHelp> verbs();

/// Whether the line begins with a verb of the grammar.
bool isEditLine(std::string_view line);

/// Carries out one line. docs/edit-lines.md gives the grammar.
/// @param ids  new objects take their ids from here
/// @error BadInput  a word that is not understood, with its place; an edit that the plan does not allow
Result<Edited> edited(const plan::Plan&, std::string_view line, const kb::KnowledgeBase&, IdSource& ids);

/// One object with other properties: what `set` does to the object it names.
/// @param properties  "length=12m source=measured"; of a run also words of a cable
/// @error BadInput  as of `edited`; a kind of object that has no properties
Result<plan::Plan> withProperties(const plan::Plan&, const plan::Subject&, std::string_view properties,
                                  const kb::KnowledgeBase&, IdSource& ids);

/// Carries out many lines, all or none. Empty lines and those that begin with # say nothing.
/// @error  that of the first line that fails, with its number
Result<Edited> editedByAll(const plan::Plan&, std::string_view lines, const kb::KnowledgeBase&, IdSource& ids);

}  // namespace sokudo::editline
