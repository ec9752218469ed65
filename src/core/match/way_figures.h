// SPDX-License-Identifier: GPL-3.0-or-later
// What is said of one way: its title, the light and the rate it leaves for later, its delay and what it draws.
#pragma once

#include "core/match/link_context.h"
#include "core/match/way_trial.h"

namespace sokudo::match {

/// The fastest that any catalogue part carries over this cable and length.
/// @param now  the rate of the way itself
BitRate laterRate(const Combination&, Length, BitRate now, const kb::KnowledgeBase&);
/// What the loss leaves of the budget of the reach; empty: no fibre, or not known.
std::optional<Decibel> lightLeft(const LinkContext&);
/// One way through: both ends, the cable, FEC and boxes.
Duration latencyOf(const LinkContext&, const Combination&, const kb::KnowledgeBase&);
/// Of one end.
Watt drawOf(const LinkEnd&, const EndChoice&, const kb::Supply*, const kb::KnowledgeBase&);
std::string titleOf(const Wish&, const Combination&);
/// The same in a few words, for a list.
std::string briefOf(const Combination&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
