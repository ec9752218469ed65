// SPDX-License-Identifier: GPL-3.0-or-later
// What can stand at the ends of a link so that a kind of cable goes in.
#pragma once

#include <vector>

#include "core/match/way_trial.h"

namespace sokudo::match {

/// What can stand at a port so that this kind of cable goes in: nothing, a module, or a box.
std::vector<EndChoice> choicesAt(const plan::Port&, const kb::Medium&, BitRate rate, const kb::KnowledgeBase&);

/// Two modules of one kind, or two kinds that may face each other.
bool canFace(const EndChoice& a, const EndChoice& b, const kb::KnowledgeBase&);

}  // namespace sokudo::match
