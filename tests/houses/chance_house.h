// SPDX-License-Identifier: GPL-3.0-or-later
// Houses by chance: every kind of row, role, cage and medium, joined as a person could join them, and edits of them.
#pragma once

#include "chance.h"
#include "store/project.h"

namespace sokudo::houses {

/// A valid house with its records, without versions. Small: two to a dozen devices.
/// @param number  of the house: roles and kinds take turns by it, so that a few dozen houses hold all of them
store::Project chanceHouse(int number, Chance&);

/// The house after one change: a row of any kind added, changed or taken out.
plan::Plan chanceEdit(const plan::Plan&, Chance&);

}  // namespace sokudo::houses
