// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of a plan by the type of their rows, for tests that look at every kind.
#pragma once

#include "core/plan/kind.h"

namespace sokudo::testing {

template <class T>
struct TableOf {
    using Row = T;
    const char *kind, *list;
    Table<T> plan::Plan::*rows;
};

/// Calls `visit` with the TableOf of each kind.
template <class Visit>
void eachTable(Visit visit)
{
    using namespace plan;
#define SOKUDO_VISIT(T, table) visit(TableOf<T>{kindOf<T>().name, kindOf<T>().list, &Plan::table});
    SOKUDO_PLAN_TABLES(SOKUDO_VISIT)
#undef SOKUDO_VISIT
}

}  // namespace sokudo::testing
