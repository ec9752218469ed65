// SPDX-License-Identifier: GPL-3.0-or-later
// Rates at which results stand still because a slower hop carries just that much.
#pragma once

#include <optional>
#include <vector>

#include "core/expect/stage.h"

namespace sokudo::diagnose {

/// The Ethernet rates whose payload is told apart: 0.1, 1, 2.5, 5, 10, 25 and 40 Gb/s.
const std::vector<BitRate>& plateauLinks();

/// Whether the figure may be what one direction of such a link carries, whatever its packet size: a sign among others.
/// @source reference, signs e05 to e08: from 0.93 of the payload at MTU 1500 to that at MTU 9000 without timestamps
/// @example 1 Gb/s: 0.876 to 0.994 Gb/s; 2.5 Gb/s: 2.19 to 2.48 Gb/s
bool isWhatLinkCarries(BitRate measured, BitRate link);

/// The link rate whose payload the figure is just, from the least that a quiet link shows (0.97 of it); empty: none.
/// @example 1 Gb/s: 0.913 to 0.994 Gb/s; 10 Gb/s: 9.13 to 9.94 Gb/s
std::optional<BitRate> plateauOf(BitRate measured);

/// The same where that rate is slower than every link the path states: a hop on the way runs slower than planned.
std::optional<BitRate> slowerHopOf(BitRate measured, const expect::Expectation&);

/// What buses the figure is the usual one of: USB 2.0, and slots of one, two or four lanes; each a sentence. Empty:
/// none.
std::vector<text::Sentence> busesThatCarry(BitRate measured, const kb::KnowledgeBase&);

/// Figures at which results of a path often stand still: what usual links and USB 2.0 carry, and the typical figure of
/// each of its own stages but links.
std::vector<BitRate> plateausOf(const expect::Expectation&, const kb::KnowledgeBase&);

}  // namespace sokudo::diagnose
