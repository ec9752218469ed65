// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/load_rows.h"

namespace sokudo::kb {
namespace {

Duration milliseconds(double value) { return Duration::of(value / 1000); }

Ceiling ceilingRow(RowReader& row)
{
    Ceiling result{row.text("id"),
                   row.text("kind"),
                   row.text("name"),
                   {row.gigabit("low_gbps"), row.gigabit("typical_gbps"), row.gigabit("high_gbps")}};
    if (!row.text("sum_high_gbps").empty())
        result.both = Band{row.gigabit("sum_low_gbps"), row.gigabit("sum_typical_gbps"), row.gigabit("sum_high_gbps")};
    result.roundTrip = milliseconds(row.maybeNumber("rtt_ms").value_or(0));
    if (const auto port = row.maybeNumber("port_gbps")) result.port = gigabits(*port);
    result.aliases = row.words("aliases");
    result.from = row.provenance();
    return result;
}

UsbLink usbRow(RowReader& row)
{
    return {row.gigabit("enumerated_gbps"),
            row.gigabit("adapter_gbps"),
            row.text("name"),
            {row.gigabit("low_gbps"), row.gigabit("typical_gbps"), row.gigabit("high_gbps")},
            row.text("half_duplex") == "yes",
            row.provenance()};
}

Encapsulation encapsulationRow(RowReader& row)
{
    return {row.text("id"),         row.text("name"),     row.whole("ip_bytes"), row.whole("ethernet_bytes"),
            row.whole("inner_mtu"), row.words("aliases"), row.provenance()};
}

StageFactor stageFactorRow(RowReader& row)
{
    return {row.text("id"),          row.text("stage"), row.text("name"),
            row.text("trait"),       row.text("value"), {row.number("low"), row.number("typical"), row.number("high")},
            row.words("instead_of"), row.provenance()};
}

SmallFiles smallFilesRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            milliseconds(row.number("low_ms")),
            milliseconds(row.number("typical_ms")),
            milliseconds(row.number("high_ms")),
            row.words("aliases"),
            row.provenance()};
}

WriteCache writeCacheRow(RowReader& row)
{
    return {row.text("disk"),
            DataSize::of(row.number("cache_gb") * 1e9),
            {megabytes(row.number("after_low_mbyte_s")), megabytes(row.number("after_typical_mbyte_s")),
             megabytes(row.number("after_high_mbyte_s"))},
            row.provenance()};
}

HeadlineShare headlineRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"),     {row.number("low"), row.number("typical"), row.number("high")},
            row.text("beware"), row.words("aliases"), row.provenance()};
}

BothWays bothWaysRow(RowReader& row)
{
    return {row.text("stage"),
            {row.number("low"), row.number("typical"), row.number("high")},
            row.text("says"),
            row.provenance()};
}

UnitMeaning unitRow(RowReader& row)
{
    return {row.text("id"),      row.text("name"),         row.number("factor"),
            row.number("prior"), row.number("copy_prior"), row.provenance()};
}

AirNote airNoteRow(RowReader& row) { return {row.text("id"), row.number("limit"), row.text("text"), row.provenance()}; }

CounterPlace counterPlaceRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"), row.whole("octets"), row.whole("frame_extra_octets"),
            row.text("beware"), row.provenance()};
}

IdlePower idlePowerRow(RowReader& row)
{
    return {row.text("role"),
            row.text("name"),
            Watt::of(row.number("low_w")),
            Watt::of(row.number("typical_w")),
            Watt::of(row.number("high_w")),
            row.provenance()};
}

Purpose purposeRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.gigabit("each_gbps"), row.number("safety"), row.provenance()};
}

}  // namespace

void loadStageRows(const Files& files, KnowledgeBase& kb, std::optional<Error>& error)
{
    readRows(files, "ceilings.csv", kb.ceilings, ceilingRow, error);
    readRows(files, "usb_links.csv", kb.usbLinks, usbRow, error);
    readRows(files, "encapsulations.csv", kb.encapsulations, encapsulationRow, error);
    readRows(files, "stage_factors.csv", kb.stageFactors, stageFactorRow, error);
    readRows(files, "both_ways.csv", kb.bothWays, bothWaysRow, error);
    readRows(files, "unit_readings.csv", kb.unitMeanings, unitRow, error);
    readRows(files, "air_notes.csv", kb.airNotes, airNoteRow, error);
    readRows(files, "counter_places.csv", kb.counterPlaces, counterPlaceRow, error);
    readRows(files, "idle_powers.csv", kb.idlePowers, idlePowerRow, error);
    readRows(files, "small_files.csv", kb.smallFiles, smallFilesRow, error);
    readRows(files, "headline_shares.csv", kb.headlineShares, headlineRow, error);
    readRows(files, "purposes.csv", kb.purposes, purposeRow, error);
    readRows(files, "write_caches.csv", kb.writeCaches, writeCacheRow, error);
}

}  // namespace sokudo::kb
