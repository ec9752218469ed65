// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/host_rows.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

Band gigabitBand(RowReader& row, std::string_view prefix)
{
    const std::string p(prefix);
    return {row.gigabit(p + "low_gbps"), row.gigabit(p + "typical_gbps"), row.gigabit(p + "high_gbps")};
}

Band megabyteBand(RowReader& row, std::string_view prefix)
{
    const std::string p(prefix);
    return {megabytes(row.number(p + "low_mbyte_s")), megabytes(row.number(p + "typical_mbyte_s")),
            megabytes(row.number(p + "high_mbyte_s"))};
}

std::optional<Band> maybeMegabyteBand(RowReader& row, std::string_view prefix)
{
    if (row.text(std::string(prefix) + "typical_mbyte_s").empty()) return std::nullopt;
    return megabyteBand(row, prefix);
}

BusGeneration busRow(RowReader& row)
{
    return {row.whole("generation"),   row.text("name"),
            row.number("gt_per_s"),    row.whole("coding_payload"),
            row.whole("coding_total"), row.whole("packet_framing"),
            row.provenance()};
}

Disk diskRow(RowReader& row)
{
    Disk result{row.text("id"), row.text("name"), megabyteBand(row, "read_"), megabyteBand(row, "write_")};
    if (const auto hard = row.maybeNumber("hard_gbps")) result.hard = gigabits(*hard);
    result.aliases = row.words("aliases");
    result.from = row.provenance();
    return result;
}

ArrayLevel arrayRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.whole("least_disks"),
            row.number("read_per_disk"),
            row.number("read_less"),
            row.number("write_per_disk"),
            row.number("write_less"),
            row.number("read_factor"),
            row.number("write_factor"),
            row.maybeNumber("read_least_per_disk"),
            row.maybeNumber("read_most_per_disk"),
            maybeMegabyteBand(row, "read_cap_"),
            maybeMegabyteBand(row, "write_cap_"),
            row.number("keeps_per_disk"),
            row.number("keeps_less"),
            row.words("aliases"),
            row.provenance()};
}

Processor processorRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            gigabitBand(row, "per_ghz_"),
            gigabitBand(row, "jumbo_"),
            gigabitBand(row, "plain_"),
            gigabitBand(row, "plain_jumbo_"),
            row.words("aliases"),
            row.provenance()};
}

FileShare fileShareRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.gigabit("at_gbps"),
            {row.number("low"), row.number("typical"), row.number("high")},
            row.flag("remote_memory"),
            row.words("aliases"),
            row.provenance()};
}

}  // namespace

const BusGeneration* busOf(const KnowledgeBase& kb, int generation)
{
    return firstWhere<BusGeneration>(kb,
                                     [generation](const BusGeneration& row) { return row.generation == generation; });
}

const FileShare* fileShareAt(const KnowledgeBase& kb, std::string_view name, BitRate linkRate)
{
    const FileShare* named = kb.find<FileShare>(name);
    if (!named) return nullptr;
    const FileShare* best = nullptr;
    for (const FileShare& row : kb.all<FileShare>()) {
        if (row.id != named->id) continue;
        const bool covers = row.at >= linkRate;
        if (!best || (best->at < linkRate ? row.at > best->at : covers && row.at < best->at)) best = &row;
    }
    return best;
}

void hostTables(Loader& tables)
{
    tables.add("buses.csv", busRow);
    tables.add("disks.csv", diskRow);
    tables.add("arrays.csv", arrayRow);
    tables.add("processors.csv", processorRow);
    tables.add("file_shares.csv", fileShareRow, by<&FileShare::id>, Keys::Shared);
}

}  // namespace sokudo::kb
