// SPDX-License-Identifier: GPL-3.0-or-later
// The answers of a project as the diagnosis takes them.
#pragma once

#include "core/diagnose/diagnosis.h"
#include "store/project.h"

namespace sokudo::store {

/// What the owner has told about one path. Answers from before the last logged change that the result came after, or
/// more than a day older than it, are of another state of things and are left out.
diagnose::UserAnswers userAnswersOf(const Project&, const kb::KnowledgeBase&, const measure::Trial&,
                                    const diagnose::PathParts&);

}  // namespace sokudo::store
