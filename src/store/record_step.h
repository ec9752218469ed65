// SPDX-License-Identifier: GPL-3.0-or-later
// What one action did to the records beside the plan (results, readings, log entries, answers, versions), so that it
// can be undone and redone.
#pragma once

#include <optional>
#include <vector>

#include "core/base/result.h"
#include "store/project_file.h"

namespace sokudo::store {

/// A record before and after the action; empty: it was not there.
template <class T>
struct Changed {
    std::optional<T> before, after;
};

struct RecordStep {
    std::vector<Changed<measure::Trial>> trials;
    std::vector<Changed<measure::KeptReading>> readings;
    std::vector<Changed<logbook::Entry>> entries;
    std::vector<Changed<Answer>> answers;
    std::vector<Changed<Version>> versions;
};

/// @param before  the project before `changes` are saved
RecordStep recordStep(const Project& before, const Changes& changes);

enum class StepDirection { Undo, Redo };

/// What must be saved to undo or redo a step.
/// @param now  the project as it is
/// @error Conflict  a record is no longer what the step left: another window, or a later action, has changed it
Result<Changes> changesFor(const RecordStep&, const Project& now, StepDirection);

}  // namespace sokudo::store
