// SPDX-License-Identifier: GPL-3.0-or-later
// Everything a project file holds.
#pragma once

#include <vector>

#include "core/diagnose/evidence.h"
#include "core/logbook/entry.h"
#include "core/measure/trial.h"
#include "core/plan/plan.h"

namespace sokudo::store {

using AnswerId = Id<struct AnswerTag>;

/// What the owner answered about a slow path.
struct Answer {
    AnswerId id;
    plan::DeviceId from, to;
    std::string flag;  ///< id in flags.csv
    bool present = false;
    measure::Timestamp at;
    friend bool operator==(const Answer&, const Answer&) = default;
};

struct Project {
    plan::Plan plan;
    std::vector<measure::Trial> trials;
    std::vector<logbook::Entry> entries;
    std::vector<Answer> answers;
    friend bool operator==(const Project&, const Project&) = default;
};

}  // namespace sokudo::store
