// SPDX-License-Identifier: GPL-3.0-or-later
// The only reader of data/.
#pragma once

#include <set>
#include <string>

#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/row_reader.h"

namespace sokudo::kb {

/// Builds the tables from the files.
/// @error BadInput  a missing file, a cell of the wrong kind; `where` names file and line
Result<KnowledgeBase> load(const Files& files);
/// The same tables, but for those of the `changed` files, which are read anew.
/// @error BadInput  as for load
Result<KnowledgeBase> loadAgain(const KnowledgeBase& built, const Files& files, const std::set<std::string>& changed);

/// The files as they were when Sokudo was built.
const Files& embeddedFiles();

}  // namespace sokudo::kb
