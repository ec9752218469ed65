// SPDX-License-Identifier: GPL-3.0-or-later
// What the ethtool calls of the kernel say about an interface, asked live or read from captured replies.
#pragma once

#include <cstdint>
#include <memory>
#include <string>
#include <vector>

#include "core/measure/seams.h"
#include "host/tree.h"

namespace sokudo::host {

using measure::Reading;

struct LinkSettings {
    std::int64_t speedMbps = -1;  ///< -1: not known
    int duplex = 255;             ///< 0 half, 1 full, 255 not known
    int port = 255;               ///< 0 twisted pair, 3 fibre, 5 direct attach
    int autoneg = 0;
    std::vector<std::uint32_t> supported, advertising, partner;  ///< link-mode bits
};

struct DriverInfo {
    std::string driver, firmware, bus;
};

class Ethtool {
public:
    virtual ~Ethtool() = default;
    virtual Reading<LinkSettings> linkSettings(const std::string& interface) = 0;
    virtual Reading<DriverInfo> driver(const std::string& interface) = 0;
    /// Active FEC modes, bits as in the kernel: 0 none, 1 auto, 2 off, 3 RS, 4 BASE-R.
    virtual Reading<std::uint32_t> activeFec(const std::string& interface) = 0;
    /// The module's memory: 256 or 512 bytes for SFP, up to 640 for QSFP.
    virtual Reading<std::vector<std::uint8_t>> moduleMemory(const std::string& interface) = 0;
};

/// Live calls on "/", captured replies in ROOT/ethtool/INTERFACE/ elsewhere.
std::unique_ptr<Ethtool> ethtoolFor(const Tree&);

/// Rates among link-mode bits, falling. @source kernel-ethtool
std::vector<BitRate> ratesOf(const std::vector<std::uint32_t>& modes);

}  // namespace sokudo::host
