// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about media that several stations share: coax and power line.
#pragma once

#include <string>

#include "core/base/quantity.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

struct CoaxGeneration {
    std::string id, name;
    BitRate phy, mac;
    int nodes = 0;
    Duration latency;
    int order = 0;
    Provenance from;
};
struct CoaxBand {
    std::string id, name;
    Frequency low, high;
    bool clashesWithSatellite = false;
    Provenance from;
};
/// Loss at 1.5 GHz of a cable (per 100 m), a splitter or another part (each).
struct CoaxLoss {
    std::string id, name;
    Decibel at1500;
    bool isPerHundredMetres = false;
    Provenance from;
};
struct PowerLine {
    std::string id, name;
    BitRate printed;
    std::string protocol;
    Provenance from;
};

}  // namespace sokudo::kb
