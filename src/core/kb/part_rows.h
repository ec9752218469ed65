// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about connectors, break-outs, adapters, fibre joints and the codes a module's memory carries.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

struct Connector {
    std::string id, name;
    int fibres = 0;
    std::string eepromCode, note;
    Provenance from;
};

/// How one wide port becomes several narrow ones.
struct BreakOut {
    std::string id, cage;
    int legs = 0;
    BitRate legRate;
    std::string legCage, legPhys;         ///< cages of the far ends; PHYs of the legs, blanks between
    std::vector<std::string> modulePhys;  ///< PHYs whose modules or leads bring their lanes out apart
    std::string hostMust, notWith;
    Provenance from;
};

/// Something put into a cage to take another plug.
struct CageAdapter {
    std::string id, name, outer, inner;
    int lanes = 1;
    std::string note;
    Provenance from;
};

/// Two fibre end faces that meet, or a cord's polarity on a kind of link, and what comes of it.
struct FibreJoint {
    std::string id, what, first, second;
    Verdict verdict = Verdict::Unknown;
    std::string text;
    Provenance from;
};

/// A mark as printed on a port, a module, a cable or a shelf label, and what it tells.
struct Mark {
    std::string id, mark;         ///< `mark` is compared without case, blanks and signs
    std::string on;               ///< port, module, cable
    std::optional<BitRate> rate;  ///< empty: the mark tells none
    std::string means, beware;
    Provenance from;
};

/// How a category or grade is built, in words, for someone with a cut end in hand.
struct MediumNote {
    std::string medium, build, mechanics;
    Provenance from;
};

/// What a module's memory says for a PHY. The first row that fits a module names it.
struct ModuleCode {
    std::string family;  ///< sfp or qsfp: a code means another thing in the other
    std::string place,
        code;  ///< place sff-8472, sff-8636 or sff-8024; code a bit "3.4" or a byte "02h"; empty: by the bit rate alone
    std::string alsoPlace, alsoCode;       ///< a second code that a part of two rates sets; empty: none is asked for
    std::optional<int> nm;                 ///< only at this wavelength
    std::optional<Length> leastReach;      ///< only where the module states this much of single-mode fibre or more
    std::optional<Frequency> least, most;  ///< only with a nominal symbol rate in this range, MBd
    std::string phy;  ///< id in phys.csv; empty: a part without a PHY of its own, such as an active cable
    std::string says, linkMode;
    Provenance from;
};

/// One straight run of an acceptance limit of TIA-568.2: `a + b·log10(f/over)` dB from `low` to `high` MHz.
struct AcceptanceLine {
    std::string medium, kind;  ///< next-a, next-b, acrf-a, acrf-b, return-loss
    std::string part;          ///< channel or permanent
    Frequency low, high;
    double a = 0, b = 0, over = 1;
    int joints = 0;  ///< n of the second term
    Provenance from;
};

/// How a port in this cage is split into so many legs; null: it is not made for that.
const BreakOut* breakOutOf(const KnowledgeBase&, std::string_view cage, int legs);
const FibreJoint* fibreJointOf(const KnowledgeBase&, std::string_view what, std::string_view first,
                               std::string_view second = {});

}  // namespace sokudo::kb
