// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/load.h"

#include <functional>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/load_rows.h"

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

Clause clauseRow(RowReader& row)
{
    return {row.text("id"), row.text("document"), row.text("clause"), row.text("title")};
}

Medium mediumRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.mediumKind("kind"),
            row.whole("grade"),
            row.yes("conductive"),
            row.maybeDecibel("loss_850_db_per_km"),
            row.maybeDecibel("loss_1310_db_per_km"),
            row.maybeDecibel("loss_1550_db_per_km"),
            row.maybeDecibel("typical_850_db_per_km"),
            row.maybeDecibel("typical_1310_db_per_km"),
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
            row.yes("holds_module"),
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
    phy.medium = row.mediumKind("medium_kind");
    phy.windowNm = row.wholeOr("window_nm", 0);
    phy.wavelengths = row.text("wavelengths");
    phy.connector = row.text("connector");
    phy.cage = row.text("cage");
    phy.lanePhy = row.text("lane_phy");
    phy.fecRequired = row.text("fec_required");
    phy.aliases = row.words("aliases");
    phy.from = row.provenance();
    return phy;
}

Reach reachRow(RowReader& row)
{
    return {row.text("phy"),       row.text("medium"), row.metres("max_length_m"), row.maybeDecibel("max_loss_db"),
            row.text("condition"), row.provenance()};
}

Optics opticsRow(RowReader& row)
{
    return {row.text("phy"),       row.dbm("tx_min_dbm"),      row.dbm("tx_max_dbm"), row.dbm("rx_min_dbm"),
            row.dbm("rx_max_dbm"), row.maybeDbm("damage_dbm"), row.provenance()};
}

Adapts adaptsOf(RowReader& row)
{
    static constexpr std::pair<std::string_view, Adapts> kWords[] = {
        {"", Adapts::No}, {"pause", Adapts::Pause}, {"lane", Adapts::Lane}, {"sgmii", Adapts::Sgmii}};
    for (const auto& [word, adapts] : kWords)
        if (row.text("adapts") == word) return adapts;
    row.complain("column adapts needs pause, lane, sgmii or nothing");
    return Adapts::No;
}

ModuleKind moduleRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            row.text("cage"),
            row.text("phy"),
            row.gigabitList("rates_gbps"),
            Watt::of(row.number("watts")),
            row.maybeMetres("max_copper_m"),
            adaptsOf(row),
            row.maybeNumber("price"),
            row.words("aliases"),
            row.provenance()};
}

TwistedPairCase twistedPairRow(RowReader& row)
{
    TwistedPairCase result{row.text("case"),   row.words("phys"),          row.words("media"),
                           row.text("bundle"), row.maybeMetres("up_to_m"), row.verdict("verdict")};
    result.planIsAsked = row.text("plan_gbps") == "=";
    if (!result.planIsAsked && !row.text("plan_gbps").empty()) result.plan = row.gigabit("plan_gbps");
    result.text = row.text("text");
    result.from = row.provenance();
    return result;
}

DirectAttachCase directAttachRow(RowReader& row)
{
    return {row.text("case"),       row.text("phy"),       row.text("medium"), row.metres("up_to_m"),
            row.verdict("verdict"), row.text("least_fec"), row.text("text"),   row.provenance()};
}

Pairing pairingRow(RowReader& row)
{
    return {row.text("phy_a"),          row.text("phy_b"), row.verdict("verdict"), row.gigabit("rate_gbps"),
            row.maybeMetres("up_to_m"), row.text("text"),  row.provenance()};
}

FecRule fecRow(RowReader& row)
{
    return {row.text("phy"),  row.text("required"), row.words("allowed"), row.verdict("without_verdict"),
            row.text("text"), row.provenance()};
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
    return {row.text("id"),       row.text("name"), megabyteBand(row, "read_"), megabyteBand(row, "write_"),
            row.words("aliases"), row.provenance()};
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
    return {row.text("id"),         row.text("name"),
            row.gigabit("at_gbps"), {row.number("low"), row.number("typical"), row.number("high")},
            row.words("aliases"),   row.provenance()};
}

