// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/worth_rows.h"

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

Dig digRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            Money::of(row.number("price_each")),
            Money::of(row.number("price_per_m")),
            row.number("minutes_each"),
            row.number("minutes_per_m"),
            row.text("says"),
            row.provenance()};
}

RadioBridge bridgeRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.text("ceiling"),
            Money::of(row.number("pair_price")),
            Length::of(row.number("longest_m")),
            Watt::of(row.number("watts")),
            row.text("needs"),
            row.provenance()};
}

FollowUp followUpRow(RowReader& row)
{
    return {row.text("id"),        row.text("what"),  Money::of(row.number("price")),
            row.number("minutes"), row.flag("maybe"), row.provenance()};
}

}  // namespace

void worthTables(Loader& tables)
{
    tables.add("digs.csv", digRow);
    tables.add("bridges.csv", bridgeRow);
    tables.add("follow_ups.csv", followUpRow);
}

}  // namespace sokudo::kb
