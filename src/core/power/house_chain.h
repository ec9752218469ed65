// SPDX-License-Identifier: GPL-3.0-or-later
// The chains of power of a house: from one port through switches that hand it on, to each device at the end.
#pragma once

#include <vector>

#include "core/plan/plan.h"
#include "core/power/chain.h"

namespace sokudo::power {

/// Each way that power takes from the port, by itself: what branches share is for the source to count (poe_source.h).
/// @error NotFound  the port supplies no power, or nothing hangs on it
/// @error BadInput  a length that was never measured, a class or a switch's own draw that nobody stated; says which
Result<std::vector<std::vector<Hop>>> chainsFrom(const plan::Plan&, plan::PortId, const kb::KnowledgeBase&);

}  // namespace sokudo::power
