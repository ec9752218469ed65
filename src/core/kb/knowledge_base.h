// SPDX-License-Identifier: GPL-3.0-or-later
// The facts Sokudo knows: one struct per row of a table in data/, and the tables themselves.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/verdict.h"
#include "core/kb/copper_rows.h"
#include "core/kb/part_rows.h"
#include "core/kb/provenance.h"
#include "core/kb/rule_rows.h"
#include "core/kb/shared_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trade_rows.h"

namespace sokudo::kb {

struct Clause {
    std::string id, document, clause, title;
};

enum class MediumKind { TwistedPair, Multimode, SingleMode, DirectAttach, ActiveOptical, Coax, PowerLine, Radio };
std::string_view code(MediumKind);
std::optional<MediumKind> mediumKindFromCode(std::string_view);
constexpr bool isFibre(MediumKind kind) { return kind == MediumKind::Multimode || kind == MediumKind::SingleMode; }
constexpr bool isCaptive(MediumKind kind)
{
    return kind == MediumKind::DirectAttach || kind == MediumKind::ActiveOptical;
}

/// A cable category or fibre type.
struct Medium {
    std::string id, name;
    MediumKind kind = MediumKind::TwistedPair;
    int grade = 0;                                       ///< compares media of one kind: the smaller is the weaker
    bool conductive = false;                             ///< carries metal from end to end
    std::optional<Decibel> loss850, loss1310, loss1550;  ///< greatest loss per kilometre
    std::optional<Decibel> typical850, typical1310;      ///< loss per kilometre a meter shows
    std::vector<std::string> aliases;
    Provenance from;
};

/// A socket in a device.
struct Cage {
    std::string id, name, family;
    int lanes = 1;
    std::optional<double> laneGbd;      ///< symbol rate of one lane, GBd
    BitRate rate;                       ///< the most the socket is made for
    std::vector<BitRate> defaultRates;  ///< what hosts usually list when nobody said
    bool holdsModule = false;
    std::vector<std::string> aliases;
    Provenance from;
};

/// A physical-layer type of IEEE 802.3 or of a multi-source agreement.
struct Phy {
    std::string id, name;
    BitRate rate;
    int lanes = 1;
    std::optional<double> laneGbd;
    int codingPayload = 0, codingTotal = 0, bitsPerSymbol = 1;
    MediumKind medium = MediumKind::TwistedPair;
    int windowNm = 0;         ///< 850, 1310 or 1550: which loss column counts
    std::string wavelengths;  ///< equal text means: each hears what the other sends
    std::string connector, cage;
    std::string lanePhy;      ///< what one lane of a broken-out port speaks; empty: its lanes cannot be used alone
    std::string fecRequired;  ///< empty, none, base-r, rs528, rs544, module
    std::vector<std::string> aliases;
    Provenance from;
};

struct Reach {
    std::string phy, medium;
    Length max;
    std::optional<Decibel> maxLoss;  ///< channel insertion loss allowed
    std::string condition;
    Provenance from;
};

struct Optics {
    std::string phy;
    PowerDbm txMin, txMax, rxMin, rxMax;
    std::optional<PowerDbm> damage;
    Provenance from;
};

/// How a copper module meets a host that runs at another rate than the cable: by pause frames towards a fixed 10G lane,
/// by a lane that changes its rate, or by SGMII.
enum class Adapts { No, Pause, Lane, Sgmii };

/// A pluggable transceiver kind.
struct ModuleKind {
    std::string id, name, cage, phy;
    std::vector<BitRate> rates;  ///< falling
    Watt power;
    std::optional<Length> maxCopper;
    Adapts adapts = Adapts::No;
    std::optional<double> price;  ///< usual price of one, in the currency of the project; empty: not known
    std::vector<std::string> aliases;
    Provenance from;
};

/// One line of the twisted-pair planning table: the first that covers a channel decides.
struct TwistedPairCase {
    std::string id;
    std::vector<std::string> phys, media;  ///< "*" stands for all
    std::string bundle;                    ///< any, loose, bundled
    std::optional<Length> upTo;            ///< empty: any length
    Verdict verdict = Verdict::Unknown;
    std::optional<BitRate> plan;  ///< rate to plan on
    bool planIsAsked = false;     ///< plan on the rate asked for
    std::string text;
    Provenance from;
};

struct DirectAttachCase {
    std::string id, phy, medium;
    Length upTo;
    Verdict verdict = Verdict::Unknown;
    std::string leastFec, text;
    Provenance from;
};

/// Two different PHYs that may face each other.
struct Pairing {
    std::string phyA, phyB;
    Verdict verdict = Verdict::Unknown;
    BitRate rate;
    std::optional<Length> upTo;
    std::string text;
    Provenance from;
};

struct FecRule {
    std::string phy, required;
    std::vector<std::string> allowed;
    Verdict without = Verdict::Unknown;  ///< both ends off although required
    std::string text;
    Provenance from;
};

struct BusGeneration {
    int generation = 0;
    std::string name;
    double gigatransfers = 0;  ///< GT/s per lane
    int codingPayload = 0, codingTotal = 0;
    int packetFraming = 8;  ///< bytes around a packet beyond its header; 0 where the line coding holds them
    Provenance from;
};

struct Disk {
    std::string id, name;
    Band read, write;
    std::vector<std::string> aliases;
    Provenance from;
};

/// How N disks add up: read = perDisk * N - less, then times the factor (a negative `less` adds).
struct ArrayLevel {
    std::string id, name;
    int leastDisks = 1;
    double readPerDisk = 1, readLess = 0, writePerDisk = 1, writeLess = 0, readFactor = 1, writeFactor = 1;
    std::vector<std::string> aliases;
    Provenance from;
};

/// What one core moves per GHz of its clock for one TCP stream, at MTU 1500 and 9000; plain: segmentation and
/// aggregation switched off.
struct Processor {
    std::string id, name;
    Band perGhz, perGhzJumbo, plain, plainJumbo;
    std::vector<std::string> aliases;
    Provenance from;
};

/// Share of the network's goodput that a file protocol reaches at one link rate.
struct FileShare {
    std::string id, name;
    BitRate at;
    FactorBand share;
    std::vector<std::string> aliases;
    Provenance from;
};

struct PassiveLoss {
    std::string id, name;
    Decibel greatest, typical;
    Provenance from;
};
struct Factor {
    std::string id, name;
    FactorBand value;
    Provenance from;
};

struct Cause {
    std::string id, title;
    double weight = 0;
    std::vector<std::string> needs;                       ///< context tags, any of which makes the cause possible
    std::vector<std::pair<std::string, char>> signature;  ///< flag and H, M, L or Z
    std::string check, fix, gain;
    double fixMinutes = 0;
};
struct Flag {
    std::string id, name, trueWhen;
    double background = 0;
    std::string family;
};
struct Check {
    std::string id, title;
    double minutes = 0, cost = 0;
    std::string risk;
    std::vector<std::string> flags;
};

/// All tables. Immutable once loaded; passed by const reference.
struct KnowledgeBase {
    std::vector<Clause> clauses;
    std::vector<Medium> media;
    std::vector<Cage> cages;
    std::vector<Phy> phys;
    std::vector<Reach> reaches;
    std::vector<Optics> optics;
    std::vector<ModuleKind> modules;
    std::vector<TwistedPairCase> twistedPairs;
    std::vector<DirectAttachCase> directAttaches;
    std::vector<Pairing> pairings;
    std::vector<FecRule> fecRules;
    std::vector<BusGeneration> buses;
    std::vector<Disk> disks;
    std::vector<ArrayLevel> arrays;
    std::vector<Processor> processors;
    std::vector<FileShare> fileShares;
    std::vector<PassiveLoss> passiveLosses;
    std::vector<Ceiling> ceilings;
    std::vector<UsbLink> usbLinks;
    std::vector<Encapsulation> encapsulations;
    std::vector<StageFactor> stageFactors;
    std::vector<SmallFiles> smallFiles;
    std::vector<BothWays> bothWays;
    std::vector<UnitMeaning> unitMeanings;
    std::vector<AirNote> airNotes;
    std::vector<IdlePower> idlePowers;
    std::vector<CounterPlace> counterPlaces;
    std::vector<WriteCache> writeCaches;
    std::vector<Purpose> purposes;
    std::vector<Asymmetry> asymmetries;
    std::vector<HeadlineShare> headlineShares;
    std::vector<Factor> factors;
    std::vector<Cause> causes;
    std::vector<Flag> flags;
    std::vector<Check> checks;
    std::vector<CableLoss> cableLosses;
    std::vector<CopperNeed> copperNeeds;
    std::vector<Conductor> conductors;
    std::vector<HotLength> hotLengths;
    std::vector<WireFault> wireFaults;
    std::vector<PoeType> poeTypes;
    std::vector<PoeClass> poeClasses;
    std::vector<Jacket> jackets;
    std::vector<MainsGap> mainsGaps;
    std::vector<CoaxGeneration> coaxGenerations;
    std::vector<CoaxBand> coaxBands;
    std::vector<CoaxLoss> coaxLosses;
    std::vector<PowerLine> powerLines;
    std::vector<RuleClause> ruleClauses;
    std::vector<Caution> cautions;
    std::vector<FecMode> fecModes;
    std::vector<TraitKind> traitKinds;
    std::vector<Supply> supplies;
    std::vector<PhyUse> phyUses;
    std::vector<MediaConverter> mediaConverters;
    std::vector<School> schools;
    std::vector<Labour> labours;
    std::vector<Gear> gear;
    std::vector<LinkDownCheck> linkDownChecks;
    std::vector<Connector> connectors;
    std::vector<BreakOut> breakOuts;
    std::vector<CageAdapter> cageAdapters;
    std::vector<FibreJoint> fibreJoints;
    std::vector<ModuleCode> moduleCodes;
    std::vector<AcceptanceLine> acceptance;
    std::vector<Mark> marks;
    std::vector<MediumNote> mediumNotes;

