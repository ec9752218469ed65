// SPDX-License-Identifier: GPL-3.0-or-later
// Calls of every verb with arguments that nobody means: over-long, empty, not UTF-8, turned around, huge.
#pragma once

#include <vector>

#include "apps/sokudo-cli/program.h"
#include "house_questions.h"

namespace sokudo::houses {

/// Each call on the house, with one argument behind the verb put in place by each strange one in turn.
/// @param each  of how many calls one is taken; 1: all
std::vector<cli::Arguments> strangeCalls(const AskedHouse&, Chance&, std::size_t each);

}  // namespace sokudo::houses
