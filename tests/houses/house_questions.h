// SPDX-License-Identifier: GPL-3.0-or-later
// Everything that can be asked of a house on the command line: calls of every verb, with names of the house in them.
#pragma once

#include <string>
#include <vector>

#include "apps/sokudo-cli/program.h"
#include "chance.h"
#include "core/plan/plan.h"

namespace sokudo::houses {

/// What stands in place of {file} and the others.
struct AskedHouse {
    std::string file;     ///< the project; calls may write into it
    std::string folder;   ///< for what calls write elsewhere
    std::string source;   ///< the folder with Sokudo's data
    std::string variant;  ///< a version of the house, or “now”
    const plan::Plan* plan = nullptr;
};

/// One call of each row of the table of calls, with names picked by chance.
std::vector<cli::Arguments> callsOn(const AskedHouse&, Chance&);

}  // namespace sokudo::houses
