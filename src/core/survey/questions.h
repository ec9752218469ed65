// SPDX-License-Identifier: GPL-3.0-or-later
// Six short answers in plain words become a house to correct. Each becomes edit lines, so that it can be seen what was
// understood, and nothing is in the house that a line could not have put there.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

/// One of the six, as the page asks it.
struct Question {
    const char* title;
    const char* example;  ///< an answer that is understood
    const char* says;     ///< one line on what it is for
};
inline constexpr std::size_t kQuestions = 6;
const std::array<Question, kQuestions>& questions();

using Answers = std::array<std::string, kQuestions>;

struct Understood {
    plan::Plan plan;
    std::vector<std::string> lines;                ///< the edit lines, in order
    std::array<std::string, kQuestions> notTaken;  ///< words of each answer that were not understood; empty: all were
    std::vector<text::Sentence> hazards;           ///< what must be known before a cable is bought
    std::vector<text::Sentence> remarks;           ///< what follows from the answers
    int unknownLengths = 0, unknownDevices = 0;    ///< what the list of work will hold
};

/// What six answers say. An empty answer says nothing. Nothing fails: what is not understood is named.
/// @param ids  new objects take their ids from here
Understood understood(const Answers&, const kb::KnowledgeBase&, IdSource& ids);

}  // namespace sokudo::survey
