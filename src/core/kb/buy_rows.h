// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about what can be bought: switches, leads, small parts, what a change needs, sellers, resale, instruments.
#pragma once

#include <string>
#include <vector>

#include "core/base/power_quantity.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// Ports of one kind on the front of a switch.
struct PortGroup {
    int count = 0;
    std::string cage;  ///< id in cages.csv
    BitRate rate;      ///< the most that each carries
};

/// A kind of switch as it is sold. Prices that ship are rough and in no currency.
struct SwitchKind {
    std::string id, name;
    std::vector<PortGroup> ports;
    bool isManaged = false, hasFan = false;
    Watt poe, power;
    Money price;
    Provenance from;
};

/// Ready-made leads of one medium, by the lengths that shops sell.
struct LeadKind {
    std::string medium, name;
    std::vector<Length> lengths;  ///< rising
    Money each, perMetre;
    Provenance from;
    /// The shortest that is long enough; null: none is sold so long.
    const Length* lengthFor(Length needed) const;
    /// The id of the lead of that length as a part: "om4-lead-3m".
    std::string partOf(Length sold) const;
    Money priceOf(Length sold) const { return each + Money::of(perMetre.in() * sold.in()); }
};

/// A jack, a plate, a tool: bought by the piece.
struct SmallPart {
    std::string id, name;
    std::string kind;    ///< jack, plug, plate, tool ...; a tool is bought once
    std::string medium;  ///< cable that it ends; may be empty
    Money price;
    Provenance from;
    bool isTool() const { return kind == "tool"; }
};

/// What something new in the house needs beside itself.
struct PartNeed {
    std::string when;  ///< "laid-twisted-pair"
    std::string per;   ///< end; active-end: one that no jack or panel of the plan ends; run, device, house
    std::string part;  ///< may hold {medium}
    int count = 1;
    std::string why;
    Provenance from;
};

struct SellerKind {
    std::string id, name;
    double failsPercent = 0;  ///< of the pieces, in the first year
    int returnDays = 0;
    std::string says;
    Provenance from;
};

/// What is left of the price of something that goes.
struct Resale {
    std::string kind;
    double lowPercent = 0, highPercent = 0;
    std::string says;
    Provenance from;
};

/// A grade of test instrument: what it proves, and what it costs to have one.
struct Instrument {
    std::string id, name, proves, provesNot;
    Money price;
    std::optional<Money> dayRent;
    double minutesPerRun = 0;
    double findsPercent = 0;  ///< of the faults that a termination can have
    Provenance from;
};

/// One figure of the trade, by its id.
struct TradeFigure {
    std::string id;
    double value = 0;
    std::string unit, what;
    Provenance from;
};

/// The value of a figure; 0: there is none of that id, which the checks of the tables see to.
double tradeFigure(const class KnowledgeBase&, std::string_view id);

}  // namespace sokudo::kb
