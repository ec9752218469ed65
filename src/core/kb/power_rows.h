// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about supplies, batteries and air: what power costs on its way, and what it heats.
#pragma once

#include <optional>
#include <string>

#include "core/base/power_quantity.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// A figure that is seldom measured: low, usual and high.
struct PowerFigure {
    std::string id, name;
    double low = 0, usual = 0, high = 0;  ///< in `unit`
    std::string unit;
    Provenance from;
};

/// The figure of that id; zeros where the table has none.
PowerFigure powerFigure(const KnowledgeBase&, std::string_view id);

/// What a kind of battery gives of its rated energy.
struct BatteryKind {
    std::string id, name;
    double usableLow = 0, usable = 0, usableHigh = 0;  ///< shares of the rated energy, new
    double peukert = 1;                                ///< exponent: how much less it gives the faster it is emptied
    double ratedHours = 20;                            ///< over how long the rated energy is meant
    double lossPerYear = 0;                            ///< share of what was left a year before
    std::string caution;                               ///< id in cautions.csv
    Provenance from;
};

/// What a kind of device takes at its plug, without what it feeds.
struct DeviceWatts {
    std::string role, name;
    Watt idleLow, idle, idleHigh;
    Watt usual, most;  ///< in normal use; at most
    Provenance from;
};

/// What a repair of the supply buys. The price is rough, in no currency.
struct PowerGear {
    std::string id, name;
    double price = 0;
    std::optional<Watt> output;
    std::optional<WattHour> energy;
    Provenance from;
};

/// A word of shops for a type of power over Ethernet.
struct PowerWord {
    std::string word, type;  ///< id in poe_types.csv; empty: no standard means it
    std::string says;        ///< what to know of the word
    Provenance from;
};

}  // namespace sokudo::kb
