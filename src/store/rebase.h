// SPDX-License-Identifier: GPL-3.0-or-later
// What one edit changed, put onto another state of the same plan: for two programs on one file, for undo, for forms.
#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/plan/plan.h"

namespace sokudo::store {

/// `onto` with what differs between `before` and `after`. Objects and fields that only one side changed go together.
/// @error Conflict  both sides changed the same field, or one deleted what the other changed, or the two do not fit
///                  together; the sentence names the object
Result<plan::Plan> rebased(const plan::Plan& onto, const plan::Plan& before, const plan::Plan& after);

/// `theirs` with the fields that differ between `base` and `mine`.
/// @error Conflict  both changed the same field to different values
template <class T>
Result<T> mergedRow(const T& base, const T& mine, const T& theirs);

/// The fields that differ, by their keys in exported JSON ("length_m", "traits.loop", "processor.cores").
template <class T>
std::vector<std::string> changedFields(const T& base, const T& mine);

}  // namespace sokudo::store
