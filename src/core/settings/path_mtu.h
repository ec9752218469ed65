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
    std::vector<MtuHop> ports;  ///< in travelling order, both ends of each link
    int least = 1500;           ///< bytes of the largest IP packet that passes
    bool isOne = true;          ///< all are set alike
    int echo4 = 0, echo6 = 0;   ///< payload of the largest echo request: less 28 bytes, less 48 with IPv6
    text::Sentence sentence;
    std::vector<text::Sentence> problems;  ///< where it changes, and what is lost there
};

/// @error NotFound  a device that is not there, or no way between the two
/// @source rfc-791, rfc-8200
Result<PathMtu> pathMtu(const plan::Plan&, const match::Reports&, plan::DeviceId from, plan::DeviceId to);

/// What a probe found beside what the plan says.
text::Sentence probeSays(const PathMtu&, int probedBytes);

}  // namespace sokudo::settings
