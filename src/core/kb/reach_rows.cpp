// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/reach_rows.h"

#include <algorithm>

#include "core/kb/loader.h"
#include "core/kb/port_rows.h"

namespace sokudo::kb {
namespace {

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

}  // namespace

const Reach* reachOf(const KnowledgeBase& kb, std::string_view phy, std::string_view medium)
{
    return firstWhere<Reach>(kb, [&](const Reach& row) { return row.phy == phy && row.medium == medium; });
}

const ModuleKind* moduleNamed(const KnowledgeBase& kb, std::string_view name)
{
    if (const ModuleKind* found = kb.find<ModuleKind>(name)) return found;
    const Phy* named = kb.find<Phy>(name);
    return named ? kb.find<ModuleKind>(named->id) : nullptr;
}

const Pairing* pairingOf(const KnowledgeBase& kb, std::string_view a, std::string_view b)
{
    return firstWhere<Pairing>(
        kb, [&](const Pairing& row) { return (row.phyA == a && row.phyB == b) || (row.phyA == b && row.phyB == a); });
}

const TwistedPairCase* twistedPairCase(const KnowledgeBase& kb, std::string_view phy, std::string_view medium,
                                       Length length, bool bundled)
{
    const auto names = [](const std::vector<std::string>& list, std::string_view id) {
        return std::any_of(list.begin(), list.end(),
                           [id](const std::string& entry) { return entry == "*" || entry == id; });
    };
    for (const TwistedPairCase& row : kb.all<TwistedPairCase>()) {
        if (row.bundle == (bundled ? "loose" : "bundled") || (row.upTo && length > *row.upTo)) continue;
        if (names(row.phys, phy) && names(row.media, medium)) return &row;
    }
    return nullptr;
}

void reachTables(Loader& tables)
{
    tables.add("reach.csv", reachRow);
    tables.add("optics.csv", opticsRow, by<&Optics::phy>);
    tables.add("modules.csv", moduleRow);
    tables.add("twisted_pair.csv", twistedPairRow, by<&TwistedPairCase::id>, Keys::Shared);
    tables.add("direct_attach.csv", directAttachRow, by<&DirectAttachCase::id>, Keys::Shared);
    tables.add("pairings.csv", pairingRow);
    tables.add("fec.csv", fecRow, by<&FecRule::phy>);
    tables.add("passive_losses.csv", passiveLossRow);
    tables.add("link_factors.csv", factorRow);
}

}  // namespace sokudo::kb
