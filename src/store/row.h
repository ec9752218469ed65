// SPDX-License-Identifier: GPL-3.0-or-later
// One row into its JSON and out of it: read, checked, with the fields that this Sokudo does not know. The description
// of its kind says what its fields are.
#pragma once

#include <string>

#include "core/base/json.h"
#include "core/base/result.h"
#include "core/plan/kind.h"
#include "store/project.h"

namespace sokudo::store {

/// Fills a row of that kind.
/// @param where  how messages call the row
/// @return the fields that are not known, for mergeUnknown(); null: every field is known
/// @error BadInput  a field of the wrong kind or out of range, with its path
Result<Json> readRow(const plan::Kind&, const Json& body, const std::string& where, void* row);
/// What says nothing is left out.
Json toJson(const plan::Kind&, const void* row);

template <class T>
struct ParsedRow {
    T row;
    Json unknown;  ///< null: every field is known
};
template <class T>
Result<ParsedRow<T>> parsedRow(const Json& body, const std::string& where)
{
    ParsedRow<T> result;
    auto unknown = readRow(plan::kindOf<T>(), body, where, &result.row);
    if (!unknown) return tl::unexpected(unknown.error());
    result.unknown = std::move(*unknown);
    return result;
}
template <class T>
Json toJson(const T& row)
{
    return toJson(plan::kindOf<T>(), &row);
}

/// What messages call a row of which not even the fields can be read.
std::string nameIn(const Json& body);
/// Its JSON with the fields put back that an earlier reading did not know.
Json wholeJson(const plan::Kind&, const void* row, const UnknownFields& unknown);

/// A kind by its list in exported JSON: "runs"; of the plan or of the records beside it. Null: there is none.
const plan::Kind* kindOfList(std::string_view list);
/// Every kind that a project holds: those of the plan, then those of eachRecord.
const std::vector<const plan::Kind*>& projectKinds();

}  // namespace sokudo::store
