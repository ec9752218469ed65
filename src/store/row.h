// SPDX-License-Identifier: GPL-3.0-or-later
// One row out of its JSON: read, checked, with the fields that this Sokudo does not know.
#pragma once

#include "core/measure/checks.h"
#include "core/plan/checks.h"
#include "store/fields.h"

namespace sokudo::store {

using measure::problemOf;
using plan::problemOf;
inline std::optional<plan::FieldProblem> problemOf(const logbook::Entry& entry)
{
    if (entry.text.size() <= 20000) return std::nullopt;
    return plan::FieldProblem{"text", "is longer than 20000 bytes; shorten it"};
}

template <class T>
struct ParsedRow {
    T row;
    Json unknown;  ///< null: every field is known
};

/// @param where  how messages call the row
/// @error BadInput  a field of the wrong kind or out of range, with its path
template <class T>
Result<ParsedRow<T>> parsedRow(const Json& body, const std::string& where)
{
    std::optional<Error> error;
    FieldReader reader(body, where, error);
    ParsedRow<T> result;
    fields(reader, result.row);
    // A kind without a check of its own holds whatever its fields can.
    if constexpr (requires { problemOf(result.row); })
        if (const auto problem = error ? std::nullopt : problemOf(result.row))
            reader.complain(problem->field, problem->what.text());
    if (error) return tl::unexpected(*error);
    result.unknown = reader.unknown();
    return result;
}

/// What messages call a row of which not even the fields can be read.
std::string nameIn(const Json& body);

}  // namespace sokudo::store
