// SPDX-License-Identifier: GPL-3.0-or-later
// A piece of the catalogue put into a link, and the link judged with it: nothing is shown as possible that was not
// judged.
#pragma once

#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/match/run_rules.h"

namespace sokudo::match {

/// Where in a link a catalogue piece can stand.
enum class SwapTarget { ModuleA, Cable, ModuleB };

/// The plan with `id` at that place: a module of modules.csv ("" takes it out), or a cable of media.csv in every run of
/// the link.
/// @error NotFound  the id is not in the catalogue
Result<plan::Plan> placed(const plan::Plan&, const plan::Link&, SwapTarget, const std::string& id,
                          const kb::KnowledgeBase&);

/// The link as it stands in a plan.
LinkReport judgeLink(const plan::Plan&, const plan::Link&, const kb::KnowledgeBase&);

/// One piece that could stand there, with what the whole link would then be.
struct Candidate {
    std::string id, name;
    Verdict verdict = Verdict::Unknown;
    std::optional<BitRate> rate;
    text::Sentence reason;
    bool isThere = false;  ///< it is what stands there now
};

/// Every piece whose plug goes in there, best verdict and highest rate first.
/// Modules: those of the cage's family. Cables: those that what stands at the ends, or an empty cage, takes.
std::vector<Candidate> candidates(const plan::Plan&, const plan::Link&, SwapTarget, const kb::KnowledgeBase&);

}  // namespace sokudo::match
