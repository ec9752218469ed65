// SPDX-License-Identifier: GPL-3.0-or-later
// Why a link is slow: causes, the signs that speak for them, and what to check.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

struct Cause {
    std::string id, title;
    double weight = 0;
    std::vector<std::string> needs;                       ///< context tags, any of which makes the cause possible
    std::vector<std::pair<std::string, char>> signature;  ///< flag and H, M, L or Z
    std::string check, fix, gain;
    double fixMinutes = 0;
    std::string caution;  ///< id in cautions.csv; empty: none needed
    std::string house;    ///< what the fix costs the house: "takes the link down"; empty: nothing
    std::string liesIn;   ///< the part that a swap would cure: lead, port, host or module; empty: no such part
    /// The most that a link with this cause runs at: what was measured above it rules the cause out. 0: it gives no
    /// link.
    std::optional<BitRate> linkAtMost;
    /// How likely a flag is true when the cause holds: H, M, L or Z; empty: as in the background.
    std::optional<char> letterOf(std::string_view flag) const;
};

struct Flag {
    std::string id, name, trueWhen;
    double background = 0;
    std::string family;
    std::string implies;  ///< the context tag that a yes tells of: "usb"; empty: none
    std::string swapped;  ///< the part that was swapped to find it out: lead, port, host or module; empty: none
};

enum class CheckBy { Read, Measure, Owner };

struct Check {
    std::string id, title;
    double minutes = 0, cost = 0;
    std::string risk;
    std::vector<std::string> flags;
    CheckBy by = CheckBy::Owner;  ///< Sokudo reads it from a host, measures it, or the owner looks
    bool needsLink = false;       ///< it makes no sense while the link is down
    std::string house, caution;   ///< as of a cause
};

}  // namespace sokudo::kb
