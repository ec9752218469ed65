// SPDX-License-Identifier: GPL-3.0-or-later
// Where a row of a table comes from.
#pragma once

#include <string>

#include "core/base/verdict.h"

namespace sokudo::kb {

/// Where a row comes from and how sure it is.
struct Provenance {
    std::string source;  ///< id in clauses.csv
    Certainty certainty = Certainty::Typical;
};

}  // namespace sokudo::kb
