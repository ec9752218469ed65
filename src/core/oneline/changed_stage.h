// SPDX-License-Identifier: GPL-3.0-or-later
// "4.0 x8" typed at the slot of a path: the same path with that stage changed.
#pragma once

#include <string_view>

#include "core/base/result.h"
#include "core/expect/stage.h"

namespace sokudo::oneline {

/// The word the stage's kind begins with in a line may be left out: "4.0 x8" at a slot, "recent-x86 4.5ghz" at a
/// processor. The file share counts the network again.
/// @error BadInput  points at the word, or says that the text is another kind of stage
Result<expect::Expectation> changedStage(const expect::Expectation&, std::size_t stage, std::string_view text,
                                         const kb::KnowledgeBase&);

/// An example of what may be typed at such a stage: "4.0 x8".
std::string_view exampleFor(expect::StageKind);

}  // namespace sokudo::oneline
