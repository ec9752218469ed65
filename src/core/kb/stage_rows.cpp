// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/stage_rows.h"

#include "core/base/text.h"
#include "core/kb/loader.h"

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
    if (const auto hard = row.maybeNumber("hard_gbps")) result.hard = gigabits(*hard);
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
            row.gigabit("hard_gbps"),
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

BothWays bothWaysRow(RowReader& row)
{
    return {row.text("stage"),
            {row.number("low"), row.number("typical"), row.number("high")},
            row.text("says"),
            row.provenance()};
}

UnitMeaning unitRow(RowReader& row)
{
    return {row.text("id"),      row.text("name"),    row.text("typed"),        row.text("meant"),
            row.whole("prefix"), row.number("prior"), row.number("copy_prior"), row.provenance()};
}

AirNote airNoteRow(RowReader& row) { return {row.text("id"), row.number("limit"), row.text("text"), row.provenance()}; }

CounterPlace counterPlaceRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"), row.whole("octets"), row.whole("frame_extra_octets"),
            row.text("beware"), row.provenance()};
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

HeadlineShare headlineRow(RowReader& row)
{
    return {row.text("id"),     row.text("name"),     row.text("by"),
            row.text("beware"), row.words("aliases"), row.provenance()};
}

Purpose purposeRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.gigabit("each_gbps"), row.number("safety"), row.provenance()};
}

WriteCache writeCacheRow(RowReader& row)
{
    return {row.text("disk"),
            DataSize::of(row.number("cache_gb") * 1e9),
            {megabytes(row.number("after_low_mbyte_s")), megabytes(row.number("after_typical_mbyte_s")),
             megabytes(row.number("after_high_mbyte_s"))},
            row.provenance()};
}

}  // namespace

const UsbLink* usbLinkOf(const KnowledgeBase& kb, BitRate bus, BitRate adapter)
{
    const UsbLink* found = nullptr;
    for (const UsbLink& row : kb.all<UsbLink>()) {
        if (row.enumerated != bus) continue;
        const bool enough = row.adapter >= adapter;
        if (!found ||
            (found->adapter < adapter ? row.adapter > found->adapter : enough && row.adapter < found->adapter))
            found = &row;
    }
    return found;
}

void stageTables(Loader& tables)
{
    tables.add("ceilings.csv", ceilingRow);
    tables.add("usb_links.csv", usbRow);
    tables.add("encapsulations.csv", encapsulationRow);
    tables.add("stage_factors.csv", stageFactorRow);
    tables.add("both_ways.csv", bothWaysRow, by<&BothWays::stage>);
    tables.add("unit_readings.csv", unitRow);
    tables.add("air_notes.csv", airNoteRow);
    tables.add("counter_places.csv", counterPlaceRow);
    tables.add("small_files.csv", smallFilesRow);
    tables.add("headline_shares.csv", headlineRow);
    tables.add("purposes.csv", purposeRow);
    tables.add("write_caches.csv", writeCacheRow, by<&WriteCache::disk>);
}

}  // namespace sokudo::kb
