// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/shared_rows.h"

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

BitRate megabit(RowReader& row, std::string_view column) { return BitRate::of(row.number(column) * 1e6); }
Frequency megahertz(RowReader& row, std::string_view column) { return Frequency::of(row.number(column)); }

CoaxGeneration coaxGenerationRow(RowReader& row)
{
    return {row.text("id"),           row.text("name"),   megabit(row, "phy_mbps"),
            megabit(row, "mac_mbps"), row.whole("nodes"), Duration::of(row.number("latency_ms") / 1000),
            row.whole("order"),       row.provenance()};
}

CoaxBand coaxBandRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            megahertz(row, "low_mhz"),
            megahertz(row, "high_mhz"),
            row.flag("satellite_clash"),
            row.provenance()};
}

CoaxLoss coaxLossRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), Decibel::of(row.number("at_1500_db")), row.text("unit") == "per 100 m",
            row.provenance()};
}

PowerLine powerLineRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), megabit(row, "printed_mbps"), row.text("protocol"), row.provenance()};
}

}  // namespace

void sharedTables(Loader& tables)
{
    tables.add("coax_generations.csv", coaxGenerationRow);
    tables.add("coax_bands.csv", coaxBandRow);
    tables.add("coax_losses.csv", coaxLossRow);
    tables.add("power_lines.csv", powerLineRow);
}

}  // namespace sokudo::kb
