// SPDX-License-Identifier: GPL-3.0-or-later
// What the fields of a trial or a log entry may hold, whoever typed or sent them.
#pragma once

#include "core/measure/trial.h"
#include "core/plan/checks.h"

namespace sokudo::measure {

/// Rates up to 1.6 Tb/s with low ≤ value ≤ high, 1 to 1024 streams, times from 0 to a year.
std::optional<plan::FieldProblem> problemOf(const Trial&);

}  // namespace sokudo::measure
