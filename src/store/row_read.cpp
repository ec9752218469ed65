// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/checks.h"
#include "core/plan/checks.h"
#include "store/fields.h"
#include "store/row.h"
#include "store/row_kinds.h"

namespace sokudo::store {

using measure::problemOf;
using plan::problemOf;

namespace {

std::optional<plan::FieldProblem> problemOf(const logbook::Entry& entry)
{
    if (entry.text.size() <= 20000) return std::nullopt;
    return plan::FieldProblem{"text", "is longer than 20000 bytes; shorten it"};
}

}  // namespace

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

#define SOKUDO_MAKE(Kind) template Result<ParsedRow<Kind>> parsedRow<Kind>(const Json&, const std::string&);
SOKUDO_ROW_KINDS(SOKUDO_MAKE)
#undef SOKUDO_MAKE

}  // namespace sokudo::store
