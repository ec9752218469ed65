// SPDX-License-Identifier: GPL-3.0-or-later
// Fields that name another row by its id, and how a person calls that row.
#pragma once

#include <string>
#include <string_view>

#include "core/plan/kind.h"

namespace sokudo::store {

/// The kind of row that the field of this key names by its id; empty: it names none.
std::string_view referredKind(std::string_view key);
/// Whether the field of this key holds the id of another row.
bool isReference(std::string_view key);
/// What the row is called that the field names by `id`: "core 4"; empty where it is not there.
std::string referenceName(const plan::Plan&, std::string_view key, std::string_view id);

/// How a person calls any row of a plan: "core 4", "run q2", "Cellar".
std::string nameOf(const plan::Plan&, const plan::Kind&, const void* row);
/// The same. Empty where it is not there.
std::string nameOf(const plan::Plan&, const plan::Subject&);

}  // namespace sokudo::store
