// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/table_rows.h"
#include "core/plan/plan.h"

namespace sokudo {

#define SOKUDO_MAKE(T, rows) template class Table<plan::T>;
SOKUDO_PLAN_TABLES(SOKUDO_MAKE)
#undef SOKUDO_MAKE

}  // namespace sokudo
