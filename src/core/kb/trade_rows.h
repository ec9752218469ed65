// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about what parts cost, weigh in watts and microseconds, and take in minutes of work; and where practitioners
// differ.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// Whether a cable may go through a wall: yes; awkward, since its ends are fixed and bulky; no.
enum class ThroughWall { No, Awkward, Yes };

/// A cable as it is bought and laid. Prices are in the currency of the project; the rows shipped are rough and meant to
/// be overruled.
struct Supply {
    std::string medium;
    std::optional<double> pricePerMetre, priceEach;  ///< each: both ends, jacks or plugs
    Length longest;                                  ///< the longest sold or sensibly laid
    double minutesEach = 0;                          ///< terminate and test both ends of an installed cable
    double minutesPerMetre = 0;                      ///< pull it
    double minutesCord = 0;                          ///< when it only lies between two devices of one room
    ThroughWall wall = ThroughWall::Yes;
    double nanosecondsPerMetre = 0;
    Watt end;  ///< draw of one end of a cable that has its own electronics
    Provenance from;
};

/// What a PHY adds beside its rate.
struct PhyUse {
    std::string phy;
    double microseconds = 0;  ///< delay of both ends together, without cable and FEC
    Watt port;                ///< draw of one built-in port at this rate; a module's own watts stand in its row
    Provenance from;
};

/// A box that stands between a port and another medium.
struct MediaConverter {
    std::string id, name;
    std::string fromCage, toCage;  ///< ids in cages.csv
    std::string trait;             ///< "coax-version=2.5", stated on the far port; may be empty
    std::string cordMedium;        ///< the cord between the port and the box
    Length cord;
    std::optional<double> price;
    Watt power;
    double microseconds = 0, minutes = 0;
    Provenance from;
};

/// A card or USB adapter for a machine, or a port's share of a switch, bought to reach a rate.
struct Gear {
    std::string id, kind, name, cage;
    BitRate rate;
    int ports = 1;
    int lanes = 0, generation = 0;  ///< of the bus that a card takes; 0: no card
    double price = 0;
    Watt power;
    Provenance from;
};

/// Work that is the same for every part.
struct Labour {
    std::string id, what;
    double minutes = 0;
    Provenance from;
};

/// One answer to a question on which practitioners differ.
struct View {
    std::string name, says;
    std::vector<std::string> media;  ///< what stands for this answer
};

/// A question on which practitioners differ: both answers, the one Sokudo puts first, and why.
struct Practice {
    std::string id, question;
    View one, other;
    bool usualIsOne = true;
    std::string why;
    const View& usual() const { return usualIsOne ? one : other; }
    std::optional<Length> upTo;  ///< asked only up to this length
    std::optional<BitRate> atLeast;
    Provenance from;
};

/// One thing to look at, in order, when a module is seen and there is no link.
struct LinkDownCheck {
    std::string id, title, look;
    std::string on;                  ///< lead, fibre, any
    BitRate atLeast;                 ///< asked only of links that want so much
    std::vector<std::string> rules;  ///< the rules that know
    std::vector<std::string> needs;  ///< what must be stated before they can clear it: fec, rates, class, light
    double minutes = 0;
    Provenance from;
};

}  // namespace sokudo::kb
