// SPDX-License-Identifier: GPL-3.0-or-later
// Built where CBC is not installed.
#include "core/buy/mip.h"

namespace sokudo::buy {

Solver builtInSolver() { return noSolver(); }

}  // namespace sokudo::buy
