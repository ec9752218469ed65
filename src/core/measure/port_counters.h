// SPDX-License-Identifier: GPL-3.0-or-later
// What a port has counted, as it is typed or read.
#pragma once

#include <map>
#include <optional>
#include <string>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/measure/seams.h"

namespace sokudo::measure {

/// What a port counted since it started.
struct CounterState {
    std::map<std::string, double> counts;  ///< by name: "frames", "crc", "drops"; 0 and above
    std::optional<Duration> uptime;        ///< of the device; empty: not told
    friend bool operator==(const CounterState&, const CounterState&) = default;
};
/// “frames=8.1m crc=3 drops=0 uptime=12d”; k, m and g are thousands, millions and thousand millions.
/// @error BadInput  a word that is none, a count below 0, nothing at all
Result<CounterState> counterStateOf(const std::string& line);
std::string lineOf(const CounterState&);
/// As a machine or a switch told it: frames of both directions, those with a wrong check sequence, and other faults.
/// Frames that were thrown away are left out: a host counts there what nobody asked for. Empty: it counts nothing.
std::optional<CounterState> counterStateFrom(const InterfaceReading&, std::optional<Duration> uptime);

}  // namespace sokudo::measure
