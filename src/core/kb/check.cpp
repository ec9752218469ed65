// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/check.h"

#include <algorithm>
#include <cmath>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/cause_rows.h"
#include "core/kb/copper_rows.h"
#include "core/kb/host_rows.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/provenance.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/shared_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trade_rows.h"

namespace sokudo::kb {
namespace {

using Complaints = std::vector<std::string>;

void lineRates(const KnowledgeBase& kb, Complaints& out)
{
    for (const Phy& phy : kb.all<Phy>()) {
        if (!kb.find<Cage>(phy.cage))
            out.push_back(fmt::format("phys.csv: {} names the unknown cage {}", phy.id, phy.cage));
        if (!phy.laneGbd || phy.codingTotal == 0) continue;
        const double payload = phy.lanes * *phy.laneGbd * phy.bitsPerSymbol * phy.codingPayload / phy.codingTotal;
        const double wanted = inGigabits(phy.rate);
        if (std::fabs(payload / wanted - 1) > 0.0001)
            out.push_back(
                fmt::format("phys.csv: {} does not reach its rate: {:.3f} Gb/s of {}", phy.id, payload, wanted));
    }
}

void budgets(const KnowledgeBase& kb, Complaints& out)
{
    for (const Optics& row : kb.all<Optics>()) {
        const Phy* phy = kb.find<Phy>(row.phy);
        if (!phy) {
            out.push_back(fmt::format("optics.csv: unknown phy {}", row.phy));
            continue;
        }
        if (row.txMin > row.txMax || row.rxMin > row.rxMax)
            out.push_back(fmt::format("optics.csv: {} has a minimum above its maximum", row.phy));
        if (phy->rate < gigabits(10) || row.from.certainty != Certainty::Standard) continue;
        Decibel largest;
        for (const Reach& reach : kb.all<Reach>())
            if (reach.phy == row.phy && reach.maxLoss) largest = std::max(largest, *reach.maxLoss);
        // The 850 nm rows allow more loss on better fibre than the launch-to-receive window at full dispersion penalty;
        // the window must cover the shortest grade.
        const Decibel window = row.txMin - row.rxMin;
        Decibel nearest = largest;
        for (const Reach& reach : kb.all<Reach>())
            if (reach.phy == row.phy && reach.maxLoss &&
                std::llabs((*reach.maxLoss - window).steps()) < std::llabs((nearest - window).steps()))
                nearest = *reach.maxLoss;
        if (phy->id == "100gbase-er4") nearest = Decibel::of(18);
        if (std::llabs((nearest - window).steps()) > 150)
            out.push_back(fmt::format("optics.csv: {}: launch minus loss is not receive ({:.2f} dB against {:.2f} dB)",
                                      row.phy, window.in(), nearest.in()));
    }
}

void references(const KnowledgeBase& kb, Complaints& out)
{
    for (const Reach& row : kb.all<Reach>())
        if (!kb.find<Phy>(row.phy) || !kb.find<Medium>(row.medium))
            out.push_back(fmt::format("reach.csv: {} on {} names something unknown", row.phy, row.medium));
    for (const ModuleKind& row : kb.all<ModuleKind>())
        if (!kb.find<Phy>(row.phy) || !kb.find<Cage>(row.cage))
            out.push_back(fmt::format("modules.csv: {} names something unknown", row.id));
    for (const TwistedPairCase& row : kb.all<TwistedPairCase>()) {
        for (const std::string& phy : row.phys)
            if (phy != "*" && !kb.find<Phy>(phy)) out.push_back(fmt::format("twisted_pair.csv: unknown phy {}", phy));
        for (const std::string& medium : row.media)
            if (medium != "*" && !kb.find<Medium>(medium))
                out.push_back(fmt::format("twisted_pair.csv: unknown medium {}", medium));
    }
    for (const DirectAttachCase& row : kb.all<DirectAttachCase>())
        if (!kb.find<Phy>(row.phy) || !kb.find<Medium>(row.medium))
            out.push_back(fmt::format("direct_attach.csv: {} names something unknown", row.phy));
    for (const Pairing& row : kb.all<Pairing>())
        if (!kb.find<Phy>(row.phyA) || !kb.find<Phy>(row.phyB))
            out.push_back(fmt::format("pairings.csv: {} and {}: something unknown", row.phyA, row.phyB));
    for (const FecRule& row : kb.all<FecRule>())
        if (!kb.find<Phy>(row.phy)) out.push_back(fmt::format("fec.csv: unknown phy {}", row.phy));
    for (const FecRule& row : kb.all<FecRule>()) {
        if (!kb.find<FecMode>(row.required))
            out.push_back(fmt::format("fec.csv: {} requires the unknown mode {}", row.phy, row.required));
        for (const std::string& mode : row.allowed)
            if (!kb.find<FecMode>(mode))
                out.push_back(fmt::format("fec.csv: {} allows the unknown mode {}", row.phy, mode));
    }
    for (const Phy& row : kb.all<Phy>()) {
        if (!row.slowPhy.empty() && !kb.find<Phy>(row.slowPhy))
            out.push_back(fmt::format("phys.csv: {} names the unknown slower PHY {}", row.id, row.slowPhy));
        if (!row.lanePhy.empty() && !kb.find<Phy>(row.lanePhy))
            out.push_back(fmt::format("phys.csv: {} names the unknown lane {}", row.id, row.lanePhy));
    }
}

void causes(const KnowledgeBase& kb, Complaints& out)
{
    for (const Cause& cause : kb.all<Cause>()) {
        if (!kb.find<Check>(cause.check))
            out.push_back(fmt::format("causes.csv: {} names the unknown check {}", cause.id, cause.check));
        for (const auto& [flag, letter] : cause.signature)
            if (!kb.find<Flag>(flag))
                out.push_back(fmt::format("causes.csv: {} names the unknown flag {}", cause.id, flag));
        const auto& flags = kb.all<Flag>();
        if (!cause.liesIn.empty() &&
            std::none_of(flags.begin(), flags.end(), [&](const Flag& flag) { return flag.swapped == cause.liesIn; }))
            out.push_back(fmt::format("causes.csv: {} lies in a part that no flag tells to be swapped: {}", cause.id,
                                      cause.liesIn));
    }
    for (const Flag& flag : kb.all<Flag>())
        if (flag.background <= 0 || flag.background >= 1)
            out.push_back(fmt::format("flags.csv: {} has no background between 0 and 1", flag.id));
}

/// A source's watts less what its design resistance takes are the device's watts: 20, 12.5 and 6.25 Ω.
void power(const KnowledgeBase& kb, Complaints& out)
{
    for (const PoeClass& row : kb.all<PoeClass>())
        if (!kb.find<PoeType>(row.leastType))
            out.push_back(fmt::format("poe_classes.csv: {} names the unknown type {}", row.id, row.leastType));
    for (const PoeType& row : kb.all<PoeType>()) {
        const double ohm = row.pairs == 4 ? 6.25 : row.highestClass == 3 ? 20 : 12.5;
        const double ampere = row.source.in() / row.sourceVolt.in();
        const double left = row.source.in() - ampere * ampere * ohm;
        if (std::fabs(left - row.device.in()) > 0.06)
            out.push_back(
                fmt::format("poe_types.csv: {}: source less cable loss is {:.2f} W, not the device's {:.2f} W", row.id,
                            left, row.device.in()));
    }
    for (const WireFault& row : kb.all<WireFault>())
        if (!kb.find<RuleClause>(row.clause))
            out.push_back(fmt::format("wire_faults.csv: {} names the unknown clause {}", row.id, row.clause));
}

/// Clause sf-06: no text of ours sends an eye to a fibre or a port.
bool invitesAnEye(std::string_view text)
{
    for (std::string_view look : {"look into", "look in the", "look down", "peer into", "see the light in"})
        for (std::size_t at = text.find(look); at != std::string_view::npos; at = text.find(look, at + 1)) {
            const std::string_view before = text.substr(0, at), after = text.substr(at + look.size(), 24);
            const bool forbidden = before.ends_with("never ") || before.ends_with("Never ") || before.ends_with("not ");
            const bool atLight = after.find("fibre") != std::string_view::npos ||
                                 after.find("port") != std::string_view::npos ||
                                 after.find("optic") != std::string_view::npos;
            if (atLight && !forbidden) return true;
        }
    return false;
}

void words(const KnowledgeBase& kb, Complaints& out)
{
    const auto look = [&](std::string_view table, const std::string& id,
                          std::initializer_list<std::string_view> texts) {
        for (std::string_view text : texts)
            if (invitesAnEye(text))
                out.push_back(fmt::format("{}: {} tells a person to look into a fibre or port (sf-06)", table, id));
    };
    for (const RuleClause& row : kb.all<RuleClause>()) {
        look("rules.csv", row.id, {row.text, row.remedy});
        if (!row.caution.empty() && !kb.find<Caution>(row.caution))
            out.push_back(fmt::format("rules.csv: {} names the unknown caution {}", row.id, row.caution));
    }
    for (const WireFault& row : kb.all<WireFault>()) look("wire_faults.csv", row.id, {row.text, row.remedy});
    for (const Cause& row : kb.all<Cause>()) look("causes.csv", row.id, {row.title, row.fix});
    for (const Check& row : kb.all<Check>()) look("checks.csv", row.id, {row.title});
}

/// Break-outs, adapters, codes of modules, and what else is said of parts.
void parts(const KnowledgeBase& kb, Complaints& out)
{
    for (const BreakOut& row : kb.all<BreakOut>()) {
        const Cage* cage = kb.find<Cage>(row.cage);
        if (!cage || !kb.find<Cage>(row.legCage))
            out.push_back(fmt::format("break_outs.csv: {} names an unknown cage", row.id));
        else if (row.legs * row.legRate > cage->rate)
            out.push_back(fmt::format("break_outs.csv: the legs of {} carry more than its cage", row.id));
        for (const std::string& phy : text::words(row.legPhys))
            if (const Phy* leg = kb.find<Phy>(phy); !leg || leg->rate != row.legRate)
                out.push_back(fmt::format("break_outs.csv: {} does not run at the leg rate of {}", phy, row.id));
    }
    for (const BreakOut& row : kb.all<BreakOut>())
        for (const std::string& phy : row.modulePhys)
            if (!kb.find<Phy>(phy))
                out.push_back(fmt::format("break_outs.csv: {} names the unknown phy {}", row.id, phy));
    const TraitKind* adapter = kb.find<TraitKind>("adapter");
    for (const CageAdapter& row : kb.all<CageAdapter>()) {
        if (!kb.find<Cage>(row.outer) || !kb.find<Cage>(row.inner))
            out.push_back(fmt::format("cage_adapters.csv: {} names an unknown cage", row.id));
        if (adapter && std::find(adapter->choices.begin(), adapter->choices.end(), row.id) == adapter->choices.end())
            out.push_back(fmt::format("traits.csv: adapter does not offer {}", row.id));
    }
    for (const ModuleCode& row : kb.all<ModuleCode>()) {
        const Phy* phy = kb.find<Phy>(row.phy);
        if (!row.phy.empty() && !phy) out.push_back(fmt::format("module_codes.csv: unknown phy {}", row.phy));
        if (phy && (row.family == "qsfp") != phy->cage.starts_with("qsfp"))
            out.push_back(
                fmt::format("module_codes.csv: {} of family {} does not go into a cage of it", row.phy, row.family));
    }
    for (const char* needed : {"module", "setting"})
        if (!kb.find<Labour>(needed)) out.push_back(fmt::format("labours.csv: the row {} is missing", needed));
    for (const AcceptanceLine& row : kb.all<AcceptanceLine>())
        if (!kb.find<Medium>(row.medium) || row.low >= row.high)
            out.push_back(fmt::format("acceptance.csv: a {} row of {} does not hold", row.kind, row.medium));
    for (const MediumNote& row : kb.all<MediumNote>())
        if (!kb.find<Medium>(row.medium)) out.push_back(fmt::format("medium_notes.csv: unknown medium {}", row.medium));
}

/// Prices, boxes, connectors and codes name what exists.
void trade(const KnowledgeBase& kb, Complaints& out)
{
    for (const Supply& row : kb.all<Supply>())
        if (!kb.find<Medium>(row.medium)) out.push_back(fmt::format("supplies.csv: unknown medium {}", row.medium));
    for (const Phy& row : kb.all<Phy>()) {
        if (!kb.find<PhyUse>(row.id)) out.push_back(fmt::format("phy_uses.csv: nothing about {}", row.id));
        if (!kb.find<Connector>(row.connector))
            out.push_back(fmt::format("phys.csv: {} names the unknown connector {}", row.id, row.connector));
    }
    for (const PhyUse& row : kb.all<PhyUse>())
        if (!kb.find<Phy>(row.phy)) out.push_back(fmt::format("phy_uses.csv: unknown phy {}", row.phy));
    for (const MediaConverter& row : kb.all<MediaConverter>()) {
        if (!kb.find<Cage>(row.fromCage) || !kb.find<Cage>(row.toCage))
            out.push_back(fmt::format("media_converters.csv: {} names an unknown cage", row.id));
        const std::string trait = row.trait.substr(0, row.trait.find('='));
        if (!trait.empty() && !kb.find<TraitKind>(trait))
            out.push_back(fmt::format("media_converters.csv: {} states the unknown value {}", row.id, trait));
        if (!kb.find<Medium>(row.cordMedium) || !kb.find<Supply>(row.cordMedium))
            out.push_back(fmt::format("media_converters.csv: the cord of {} is of the unknown medium {}", row.id,
                                      row.cordMedium));
    }
    for (const Practice& row : kb.all<Practice>())
        for (const View* view : {&row.one, &row.other})
            for (const std::string& medium : view->media)
                if (!kb.find<Medium>(medium))
                    out.push_back(fmt::format("practices.csv: {} names the unknown medium {}", row.id, medium));
    for (const Gear& row : kb.all<Gear>())
        if (!kb.find<Cage>(row.cage) || (row.kind != "card" && row.kind != "adapter" && row.kind != "port"))
            out.push_back(
                fmt::format("gear.csv: {} names an unknown cage or is neither card, adapter nor port", row.id));
}

/// Ceilings of stages: their kinds, what changes them, and the traits that state it.
void stageRows(const KnowledgeBase& kb, Complaints& out)
{
    const auto offers = [&](std::string_view trait, std::string_view value) {
        const TraitKind* kind = kb.find<TraitKind>(trait);
        return kind && (kind->choices.empty()
                            ? value == "yes"
                            : std::find(kind->choices.begin(), kind->choices.end(), value) != kind->choices.end());
    };
    for (const TraitKind& row : kb.all<TraitKind>())
        if (!kb.find<TraitQuestion>(row.question))
            out.push_back(fmt::format("traits.csv: {} answers the unknown question {}", row.id, row.question));
    for (const StageFactor& row : kb.all<StageFactor>())
        for (const std::string& id : row.insteadOf)
            if (const StageFactor* part = kb.find<StageFactor>(id); !part || part->stage != row.stage)
                out.push_back(fmt::format("stage_factors.csv: {} stands instead of {}, which changes no {}", row.id, id,
                                          row.stage));
    for (const StageFactor& row : kb.all<StageFactor>())
        if (!row.trait.empty() && !offers(row.trait, row.value))
            out.push_back(fmt::format("stage_factors.csv: {} names {}={}, which traits.csv does not offer", row.id,
                                      row.trait, row.value));
    for (const Ceiling& row : kb.all<Ceiling>())
        for (const auto& [kind, trait] :
             {std::pair{"router", "forwards"}, {"inspection", "inspects"}, {"session", "session"}})
            if (row.kind == kind && !offers(trait, row.id))
                out.push_back(fmt::format("traits.csv: {} does not offer {}", trait, row.id));
    for (const WriteCache& row : kb.all<WriteCache>())
        if (!kb.find<Disk>(row.disk)) out.push_back(fmt::format("write_caches.csv: unknown disk {}", row.disk));
}

template <class Rows, class Get>
void bandsRise(const Rows& rows, std::string_view table, Get get, Complaints& out)
{
    for (const auto& row : rows) {
        const auto& band = get(row);
        if (band.low > band.typical || band.typical > band.high)
            out.push_back(fmt::format("{}: {} has a band that does not rise", table, row.id));
    }
}

/// Low, usual and high rise in every band.
void bands(const KnowledgeBase& kb, Complaints& out)
{
    bandsRise(
        kb.all<Ceiling>(), "ceilings.csv", [](const Ceiling& row) -> const Band& { return row.carries; }, out);
    bandsRise(
        kb.all<StageFactor>(), "stage_factors.csv",
        [](const StageFactor& row) -> const FactorBand& { return row.factor; }, out);
    bandsRise(
        kb.all<Disk>(), "disks.csv", [](const Disk& row) -> const Band& { return row.read; }, out);
    for (const auto figure : {&Processor::perGhz, &Processor::perGhzJumbo, &Processor::plain, &Processor::plainJumbo})
        bandsRise(
            kb.all<Processor>(), "processors.csv",
            [figure](const Processor& row) -> const Band& { return row.*figure; }, out);
    bandsRise(
        kb.all<FileShare>(), "file_shares.csv", [](const FileShare& row) -> const FactorBand& { return row.share; },
        out);
}

}  // namespace

std::vector<std::string> contradictions(const KnowledgeBase& kb)
{
    Complaints out;
    for (const auto& table : kb.tables())
        if (table) table->complain(kb, out);
    words(kb, out);
    trade(kb, out);
    parts(kb, out);
    power(kb, out);
    references(kb, out);
    causes(kb, out);
    lineRates(kb, out);
    budgets(kb, out);
    stageRows(kb, out);
    bands(kb, out);
    return out;
}

}  // namespace sokudo::kb
