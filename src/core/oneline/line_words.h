// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of a link line read into the model: an end, a cable, a cord.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/kb/rule_rows.h"
#include "core/oneline/tokens.h"
#include "core/plan/plan.h"

namespace sokudo::oneline {

struct EndOfLine {
    plan::Port port;
    plan::Role role = plan::Role::Switch;
    plan::Traits device;  ///< what was stated of the device
    std::optional<plan::Slot> slot;
    std::string building;
};

struct CableOfLine {
    plan::Run run;
    bool betweenBuildings = false;
};

/// @param which  "first" or "second", for the message
Result<EndOfLine> readEnd(const std::vector<Token>& words, std::string_view which, const kb::KnowledgeBase&);
Result<CableOfLine> readCable(const std::vector<Token>& words, const kb::KnowledgeBase&);
/// The run with what the words say of it; what they do not name stays as it is.
Result<plan::Run> changedCable(plan::Run, const std::vector<Token>& words, const kb::KnowledgeBase&);
/// Whether the part starts with cord, jack, coupler or panel.
bool isSegment(const std::vector<Token>& words);
Result<plan::Segment> readSegment(const std::vector<Token>& words, const kb::KnowledgeBase&);

/// Sets the trait that the token names. @return false: no trait of that owner is called so
Result<bool> takeTrait(const Token&, kb::TraitOwner, plan::Traits& into, const kb::KnowledgeBase&);

}  // namespace sokudo::oneline
