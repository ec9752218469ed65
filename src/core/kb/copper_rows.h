// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about twisted pair and the power on it.
#pragma once

#include <optional>
#include <string>

#include "core/base/quantity.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// Insertion loss of a category: a√f + bf + c/√f dB per 100 m of solid cable at 20 °C, f in MHz, and its channel limit.
struct CableLoss {
    std::string medium;
    double root = 0, linear = 0, inverse = 0;
    double connector = 0;    ///< dB per √MHz of one mated pair
    double limitFactor = 1;  ///< of the cable's loss in the channel limit
    int limitConnectors = 4;
    double limitDeviation = 0;  ///< dB per MHz^1.5
    Frequency top;
    Provenance from;
};

/// The category whose limit a PHY was made for, and the highest frequency it uses of it.
struct CopperNeed {
    std::string phy, medium;
    Frequency top;
    Provenance from;
};

struct Conductor {
    int gauge = 24;  ///< AWG
    double diameterMm = 0;
    Ohm per100m;              ///< one conductor of solid copper at 20 °C
    double cordFactor = 0.2;  ///< extra loss of a stranded cord of this gauge
    Length longestCords;
    Provenance from;
};

/// Horizontal length of equal loss at a temperature.
struct HotLength {
    Celsius at;
    Length unscreened, screened;
    Provenance from;
};

/// What a tester found on the four pairs and what it does.
struct WireFault {
    std::string id, name, clause;
    Verdict at100M = Verdict::Unknown, at1G = Verdict::Unknown, atFast = Verdict::Unknown;
    std::optional<BitRate> plan100M, plan1G, planFast;  ///< rate left; empty: unchanged, or none
    std::string power;                                  ///< what power over Ethernet does
    std::string text, remedy;
    Provenance from;
};

/// A type of power source of IEEE 802.3.
struct PoeType {
    std::string id, name;
    int pairs = 2;
    Watt source, device;
    Volt sourceVolt, deviceVolt;
    int highestClass = 0;
    Provenance from;
};
struct PoeClass {
    std::string id;
    int number = 0;
    Watt source, device;
    bool fourPair = false;
    std::string leastType;
    Volt deviceVolt;
    std::string signature;
    Provenance from;
};

struct Jacket {
    std::string id, name;
    int rank = 0;
    bool outdoors = false;
    Provenance from;
};
/// Distance factor P of EN 50174-2 by the number of circuits beside the cable.
struct MainsGap {
    int circuits = 0;
    double factor = 1;
    Provenance from;
};

const Conductor* conductorOf(const KnowledgeBase&, int gauge);

}  // namespace sokudo::kb
