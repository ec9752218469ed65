// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/kb/load_rows.h"

namespace sokudo::kb {
namespace {

BitRate megabit(RowReader& row, std::string_view column) { return BitRate::of(row.number(column) * 1e6); }
Frequency megahertz(RowReader& row, std::string_view column) { return Frequency::of(row.number(column)); }
Watt watt(RowReader& row, std::string_view column) { return Watt::of(row.number(column)); }
Volt volt(RowReader& row, std::string_view column) { return Volt::of(row.number(column)); }

CableLoss cableLossRow(RowReader& row)
{
    return {row.text("medium"),
            row.number("root_db"),
            row.number("linear_db"),
            row.number("inverse_db"),
            row.number("connector_db"),
            row.number("limit_factor"),
            row.whole("limit_connectors"),
            row.number("limit_deviation_db"),
            megahertz(row, "top_mhz"),
            row.provenance()};
}

CopperNeed copperNeedRow(RowReader& row)
{
    return {row.text("phy"), row.text("medium"), megahertz(row, "top_mhz"), row.provenance()};
}

Conductor conductorRow(RowReader& row)
{
    return {row.whole("gauge"),        row.number("diameter_mm"),     Ohm::of(row.number("ohm_per_100m")),
            row.number("cord_factor"), row.metres("longest_cords_m"), row.provenance()};
}

HotLength hotLengthRow(RowReader& row)
{
    return {Celsius::of(row.number("celsius")), row.metres("unscreened_m"), row.metres("screened_m"), row.provenance()};
}

std::optional<BitRate> planOf(RowReader& row, std::string_view column)
{
    const std::string cell = row.text(column);
    return cell.empty() || cell == "=" ? std::nullopt : std::optional(row.gigabit(column));
}

WireFault wireFaultRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.text("clause"),
            row.verdict("at_100m"),
            row.verdict("at_1g"),
            row.verdict("at_fast"),
            planOf(row, "plan_100m_gbps"),
            planOf(row, "plan_1g_gbps"),
            planOf(row, "plan_fast_gbps"),
            row.text("poe"),
            row.text("text"),
            row.text("remedy"),
            row.provenance()};
}

PoeType poeTypeRow(RowReader& row)
{
    return {row.text("id"),        row.text("name"),           row.whole("pairs"),
            watt(row, "source_w"), watt(row, "device_w"),      volt(row, "source_v"),
            volt(row, "device_v"), row.whole("highest_class"), row.provenance()};
}

PoeClass poeClassRow(RowReader& row)
{
    return {row.text("id"),        row.whole("class"),       watt(row, "source_w"),
            watt(row, "device_w"), row.yes("four_pair"),     row.text("least_type"),
            volt(row, "device_v"), row.text("signature_ma"), row.provenance()};
}

Jacket jacketRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.whole("rank"), row.yes("outdoors"), row.provenance()};
}
MainsGap mainsGapRow(RowReader& row) { return {row.whole("circuits_up_to"), row.number("factor"), row.provenance()}; }

CoaxGeneration coaxGenerationRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            megabit(row, "phy_mbps"),
            megabit(row, "mac_mbps"),
            row.whole("nodes"),
            megabit(row, "low_mbps"),
            megabit(row, "high_mbps"),
            Duration::of(row.number("latency_ms") / 1000),
            row.whole("order"),
            row.provenance()};
}

CoaxBand coaxBandRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            megahertz(row, "low_mhz"),
            megahertz(row, "high_mhz"),
            row.yes("satellite_clash"),
            row.yes("cable_internet_clash"),
            row.provenance()};
}

CoaxLoss coaxLossRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), Decibel::of(row.number("at_1500_db")), row.text("unit") == "per 100 m",
            row.provenance()};
}

PowerLine powerLineRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            megabit(row, "printed_mbps"),
            row.text("protocol"),
            megabit(row, "good_low_mbps"),
            megabit(row, "good_high_mbps"),
            megabit(row, "typical_low_mbps"),
            megabit(row, "typical_high_mbps"),
            megabit(row, "bad_mbps"),
            row.provenance()};
}

}  // namespace

void loadMediaRows(const Files& files, KnowledgeBase& kb, std::optional<Error>& error)
{
    readRows(files, "cable_loss.csv", kb.cableLosses, cableLossRow, error);
    readRows(files, "copper_needs.csv", kb.copperNeeds, copperNeedRow, error);
    readRows(files, "conductors.csv", kb.conductors, conductorRow, error);
    readRows(files, "hot_lengths.csv", kb.hotLengths, hotLengthRow, error);
    readRows(files, "wire_faults.csv", kb.wireFaults, wireFaultRow, error);
    readRows(files, "poe_types.csv", kb.poeTypes, poeTypeRow, error);
    readRows(files, "poe_classes.csv", kb.poeClasses, poeClassRow, error);
    readRows(files, "jackets.csv", kb.jackets, jacketRow, error);
    readRows(files, "mains_gaps.csv", kb.mainsGaps, mainsGapRow, error);
    readRows(files, "coax_generations.csv", kb.coaxGenerations, coaxGenerationRow, error);
    readRows(files, "coax_bands.csv", kb.coaxBands, coaxBandRow, error);
    readRows(files, "coax_losses.csv", kb.coaxLosses, coaxLossRow, error);
    readRows(files, "power_lines.csv", kb.powerLines, powerLineRow, error);
}

}  // namespace sokudo::kb
