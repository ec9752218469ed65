// SPDX-License-Identifier: GPL-3.0-or-later
// Asks one rule about one line; the shape of every rule test.
#pragma once

#include <optional>

#include "testing.h"

#include "core/match/run_rules.h"
#include "core/oneline/link_line.h"

namespace sokudo::testing {

inline constexpr double kNoRate = -1;   ///< the finding says nothing about the rate
inline constexpr double kAnyRate = -2;  ///< the rate is not looked at
inline constexpr double kSilent = -3;   ///< the clause must not speak

/// Row of a table: line, verdict, rate in Gb/s or one of the above, and the case that decides (empty: any).
struct LinkRow {
    const char* line;
    Verdict verdict;
    double gbps;
    const char* caseId;
};

/// The worst outcome of a rule on a line, or that of one case; nothing when it does not speak.
std::optional<match::Outcome> outcomeOf(std::string_view rule, const char* line, std::string_view caseId = {});
void checkRow(std::string_view rule, const LinkRow& row);

}  // namespace sokudo::testing
