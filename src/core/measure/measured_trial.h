// SPDX-License-Identifier: GPL-3.0-or-later
// What is kept of a test that Sokudo ran: the same in the window and on the command line.
#pragma once

#include "core/measure/seams.h"

namespace sokudo::measure {

/// The rate, its seconds and the interval they span (with three seconds or more); id, time, ends and note are the
/// caller's.
Trial measuredTrial(const TrafficQuestion&, const TrafficResult&);

}  // namespace sokudo::measure
