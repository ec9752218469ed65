// SPDX-License-Identifier: GPL-3.0-or-later
// Cables that make sense between two ports, judged before one is chosen.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/match/run_rules.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

struct CableChoice {
    std::string medium;  ///< id in media.csv
    std::string name;
    Verdict verdict = Verdict::Unknown;
    std::optional<BitRate> rate;
    std::string reason;
    /// What is still to be plugged in, such as a module; empty: nothing.
    std::string needs;
};

/// Media that go into both sockets, those that link best first; at the length, where one is known, else at 5 m in one
/// place and 20 m between two.
std::vector<CableChoice> cableChoices(const plan::Plan&, plan::PortId a, plan::PortId b, std::optional<Length> length,
                                      const kb::KnowledgeBase&);

}  // namespace sokudo::survey
