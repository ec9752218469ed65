// SPDX-License-Identifier: GPL-3.0-or-later
// What is left of each way of a path that is busy in both.
#pragma once

#include "core/expect/stage.h"

namespace sokudo::expect {

/// One way of the stage while the other way carries as much: a medium that both share gives each half of their sum, one
/// processor or disk the share of both_ways.csv, a wire all but the acknowledgements of the other way. Buses carry each
/// way by itself.
/// @source practice: both_ways.csv; wires: goodput / (1 + acknowledgements), see arithmetic::ackShare and row
/// ack-segments
/// @example 10 Gb/s, MTU 1500: at most 9.380 Gb/s; coax adapters 2.5: typically 2.2 / 2 = 1.1 Gb/s
Stage withBothWaysBusy(const kb::KnowledgeBase&, Stage);

}  // namespace sokudo::expect
