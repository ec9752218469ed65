// SPDX-License-Identifier: GPL-3.0-or-later
// Where a row of a table comes from.
#pragma once

#include <string>

#include "core/base/verdict.h"

namespace sokudo::kb {

/// A source: a document and the clause in it.
struct Clause {
    std::string id, document, clause, title;
};

/// Where a row comes from and how sure it is.
struct Provenance {
    std::string source;  ///< id in clauses.csv
    Certainty certainty = Certainty::Typical;
};

}  // namespace sokudo::kb
