// SPDX-License-Identifier: GPL-3.0-or-later
// One row into its JSON and out of it: read, checked, with the fields that this Sokudo does not know.
#pragma once

#include <string>

#include "core/base/json.h"
#include "core/base/result.h"

namespace sokudo::store {

template <class T>
struct ParsedRow {
    T row;
    Json unknown;  ///< null: every field is known
};

/// Made once for each kind of row, in row_read.cpp: what its fields need is compiled there only.
/// @param where  how messages call the row
/// @error BadInput  a field of the wrong kind or out of range, with its path
template <class T>
Result<ParsedRow<T>> parsedRow(const Json& body, const std::string& where);

/// Made once for each kind of row, in row_write.cpp.
template <class T>
Json toJson(const T& row);

/// What messages call a row of which not even the fields can be read.
std::string nameIn(const Json& body);

}  // namespace sokudo::store
