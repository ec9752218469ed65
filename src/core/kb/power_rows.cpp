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

DeviceWatts wattsRow(RowReader& row)
{
    const auto watt = [&](const char* key) { return Watt::of(row.number(key)); };
    return {row.text("role"),    row.text("name"), watt("idle_low_w"), watt("idle_w"),
            watt("idle_high_w"), watt("usual_w"),  watt("most_w"),     row.provenance()};
}

PowerGear gearRow(RowReader& row)
{
    PowerGear gear{row.text("id"), row.text("name"), row.number("price"), {}, {}, {}};
    if (const auto watts = row.maybeNumber("output_w")) gear.output = Watt::of(*watts);
    if (const auto energy = row.maybeNumber("energy_wh")) gear.energy = WattHour::of(*energy);
    gear.from = row.provenance();
    return gear;
}

PowerWord wordRow(RowReader& row) { return {row.text("word"), row.text("type"), row.text("says"), row.provenance()}; }

}  // namespace

PowerFigure powerFigure(const KnowledgeBase& kb, std::string_view id)
{
    const PowerFigure* row = kb.find<PowerFigure>(id);
    return row ? *row : PowerFigure{};
}

void powerTables(Loader& tables)
{
    tables.add("power_figures.csv", figureRow);
    tables.add("batteries.csv", batteryRow);
    tables.add("device_watts.csv", wattsRow, by<&DeviceWatts::role>);
    tables.add("power_gear.csv", gearRow);
    tables.add("power_words.csv", wordRow, by<&PowerWord::word>);
}

}  // namespace sokudo::kb
