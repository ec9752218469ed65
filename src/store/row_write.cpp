// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/fields.h"
#include "store/row.h"
#include "store/row_kinds.h"

namespace sokudo::store {

template <class T>
Json toJson(const T& row)
{
    FieldWriter writer;
    fields(writer, row);
    return std::move(writer.result);
}

#define SOKUDO_MAKE(Kind) template Json toJson<Kind>(const Kind&);
SOKUDO_ROW_KINDS(SOKUDO_MAKE)
#undef SOKUDO_MAKE

}  // namespace sokudo::store
