// SPDX-License-Identifier: GPL-3.0-or-later
// What would have to be true for a figure that no payload can reach.
#pragma once

#include <vector>

#include "core/base/sentence.h"
#include "core/expect/stage.h"

namespace sokudo::diagnose {

/// Where a figure beyond the path is just what a disk of some kind reads; empty: it is not.
text::Sentence whatADiskReads(BitRate measured, const kb::KnowledgeBase&);

/// @param path  one with a hard stage; @param measured  more than that carries
std::vector<text::Sentence> mustBeTrue(const expect::Expectation& path, BitRate measured, const kb::KnowledgeBase&);

}  // namespace sokudo::diagnose
