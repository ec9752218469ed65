// SPDX-License-Identifier: GPL-3.0-or-later
// The whole answer to "why is it slow": evidence, causes, what to do next.
#pragma once

#include <set>

#include "core/base/sentence.h"
#include "core/diagnose/engine.h"
#include "core/diagnose/facts.h"

namespace sokudo::diagnose {

struct Reason {
    bool speaksFor = true;
    double nats = 0;
    text::Sentence text;
};

struct LikelyCause {
    Belief belief;
    std::vector<Reason> reasons;  ///< for and against, strongest first
};

/// What the owner has told about a path.
struct UserAnswers {
    Evidence answers;
    std::set<std::string> unsure;  ///< flags that the owner cannot answer: not asked again
    std::set<std::string> failed;  ///< causes whose fix was tried and did not help: no longer suspected
};

struct Diagnosis {
    Evidence evidence;
    Context context;
    std::vector<LikelyCause> causes;  ///< most likely first
    std::vector<NextCheck> next;
    std::vector<RuledOut> out;  ///< what cannot be, and why
};

/// @param told  the owner's own answers; they stand beside what is read, and win where both speak
Diagnosis diagnose(const Facts&, const UserAnswers& told);
/// The same from what is told alone, without a project.
/// @param context  tags of causes.csv, column needs_any_of; a yes adds those it tells of
Diagnosis diagnose(const kb::KnowledgeBase&, Context context, const UserAnswers& told);

/// What cannot be, a line a reason. What only slows a link that is down is no news, and is left out; so are causes
/// whose fix was tried: the owner knows.
std::vector<text::Sentence> ruledOutLines(const Diagnosis&);

/// The sentence of the caution that belongs to a check or a fix; empty: none.
/// @param id  in cautions.csv; empty: none
std::string_view cautionText(const kb::KnowledgeBase&, std::string_view id);

/// Tags that a context may have. @return in alphabetical order
std::vector<std::string> contextTags(const kb::KnowledgeBase&);

}  // namespace sokudo::diagnose
