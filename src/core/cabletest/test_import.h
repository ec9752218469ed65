// SPDX-License-Identifier: GPL-3.0-or-later
// Results of a tester from its CSV file: which column holds what is said once and kept.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/id.h"
#include "core/base/result.h"
#include "core/plan/plan.h"

namespace sokudo::cabletest {

/// Fields that a column may hold, as edit lines name them: run, on, outcome, length, worst, margin, …
const std::vector<std::string>& importFields();

/// One column of a tester's table.
struct MappedColumn {
    std::string field;   ///< one of importFields()
    std::string column;  ///< its heading in the file
    std::string unit;    ///< "ft", "m", "db", "ohm"; empty: as the field usually is
};

/// “run=Cable ID; length=Length (ft) in ft; outcome=Result”.
/// @error BadInput  no such field, a field twice, no column for the run: with both places
Result<std::vector<MappedColumn>> columnMapOf(const std::string& text);
std::string textOf(const std::vector<MappedColumn>&);
/// What the headings suggest; fields that nothing fits are left out.
std::vector<MappedColumn> guessedColumns(const std::vector<std::string>& headings);

struct ImportedTests {
    std::vector<plan::CableTest> tests;
    std::vector<text::Sentence> notes;  ///< rows of runs that the plan does not have, with their lines
    text::Sentence sentence;
};

struct TestImport {
    std::string_view text;  ///< of the file
    std::string name;       ///< of the file
    std::vector<MappedColumn> columns;
    plan::CableTest common;  ///< what the file does not say: day, stage, grade, instrument, installer
};

/// Runs are found by their label, whatever its case. Nothing is imported when a cell cannot be read.
/// @error BadInput  file, line, column and how to fix it; no row is of a run of the plan
/// @source rfc-4180
Result<ImportedTests> importTests(const TestImport&, const plan::Plan&, IdSource&);

struct TakenTests {
    plan::Plan plan;
    int added = 0, same = 0;
    std::vector<text::Sentence> beside;  ///< of each that was given another name, since its own was taken
    text::Sentence sentence;             ///< "3 results imported, 2 were there already"
};
/// Adds them to the plan. Nothing is replaced: what is there already is told and left out, and another result of the
/// same run and day stands beside the one that is there.
Result<TakenTests> withTests(const plan::Plan&, const std::vector<plan::CableTest>&);

}  // namespace sokudo::cabletest
