// SPDX-License-Identifier: GPL-3.0-or-later
// What goes off or breaks, and which devices and which link that takes away.
#pragma once

#include "core/base/result.h"
#include "core/power/reach.h"

namespace sokudo::power {

/// What goes off.
struct Outage {
    enum class Cause { Mains, Circuit, Place, Broken };
    Cause cause = Cause::Mains;
    plan::Subject what;  ///< the circuit, the place whose outlets are off, or the device, cable or outlet that broke
    int year = 0;        ///< in which it is played, for the age of batteries; 0: they count as new
};

/// "Mains off in the whole house", "Circuit desk is off", "Cable q1 is cut".
text::Sentence titleOf(const plan::Plan&, const Outage&);

/// What it takes away at first.
struct Cut {
    std::vector<int> nodes;  ///< of the feeds
    int feed = -1;           ///< that went over the cable; -1: none
    int edge = -1;           ///< the link that is cut; -1: none
};
/// @error NotFound  it is not in the plan, or nothing hangs on it
Result<Cut> cutOf(const plan::Plan&, const SupplyNet&, const Outage&);
/// With all that is dark by it in the end: batteries put that off only.
Failure failureOf(const SupplyNet&, const Cut&);

}  // namespace sokudo::power