PassiveLoss passiveLossRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), Decibel::of(row.number("greatest_db")),
            Decibel::of(row.number("typical_db")), row.provenance()};
}

Factor factorRow(RowReader& row)
{
    return {row.text("id"),
            row.text("name"),
            {row.number("low"), row.number("typical"), row.number("high")},
            row.provenance()};
}

Cause causeRow(RowReader& row)
{
    Cause cause{row.text("id"),  row.text("cause"), row.number("weight"),     {}, {}, row.text("best_test"),
                row.text("fix"), row.text("gain"),  row.number("fix_minutes")};
    if (!row.text("needs_any_of").empty()) cause.needs = text::split(row.text("needs_any_of"), '/');
    for (const std::string& word : row.words("signature")) {
        const auto parts = text::split(word, ':');
        if (parts.size() != 2 || parts[1].size() != 1 ||
            std::string_view("HMLZ").find(parts[1][0]) == std::string_view::npos) {
            row.complain(fmt::format("“{}” in the signature is not flag:H, M, L or Z", word));
            continue;
        }
        const auto seen = std::find_if(cause.signature.begin(), cause.signature.end(),
                                       [&](const auto& entry) { return entry.first == parts[0]; });
        if (seen == cause.signature.end()) cause.signature.emplace_back(parts[0], parts[1][0]);
    }
    return cause;
}

Flag flagRow(RowReader& row)
{
    return {row.text("id"), row.text("name"), row.text("true_when"), row.number("background"), row.text("family")};
}

Check checkRow(RowReader& row)
{
    return {row.text("id"),         row.text("test"), row.number("minutes"),
            row.number("currency"), row.text("risk"), row.words("flags")};
}

}  // namespace

Result<KnowledgeBase> load(const Files& files)
{
    KnowledgeBase kb;
    std::optional<Error> error;
    readRows(files, "clauses.csv", kb.clauses, clauseRow, error);
    readRows(files, "media.csv", kb.media, mediumRow, error);
    readRows(files, "cages.csv", kb.cages, cageRow, error);
    readRows(files, "phys.csv", kb.phys, phyRow, error);
    readRows(files, "reach.csv", kb.reaches, reachRow, error);
    readRows(files, "optics.csv", kb.optics, opticsRow, error);
    readRows(files, "modules.csv", kb.modules, moduleRow, error);
    readRows(files, "twisted_pair.csv", kb.twistedPairs, twistedPairRow, error);
    readRows(files, "direct_attach.csv", kb.directAttaches, directAttachRow, error);
    readRows(files, "pairings.csv", kb.pairings, pairingRow, error);
    readRows(files, "fec.csv", kb.fecRules, fecRow, error);
    readRows(files, "buses.csv", kb.buses, busRow, error);
    readRows(files, "disks.csv", kb.disks, diskRow, error);
    readRows(files, "arrays.csv", kb.arrays, arrayRow, error);
    readRows(files, "processors.csv", kb.processors, processorRow, error);
    readRows(files, "file_shares.csv", kb.fileShares, fileShareRow, error);
    readRows(files, "passive_losses.csv", kb.passiveLosses, passiveLossRow, error);
    readRows(files, "link_factors.csv", kb.factors, factorRow, error);
    readRows(files, "causes.csv", kb.causes, causeRow, error);
    readRows(files, "flags.csv", kb.flags, flagRow, error);
    readRows(files, "checks.csv", kb.checks, checkRow, error);
    loadMediaRows(files, kb, error);
    loadRuleRows(files, kb, error);
    loadTradeRows(files, kb, error);
    loadStageRows(files, kb, error);
    if (error) return tl::unexpected(*error);
    return kb;
}

}  // namespace sokudo::kb
