// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/copper_rows.h"

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

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
            watt(row, "device_w"), row.flag("four_pair"),    row.text("least_type"),
            volt(row, "device_v"), row.text("signature_ma"), row.provenance()};
}

Jacket jacketRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.whole("rank"), row.flag("outdoors"), row.provenance()};
}

MainsGap mainsGapRow(RowReader& row) { return {row.whole("circuits_up_to"), row.number("factor"), row.provenance()}; }

}  // namespace

const Conductor* conductorOf(const KnowledgeBase& kb, int gauge)
{
    return firstWhere<Conductor>(kb, [gauge](const Conductor& row) { return row.gauge == gauge; });
}

void copperTables(Loader& tables)
{
    tables.add("cable_loss.csv", cableLossRow, by<&CableLoss::medium>);
    tables.add("copper_needs.csv", copperNeedRow, by<&CopperNeed::phy>);
    tables.add("conductors.csv", conductorRow);
    tables.add("hot_lengths.csv", hotLengthRow);
    tables.add("wire_faults.csv", wireFaultRow);
    tables.add("poe_types.csv", poeTypeRow);
    tables.add("poe_classes.csv", poeClassRow);
    tables.add("jackets.csv", jacketRow);
    tables.add("mains_gaps.csv", mainsGapRow);
}

}  // namespace sokudo::kb
