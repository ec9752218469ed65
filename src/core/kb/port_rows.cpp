// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"

#include <algorithm>

#include "core/kb/loader.h"

namespace sokudo::kb {
namespace {

constexpr std::string_view kKinds[] = {"twisted-pair",   "multimode", "single-mode", "direct-attach",
                                       "active-optical", "coax",      "power-line",  "radio"};

MediumKind kindOf(RowReader& row, std::string_view column)
{
    const auto kind = mediumKindFromCode(row.text(column));
    if (!kind) row.complain("unknown kind of medium “" + row.text(column) + "”");
    return kind.value_or(MediumKind::TwistedPair);
}

Medium mediumRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            kindOf(row, "kind"),
            row.whole("grade"),
            row.flag("conductive"),
            row.maybeDecibel("loss_850_db_per_km"),
            row.maybeDecibel("loss_1310_db_per_km"),
            row.maybeDecibel("loss_1550_db_per_km"),
            row.maybeDecibel("typical_850_db_per_km"),
            row.maybeDecibel("typical_1310_db_per_km"),
            row.maybeDecibel("typical_1550_db_per_km"),
            row.words("aliases"),
            row.provenance()};
}

Cage cageRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.text("family"),
            row.whole("lanes"),
            row.maybeNumber("lane_gbd"),
            row.gigabit("rate_gbps"),
            row.gigabitList("default_rates_gbps"),
            row.flag("holds_module"),
            row.words("aliases"),
            row.provenance()};
}

Phy phyRow(RowReader& row)
{
    Phy phy{row.text("id"), row.text("name"), row.gigabit("rate_gbps"), row.whole("lanes"),
            row.maybeNumber("lane_gbd")};
    phy.codingPayload = row.wholeOr("coding_payload", 0);
    phy.codingTotal = row.wholeOr("coding_total", 0);
    phy.bitsPerSymbol = row.wholeOr("bits_per_symbol", 1);
    phy.medium = kindOf(row, "medium_kind");
    phy.windowNm = row.wholeOr("window_nm", 0);
    phy.wavelengths = row.text("wavelengths");
    phy.connector = row.text("connector");
    phy.cage = row.text("cage");
    phy.lanePhy = row.text("lane_phy");
    phy.slowPhy = row.text("slow_phy");
    phy.fecRequired = row.text("fec_required");
    phy.aliases = row.words("aliases");
    phy.from = row.provenance();
    return phy;
}

}  // namespace

std::string_view code(MediumKind kind) { return kKinds[static_cast<int>(kind)]; }

std::optional<MediumKind> mediumKindFromCode(std::string_view text)
{
    for (int i = 0; i < 8; ++i)
        if (kKinds[i] == text) return static_cast<MediumKind>(i);
    return std::nullopt;
}

const Phy* twistedPairPhy(const KnowledgeBase& kb, BitRate rate)
{
    return firstWhere<Phy>(
        kb, [rate](const Phy& row) { return row.medium == MediumKind::TwistedPair && row.rate == rate; });
}

const Phy* directAttachPhy(const KnowledgeBase& kb, BitRate rate)
{
    return firstWhere<Phy>(
        kb, [rate](const Phy& row) { return row.medium == MediumKind::DirectAttach && row.rate == rate; });
}

void portTables(Loader& tables)
{
    tables.add("media.csv", mediumRow);
    tables.add("cages.csv", cageRow);
    tables.add("phys.csv", phyRow);
}

}  // namespace sokudo::kb
