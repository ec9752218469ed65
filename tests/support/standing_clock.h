// SPDX-License-Identifier: GPL-3.0-or-later
// The clock of the program at noon of a day, as long as this lives.
#pragma once

#include <string>

#include "host/clock.h"

namespace sokudo::testing {

class StandingClock {
public:
    explicit StandingClock(const std::string& day) { set(day); }
    ~StandingClock() { host::setClock({}); }
    StandingClock(const StandingClock&) = delete;
    StandingClock& operator=(const StandingClock&) = delete;
    void set(const std::string& day) { host::setClock(measure::timeFromIso(day + "T12:00:00Z")); }
};

}  // namespace sokudo::testing
