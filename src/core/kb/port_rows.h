// SPDX-License-Identifier: GPL-3.0-or-later
// What a link is made of: cables, sockets and the physical layers that run over them.
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

namespace sokudo::kb {

enum class MediumKind { TwistedPair, Multimode, SingleMode, DirectAttach, ActiveOptical, Coax, PowerLine, Radio };
std::string_view code(MediumKind);
std::optional<MediumKind> mediumKindFromCode(std::string_view);
constexpr bool isFibre(MediumKind kind) { return kind == MediumKind::Multimode || kind == MediumKind::SingleMode; }
/// Adapters share the medium between both directions and with others.
constexpr bool isShared(MediumKind kind)
{
    return kind == MediumKind::Coax || kind == MediumKind::PowerLine || kind == MediumKind::Radio;
}
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
    std::optional<Decibel> typical850, typical1310, typical1550;  ///< loss per kilometre a meter shows
    std::vector<std::string> aliases;
    Provenance from;
};

/// A socket in a device.
struct Cage {
    std::string id, name, family;
    int lanes = 1;
    std::optional<double> laneGbd;      ///< symbol rate of one lane, GBd
    BitRate rate;                       ///< the most the socket is made for
    std::vector<BitRate> defaultRates;  ///< what hosts typically list when nobody said, fastest first
    bool holdsModule = false;
    std::vector<std::string> aliases;
    Provenance from;

    /// The rate that hosts typically offer in it; the socket may be made for more.
    BitRate usualRate() const { return defaultRates.empty() ? rate : defaultRates.front(); }
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
    std::string slowPhy;      ///< what a dual-rate module speaks at its lower rate
    std::string fecRequired;  ///< empty, none, base-r, rs528, rs544, module
    std::vector<std::string> aliases;
    Provenance from;
};

/// The 10GBASE-T style PHY that runs at `rate` on twisted pair; null: none.
const Phy* twistedPairPhy(const KnowledgeBase&, BitRate rate);
/// The direct-attach PHY of a cage family at `rate`; null: none.
const Phy* directAttachPhy(const KnowledgeBase&, BitRate rate);

}  // namespace sokudo::kb
