// SPDX-License-Identifier: GPL-3.0-or-later
// How the house stands: in one sentence, in groups that can be gone to, and what is most worth doing next.
#pragma once

#include <atomic>
#include <optional>
#include <string>
#include <vector>

#include "core/analyse.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

struct StandingItem {
    Verdict mark = Verdict::Unknown;
    text::Sentence what;
    plan::Subject at;  ///< where to go
};

struct StandingGroup {
    const char* id;                   ///< "unsafe", "no-link", "limited", "measured-low", "contradictions", "unknown"
    text::Sentence title;             ///< "2 links do not come up"
    std::vector<StandingItem> items;  ///< all of them, the gravest first
};

/// Something worth doing, with what it takes and what it gains.
struct NextThing {
    text::Sentence what;
    double minutes = 0;          ///< of work
    std::optional<double> cost;  ///< of what is bought; 0: nothing; empty: some price is not known
    text::Sentence gain;
    plan::Subject at;
    std::string caution;  ///< id in cautions.csv; may be empty
};

/// A path whose newest result is below what it should carry.
struct LowPath {
    plan::DeviceId from, to;
    std::string text;  ///< "platen → vault: 3 Gb/s, 6.1 to 7.4 expected"
};

struct Standing {
    text::Sentence sentence;
    std::vector<StandingGroup> groups;  ///< in the order of gravity; those without an item are left out
};

Standing standing(const plan::Plan&, const kb::KnowledgeBase&, const Analysis&, const std::vector<LowPath>& low = {});

/// At most `most` things, best first: what is unsafe, then what brings most for its minutes and money. It tries other
/// ways for the worst links only, so that a large house takes no longer than a small one.
/// @param isStopped  ends the search between two links, with what was found by then
std::vector<NextThing> nextThings(const plan::Plan&, const kb::KnowledgeBase&, const Analysis&, std::size_t most = 3,
                                  const std::atomic<bool>* isStopped = nullptr);

}  // namespace sokudo::survey
