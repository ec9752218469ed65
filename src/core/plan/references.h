// SPDX-License-Identifier: GPL-3.0-or-later
// What a record refers to, by the description of its kind: whether it is there, and what becomes of the record when it
// is not.
#pragma once

#include <optional>

#include "core/base/sentence.h"
#include "core/plan/kind.h"

namespace sokudo::plan {

/// All that a record refers to by a field, those of its lists included.
std::vector<Subject> referencesOf(const Kind&, const void* row);

/// Why a record does not go with the plan: it refers to something that is not there, or lacks what it belongs to.
/// Nothing where it does.
std::optional<text::Sentence> goneReference(const Plan&, const Kind&, const void* row);

/// Whether it refers to something that is not there, be that allowed or not, or lacks what it belongs to.
bool refersToGone(const Plan&, const Kind&, const void* row);

/// Takes away what the record refers to and is not there.
/// @return false: it cannot stand without it, and goes too
bool loosen(const Plan&, const Kind&, void* row);

}  // namespace sokudo::plan
