// SPDX-License-Identifier: GPL-3.0-or-later
// What was read of a port of the house at one time: kept, so that a later reading has something to stand beside.
#pragma once

#include "core/measure/port_counters.h"
#include "core/measure/port_reading.h"
#include "core/measure/trial.h"

namespace sokudo::measure {

using ReadingId = Id<struct ReadingTag>;

/// Of the house, whatever variant is open.
struct KeptReading {
    ReadingId id;
    Timestamp at;
    plan::PortId port;
    std::optional<PortReading> shown;     ///< empty: only its counters were read
    std::optional<CounterState> counted;  ///< the first of a port is its baseline
    std::string note;
    friend bool operator==(const KeptReading&, const KeptReading&) = default;
};

}  // namespace sokudo::measure
