// SPDX-License-Identifier: GPL-3.0-or-later
// How a record that a line describes comes into the plan; for the files of adding verbs only.
#pragma once

#include "core/editline/record_keys.h"
#include "core/editline/verbs.h"
#include "core/plan/edits.h"

namespace sokudo::editline {

/// Fills in the properties that follow and puts the record into the plan.
template <class T, class Say>
Done put(Draft& draft, Words& words, const char* kind, T record, Say say)
{
    if (auto error = takeProperties(words, plan::kindOf<T>(), &record, draft)) return tl::unexpected(*error);
    record.id = draft.ids.next<decltype(T::id)>();
    const auto id = record.id;
    const std::string done = say(record);
    if (auto error = draft.take(plan::edits::putRecord(draft.plan, std::move(record)))) return tl::unexpected(*error);
    draft.touch(kind, id);
    return done;
}

}  // namespace sokudo::editline
