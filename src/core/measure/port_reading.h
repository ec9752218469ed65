// SPDX-License-Identifier: GPL-3.0-or-later
// What a port shows of itself, as it is typed, read by this machine, by an agent or from a switch.
#pragma once

#include <optional>
#include <string>

#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/measure/seams.h"

namespace sokudo::measure {

/// One end as its host or switch shows it. Empty: not read.
struct PortReading {
    std::optional<bool> hasLink;
    std::optional<BitRate> rate;
    std::string duplex;  ///< full, half
    std::string fec;     ///< id in fec_modes.csv
    std::string module;  ///< as the module says: "10GBASE-SR"
    int busGeneration = 0, busLanes = 0;
    std::optional<int> mtu;
    std::optional<bool> isMain;  ///< the interface the host really uses
    friend bool operator==(const PortReading&, const PortReading&) = default;
};

/// “rate=25g duplex=full fec=rs module=25GBASE-SR bus=3.0x8 mtu=9000 main”, “no-link”: as somebody reads it off a
/// switch. @error BadInput  a word that is none of these
Result<PortReading> portReadingOf(const std::string& line, const kb::KnowledgeBase&);
/// A reading as a line that reads it again.
std::string lineOf(const PortReading&);
/// As this machine or an agent told it.
PortReading portReadingFrom(const InterfaceReading&, const kb::KnowledgeBase&);

}  // namespace sokudo::measure
