// SPDX-License-Identifier: GPL-3.0-or-later
// The JSON Schema of exported projects, made of the same fields that read and write them.
#pragma once

#include "core/base/json_fwd.h"
#include "core/plan/kind.h"

namespace sokudo::store {

/// Draft 7, which most validators read; published as docs/house.schema.json.
Json projectSchema();
/// The schema of one kind of row.
Json schemaOf(const plan::Kind&);

}  // namespace sokudo::store
