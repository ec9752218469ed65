// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/switch_rows.h"

#include <algorithm>

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

SwitchObject objectRow(RowReader& row)
{
    SwitchObject object{row.text("id"), row.text("oid"), row.text("counter"), row.text("means"), row.provenance()};
    const bool isDotted = !object.oid.empty() && std::all_of(object.oid.begin(), object.oid.end(),
                                                             [](char c) { return c == '.' || (c >= '0' && c <= '9'); });
    if (!isDotted) row.complain("column oid is numbers with dots between: 1.3.6.1.2.1.2.2.1.2");
    return object;
}

MauType mauRow(RowReader& row)
{
    MauType type{row.text("number"), row.text("name"), row.text("duplex"), row.provenance()};
    if (!type.duplex.empty() && type.duplex != "full" && type.duplex != "half")
        row.complain("column duplex is full, half or empty");
    return type;
}

}  // namespace

void switchTables(Loader& tables)
{
    tables.add("switch_objects.csv", objectRow);
    tables.add("mau_types.csv", mauRow, by<&MauType::number>);
}

}  // namespace sokudo::kb
