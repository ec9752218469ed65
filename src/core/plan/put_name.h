// SPDX-License-Identifier: GPL-3.0-or-later
// How a name comes into the plan; for the files of edits only.
#pragma once

#include "core/base/table.h"
#include "core/base/text.h"

namespace sokudo::plan {

/// A name that is typed loses the blanks around it; one that was there already stays as it is, whatever else of its row
/// is changed.
template <class T>
void trimTypedName(const Table<T>& rows, T& row)
{
    const T* old = rows.find(row.id);
    if (!old || old->name != row.name) row.name = text::trimmed(row.name);
}

}  // namespace sokudo::plan