    const Clause* clause(std::string_view id) const;
    const Medium* medium(std::string_view idOrAlias) const;
    const Cage* cage(std::string_view idOrAlias) const;
    const Phy* phy(std::string_view idOrAlias) const;
    const Reach* reach(std::string_view phy, std::string_view medium) const;
    const Optics* opticsOf(std::string_view phy) const;
    const ModuleKind* module(std::string_view idOrAlias) const;
    const FecRule* fecRule(std::string_view phy) const;
    const Pairing* pairing(std::string_view phyA, std::string_view phyB) const;
    const BusGeneration* bus(int generation) const;
    const Disk* disk(std::string_view idOrAlias) const;
    const ArrayLevel* array(std::string_view idOrAlias) const;
    const Processor* processor(std::string_view idOrAlias) const;
    /// The row of a protocol for a link rate: the slowest row at or above it, else the fastest.
    const FileShare* fileShare(std::string_view idOrAlias, BitRate linkRate) const;
    const PassiveLoss* passiveLoss(std::string_view id) const;
    const Ceiling* ceiling(std::string_view idOrAlias) const;
    const Encapsulation* encapsulation(std::string_view idOrAlias) const;
    const StageFactor* stageFactor(std::string_view id) const;
    const SmallFiles* smallFilesOf(std::string_view idOrAlias) const;
    const HeadlineShare* headlineShare(std::string_view idOrAlias) const;
    const CounterPlace* counterPlace(std::string_view id) const;
    const Purpose* purpose(std::string_view id) const;
    const WriteCache* writeCache(std::string_view disk) const;
    /// The row of a bus that enumerates at `bus` with an adapter of `adapter`: the slowest adapter row that is fast
    /// enough, else the fastest of that bus.
    const UsbLink* usbLink(BitRate bus, BitRate adapter) const;
    const Factor* factor(std::string_view id) const;
    const Flag* flag(std::string_view id) const;
    const Cause* cause(std::string_view id) const;
    const Check* check(std::string_view id) const;
    const CableLoss* cableLoss(std::string_view medium) const;
    const CopperNeed* copperNeed(std::string_view phy) const;
    const Conductor* conductor(int gauge) const;
    const WireFault* wireFault(std::string_view id) const;
    const PoeType* poeType(std::string_view id) const;
    const PoeClass* poeClass(std::string_view id) const;
    const Jacket* jacket(std::string_view id) const;
    const CoaxGeneration* coaxGeneration(std::string_view id) const;
    const CoaxBand* coaxBand(std::string_view id) const;
    const CoaxLoss* coaxLoss(std::string_view id) const;
    const PowerLine* powerLine(std::string_view id) const;
    const RuleClause* ruleClause(std::string_view id) const;
    const Caution* caution(std::string_view id) const;
    const FecMode* fecMode(std::string_view id) const;
    /// "cl91", "fire-code", "rs": the mode a switch or card means by that word.
    const FecMode* fecModeNamed(std::string_view word) const;
    const TraitKind* traitKind(std::string_view id) const;
    const Supply* supply(std::string_view medium) const;
    const PhyUse* phyUse(std::string_view phy) const;
    const Connector* connector(std::string_view id) const;
    const MediumNote* mediumNote(std::string_view medium) const;
    const Mark* mark(std::string_view id) const;
    const Labour* labour(std::string_view id) const;
    /// How a port in this cage is split into so many legs; null: it is not made for that.
    const BreakOut* breakOut(std::string_view cage, int legs) const;
    const CageAdapter* cageAdapter(std::string_view id) const;
    const FibreJoint* fibreJoint(std::string_view what, std::string_view first, std::string_view second = {}) const;
    /// The first line of the planning table that covers such a channel; null: none.
    const TwistedPairCase* twistedPairCase(std::string_view phy, std::string_view medium, Length, bool bundled) const;
    /// The 10GBASE-T style PHY that runs at `rate` on twisted pair.
    const Phy* twistedPairPhy(BitRate rate) const;
    /// The direct-attach PHY of a cage family at `rate`.
    const Phy* directAttachPhy(BitRate rate) const;
    /// "IEEE 802.3 Clause 52": the document and clause of a source id.
    std::string citation(std::string_view source) const;
};

}  // namespace sokudo::kb
