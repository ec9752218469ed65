// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/knowledge_base.h"

#include <algorithm>

namespace sokudo::kb {
namespace {

constexpr std::string_view kKinds[] = {"twisted-pair",   "multimode", "single-mode", "direct-attach",
                                       "active-optical", "coax",      "power-line",  "radio"};

template <class Row>
const Row* byId(const std::vector<Row>& rows, std::string_view id)
{
    const auto at = std::find_if(rows.begin(), rows.end(), [id](const Row& row) { return row.id == id; });
    return at == rows.end() ? nullptr : &*at;
}

template <class Row>
const Row* byIdOrAlias(const std::vector<Row>& rows, std::string_view name)
{
    if (const Row* row = byId(rows, name)) return row;
    for (const Row& row : rows)
        if (std::find(row.aliases.begin(), row.aliases.end(), name) != row.aliases.end()) return &row;
    return nullptr;
}

template <class Row>
const Row* byPhy(const std::vector<Row>& rows, std::string_view phy)
{
    const auto at = std::find_if(rows.begin(), rows.end(), [phy](const Row& row) { return row.phy == phy; });
    return at == rows.end() ? nullptr : &*at;
}

}  // namespace

std::string_view code(MediumKind kind) { return kKinds[static_cast<int>(kind)]; }

std::optional<MediumKind> mediumKindFromCode(std::string_view text)
{
    for (int i = 0; i < 8; ++i)
        if (kKinds[i] == text) return static_cast<MediumKind>(i);
    return std::nullopt;
}

const Clause* KnowledgeBase::clause(std::string_view id) const { return byId(clauses, id); }
const Medium* KnowledgeBase::medium(std::string_view id) const { return byIdOrAlias(media, id); }
const Cage* KnowledgeBase::cage(std::string_view id) const { return byIdOrAlias(cages, id); }
const Phy* KnowledgeBase::phy(std::string_view id) const { return byIdOrAlias(phys, id); }
const Optics* KnowledgeBase::opticsOf(std::string_view phy) const { return byPhy(optics, phy); }
const ModuleKind* KnowledgeBase::module(std::string_view id) const
{
    if (const ModuleKind* found = byIdOrAlias(modules, id)) return found;
    const Phy* named = phy(id);
    return named ? byId(modules, named->id) : nullptr;
}
const PhyUse* KnowledgeBase::phyUse(std::string_view phy) const { return byPhy(phyUses, phy); }
const Connector* KnowledgeBase::connector(std::string_view id) const { return byId(connectors, id); }
const Mark* KnowledgeBase::mark(std::string_view id) const { return byId(marks, id); }
const Labour* KnowledgeBase::labour(std::string_view id) const { return byId(labours, id); }
const CageAdapter* KnowledgeBase::cageAdapter(std::string_view id) const { return byId(cageAdapters, id); }

const BreakOut* KnowledgeBase::breakOut(std::string_view cage, int legs) const
{
    const auto at = std::find_if(breakOuts.begin(), breakOuts.end(),
                                 [&](const BreakOut& row) { return row.cage == cage && row.legs == legs; });
    return at == breakOuts.end() ? nullptr : &*at;
}

const FibreJoint* KnowledgeBase::fibreJoint(std::string_view what, std::string_view first,
                                            std::string_view second) const
{
    const auto at = std::find_if(fibreJoints.begin(), fibreJoints.end(), [&](const FibreJoint& row) {
        return row.what == what &&
               ((row.first == first && row.second == second) || (row.first == second && row.second == first));
    });
    return at == fibreJoints.end() ? nullptr : &*at;
}

const TwistedPairCase* KnowledgeBase::twistedPairCase(std::string_view phy, std::string_view medium, Length length,
                                                      bool bundled) const
{
    const auto names = [](const std::vector<std::string>& list, std::string_view id) {
        return std::any_of(list.begin(), list.end(),
                           [id](const std::string& entry) { return entry == "*" || entry == id; });
    };
    for (const TwistedPairCase& row : twistedPairs) {
        if (row.bundle == (bundled ? "loose" : "bundled") || (row.upTo && length > *row.upTo)) continue;
        if (names(row.phys, phy) && names(row.media, medium)) return &row;
    }
    return nullptr;
}

const MediumNote* KnowledgeBase::mediumNote(std::string_view medium) const
{
    const auto at = std::find_if(mediumNotes.begin(), mediumNotes.end(),
                                 [medium](const MediumNote& row) { return row.medium == medium; });
    return at == mediumNotes.end() ? nullptr : &*at;
}
const Supply* KnowledgeBase::supply(std::string_view medium) const
{
    const auto at =
        std::find_if(supplies.begin(), supplies.end(), [medium](const Supply& row) { return row.medium == medium; });
    return at == supplies.end() ? nullptr : &*at;
}
const FecRule* KnowledgeBase::fecRule(std::string_view phy) const { return byPhy(fecRules, phy); }
const CableLoss* KnowledgeBase::cableLoss(std::string_view medium) const
{
    const auto at = std::find_if(cableLosses.begin(), cableLosses.end(),
                                 [medium](const CableLoss& row) { return row.medium == medium; });
    return at == cableLosses.end() ? nullptr : &*at;
}
const CopperNeed* KnowledgeBase::copperNeed(std::string_view phy) const { return byPhy(copperNeeds, phy); }
const Conductor* KnowledgeBase::conductor(int gauge) const
{
    const auto at = std::find_if(conductors.begin(), conductors.end(),
                                 [gauge](const Conductor& row) { return row.gauge == gauge; });
    return at == conductors.end() ? nullptr : &*at;
}
const WireFault* KnowledgeBase::wireFault(std::string_view id) const { return byId(wireFaults, id); }
const PoeType* KnowledgeBase::poeType(std::string_view id) const { return byId(poeTypes, id); }
const PoeClass* KnowledgeBase::poeClass(std::string_view id) const { return byId(poeClasses, id); }
const Jacket* KnowledgeBase::jacket(std::string_view id) const { return byId(jackets, id); }
const CoaxGeneration* KnowledgeBase::coaxGeneration(std::string_view id) const { return byId(coaxGenerations, id); }
const CoaxBand* KnowledgeBase::coaxBand(std::string_view id) const { return byId(coaxBands, id); }
const CoaxLoss* KnowledgeBase::coaxLoss(std::string_view id) const { return byId(coaxLosses, id); }
const PowerLine* KnowledgeBase::powerLine(std::string_view id) const { return byId(powerLines, id); }
const RuleClause* KnowledgeBase::ruleClause(std::string_view id) const { return byId(ruleClauses, id); }
const Caution* KnowledgeBase::caution(std::string_view id) const { return byId(cautions, id); }
const FecMode* KnowledgeBase::fecMode(std::string_view id) const { return byId(fecModes, id); }
const FecMode* KnowledgeBase::fecModeNamed(std::string_view word) const
{
    for (const FecMode& row : fecModes)
        if (std::find(row.words.begin(), row.words.end(), word) != row.words.end()) return &row;
    return nullptr;
}
const TraitKind* KnowledgeBase::traitKind(std::string_view id) const { return byId(traitKinds, id); }
const Disk* KnowledgeBase::disk(std::string_view id) const { return byIdOrAlias(disks, id); }
const ArrayLevel* KnowledgeBase::array(std::string_view id) const { return byIdOrAlias(arrays, id); }
const Processor* KnowledgeBase::processor(std::string_view id) const { return byIdOrAlias(processors, id); }
const PassiveLoss* KnowledgeBase::passiveLoss(std::string_view id) const { return byId(passiveLosses, id); }
const Ceiling* KnowledgeBase::ceiling(std::string_view id) const { return byIdOrAlias(ceilings, id); }
const Encapsulation* KnowledgeBase::encapsulation(std::string_view id) const { return byIdOrAlias(encapsulations, id); }
const StageFactor* KnowledgeBase::stageFactor(std::string_view id) const { return byId(stageFactors, id); }
const SmallFiles* KnowledgeBase::smallFilesOf(std::string_view id) const { return byIdOrAlias(smallFiles, id); }

const HeadlineShare* KnowledgeBase::headlineShare(std::string_view id) const { return byIdOrAlias(headlineShares, id); }
const CounterPlace* KnowledgeBase::counterPlace(std::string_view id) const { return byId(counterPlaces, id); }
const Purpose* KnowledgeBase::purpose(std::string_view id) const { return byId(purposes, id); }

const WriteCache* KnowledgeBase::writeCache(std::string_view disk) const
{
    const auto at = std::find_if(writeCaches.begin(), writeCaches.end(),
                                 [disk](const WriteCache& row) { return row.disk == disk; });
    return at == writeCaches.end() ? nullptr : &*at;
}

const UsbLink* KnowledgeBase::usbLink(BitRate bus, BitRate adapter) const
{
    const UsbLink* found = nullptr;
    for (const UsbLink& row : usbLinks) {
        if (row.enumerated != bus) continue;
        const bool enough = row.adapter >= adapter;
        if (!found ||
            (found->adapter < adapter ? row.adapter > found->adapter : enough && row.adapter < found->adapter))
            found = &row;
    }
    return found;
}
const Factor* KnowledgeBase::factor(std::string_view id) const { return byId(factors, id); }
const Flag* KnowledgeBase::flag(std::string_view id) const { return byId(flags, id); }
const Cause* KnowledgeBase::cause(std::string_view id) const { return byId(causes, id); }
const Check* KnowledgeBase::check(std::string_view id) const { return byId(checks, id); }

const Reach* KnowledgeBase::reach(std::string_view phy, std::string_view medium) const
{
    const auto at = std::find_if(reaches.begin(), reaches.end(),
                                 [&](const Reach& row) { return row.phy == phy && row.medium == medium; });
    return at == reaches.end() ? nullptr : &*at;
}

const Pairing* KnowledgeBase::pairing(std::string_view a, std::string_view b) const
{
    const auto at = std::find_if(pairings.begin(), pairings.end(), [&](const Pairing& row) {
        return (row.phyA == a && row.phyB == b) || (row.phyA == b && row.phyB == a);
    });
    return at == pairings.end() ? nullptr : &*at;
}

const BusGeneration* KnowledgeBase::bus(int generation) const
{
    const auto at = std::find_if(buses.begin(), buses.end(),
                                 [&](const BusGeneration& row) { return row.generation == generation; });
    return at == buses.end() ? nullptr : &*at;
}

const FileShare* KnowledgeBase::fileShare(std::string_view name, BitRate linkRate) const
{
    const FileShare* named = byIdOrAlias(fileShares, name);
    if (!named) return nullptr;
    const FileShare* best = nullptr;
    for (const FileShare& row : fileShares) {
        if (row.id != named->id) continue;
        const bool covers = row.at >= linkRate;
        if (!best || (best->at < linkRate ? row.at > best->at : covers && row.at < best->at)) best = &row;
    }
    return best;
}

const Phy* KnowledgeBase::twistedPairPhy(BitRate rate) const
{
    const auto at = std::find_if(phys.begin(), phys.end(), [&](const Phy& row) {
        return row.medium == MediumKind::TwistedPair && row.rate == rate;
    });
    return at == phys.end() ? nullptr : &*at;
}

const Phy* KnowledgeBase::directAttachPhy(BitRate rate) const
{
    const auto at = std::find_if(phys.begin(), phys.end(), [&](const Phy& row) {
        return row.medium == MediumKind::DirectAttach && row.rate == rate;
    });
    return at == phys.end() ? nullptr : &*at;
}

std::string KnowledgeBase::citation(std::string_view source) const
{
    const Clause* found = clause(source);
    if (!found) return std::string(source);
    return found->clause.empty() ? found->document : found->document + " " + found->clause;
}

}  // namespace sokudo::kb
