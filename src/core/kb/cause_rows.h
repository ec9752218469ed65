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
};

struct Flag {
    std::string id, name, trueWhen;
    double background = 0;
    std::string family;
};

struct Check {
    std::string id, title;
    double minutes = 0, cost = 0;
    std::string risk;
    std::vector<std::string> flags;
};

}  // namespace sokudo::kb
