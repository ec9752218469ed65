// SPDX-License-Identifier: GPL-3.0-or-later
// A stage that was tried on a path, written into the survey.
#pragma once

#include <optional>
#include <vector>

#include "core/expect/path_expectation.h"
#include "core/oneline/tokens.h"

namespace sokudo::app {

/// The path on which a stage was tried.
struct TriedOn {
    const plan::Plan& plan;
    const kb::KnowledgeBase& kb;
    const expect::PathQuestion& question;
    plan::Route way;
};

/// The plan with the stage as it was typed; nothing where the survey has no place for these words.
std::optional<Result<plan::Plan>> keptStage(const TriedOn&, const expect::Stage&,
                                            const std::vector<oneline::Token>& words);

}  // namespace sokudo::app
