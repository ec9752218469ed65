// SPDX-License-Identifier: GPL-3.0-or-later
// The MTU along a path, and the probe that proves it.
#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::settings {

struct MtuHop {
    plan::PortId port;
    std::string name;  ///< "vault 1"
    int mtu = 1500;    ///< bytes
    bool isStated = false;
};

struct PathMtu {
    std::vector<MtuHop> ports;            ///< in travelling order, both ends of each link
    int least = 1500;                     ///< bytes of the largest IP packet that passes, inside the tunnels on the way
    bool isOne = true;                    ///< both ends are set alike, and nothing between them is set lower
    std::vector<text::Sentence> tunnels;  ///< what each leaves of the packets around it
    int echo4 = 0, echo6 = 0;             ///< payload of the largest echo request: less 28 bytes, less 48 with IPv6
    text::Sentence sentence;
    std::vector<text::Sentence> problems;  ///< where it falls below what an end sends, and what is lost there
};

/// @error NotFound  a device that is not there, or no way between the two
/// @source rfc-791, rfc-8200
Result<PathMtu> pathMtu(const plan::Plan&, const match::Reports&, const kb::KnowledgeBase&, plan::DeviceId from,
                        plan::DeviceId to);

/// What a probe found beside what the plan says.
text::Sentence probeSays(const PathMtu&, int probedBytes);

}  // namespace sokudo::settings
