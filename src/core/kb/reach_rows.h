// SPDX-License-Identifier: GPL-3.0-or-later
// How far each physical layer goes, what modules speak it, and who may face whom.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"
#include "core/kb/stage_rows.h"

namespace sokudo::kb {

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

const Reach* reachOf(const KnowledgeBase&, std::string_view phy, std::string_view medium);
/// A module by its id, its alias, or the PHY it speaks.
const ModuleKind* moduleNamed(const KnowledgeBase&, std::string_view);
const Pairing* pairingOf(const KnowledgeBase&, std::string_view phyA, std::string_view phyB);
/// The first line of the planning table that covers such a channel; null: none.
const TwistedPairCase* twistedPairCase(const KnowledgeBase&, std::string_view phy, std::string_view medium, Length,
                                       bool bundled);

}  // namespace sokudo::kb
