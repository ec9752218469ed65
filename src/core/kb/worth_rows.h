// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about whether a purchase is worth it: ways to dig, radio bridges, what a card brings in its wake.
#pragma once

#include <string>

#include "core/base/power_quantity.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// A way to get a cable from one building to another. Prices are rough and in no currency.
struct Dig {
    std::string id, name;
    Money each, perMetre;
    double minutesEach = 0, minutesPerMetre = 0;  ///< of own work
    std::string says;
    Provenance from;
};

/// A pair of radios that joins two buildings.
struct RadioBridge {
    std::string id, name;
    std::string ceiling;  ///< id in ceilings.csv: what it carries
    Money pair;
    Length longest;
    Watt power;  ///< of both ends
    std::string needs;
    Provenance from;
};

/// What a card brings in its wake.
struct FollowUp {
    std::string id, what;
    Money price;
    double minutes = 0;
    bool isMaybe = false;  ///< may not be needed
    Provenance from;
};

}  // namespace sokudo::kb
