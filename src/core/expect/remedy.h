// SPDX-License-Identifier: GPL-3.0-or-later
// How many streams, what window or how little loss would fill the next limit.
#pragma once

#include "core/expect/stage.h"

namespace sokudo::expect {

/// What would fill the stage that comes next, where a window, a loss or one core holds the path; empty: nothing of that
/// kind does.
/// @source arithmetic::bandwidthDelay, arithmetic::lossThatFills; cores as in processorStage
/// @example 64 KiB at 20 ms on 1 Gb/s: a window of 2.34 MB, or 36 streams
text::Sentence remedyNote(const Expectation&);

/// The same as a note and as figures of the expectation: window_needed_bytes, loss_that_fills, streams_needed.
void addRemedy(Expectation&);

}  // namespace sokudo::expect
