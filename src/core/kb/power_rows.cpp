// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/power_rows.h"

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

PowerFigure figureRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"), row.number("low"), row.number("usual"),
            row.number("high"), row.text("unit"), row.provenance()};
}

BatteryKind batteryRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.number("usable_low"),
            row.number("usable"),
            row.number("usable_high"),
            row.number("peukert"),
            row.number("rated_hours"),
            row.number("loss_a_year"),
            row.text("caution"),
            row.provenance()};
}

PowerWord wordRow(RowReader& row) { return {row.text("word"), row.text("type"), row.text("says"), row.provenance()}; }

}  // namespace

void powerTables(Loader& tables)
{
    tables.add("power_figures.csv", figureRow);
    tables.add("batteries.csv", batteryRow);
    tables.add("power_words.csv", wordRow, by<&PowerWord::word>);
}

}  // namespace sokudo::kb
