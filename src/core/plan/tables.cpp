// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/table_rows.h"
#include "core/plan/kinds.h"

namespace sokudo {

#define SOKUDO_MAKE(Kind) template class Table<plan::Kind>;
SOKUDO_PLAN_KINDS(SOKUDO_MAKE)
#undef SOKUDO_MAKE

}  // namespace sokudo
