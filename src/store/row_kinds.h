// SPDX-License-Identifier: GPL-3.0-or-later
// Every kind of row that a project file holds: those of the plan and those of eachRecord. A kind that is missing here
// is missed by the linker.
#pragma once

#include "core/plan/kinds.h"
#include "store/project.h"

#define SOKUDO_OF_PLAN(Kind) SOKUDO_MAKE(plan::Kind)
#define SOKUDO_ROW_KINDS(X) SOKUDO_PLAN_KINDS(SOKUDO_OF_PLAN) X(measure::Trial) X(logbook::Entry) X(Answer) X(Version)
