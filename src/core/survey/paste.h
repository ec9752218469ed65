// SPDX-License-Identifier: GPL-3.0-or-later
// A table copied from a spreadsheet: its columns are recognised, and each row becomes an edit line that is shown before
// it is taken.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

enum class PastedKind { Places, Devices, Runs };

/// What a column of the table is taken for.
struct PastedColumn {
    std::string heading;  ///< as pasted; empty where the table has none
    std::string meaning;  ///< "from", "length", "place"; empty: not taken
};

struct PastedRow {
    std::vector<std::string> cells;
    std::string line;     ///< the edit line made of it
    std::string problem;  ///< why the line is refused; empty: it is not
};

struct Pasted {
    PastedKind kind = PastedKind::Runs;
    bool hasHeadings = false;
    std::vector<PastedColumn> columns;
    std::vector<PastedRow> rows;
    int good = 0;  ///< rows that would be taken
};

/// Cells are parted by tabs, semicolons or commas, whichever the first line has. Columns are told by their heading,
/// else by what stands in them.
/// @error BadInput  nothing that looks like a table of places, devices or runs
Result<Pasted> readPasted(std::string_view text, const plan::Plan&, const kb::KnowledgeBase&, IdSource& ids);
/// The same with columns that the user named himself: one meaning a column.
Result<Pasted> readPasted(std::string_view text, PastedKind, const std::vector<std::string>& meanings,
                          const plan::Plan&, const kb::KnowledgeBase&, IdSource& ids);
/// What a column of a kind of table can mean.
const std::vector<std::string>& meaningsOf(PastedKind);

/// The house with all good rows in it.
Result<plan::Plan> withPasted(const Pasted&, const plan::Plan&, const kb::KnowledgeBase&, IdSource& ids);

}  // namespace sokudo::survey
