// SPDX-License-Identifier: GPL-3.0-or-later
// The program behind the command line, to be asked without starting it: for main() and for tests.
#pragma once

#include <string>
#include <vector>

namespace sokudo::cli {

using Arguments = std::vector<std::string>;

/// Answers one call on standard output and standard error.
/// @param arguments  without the name of the program
/// @return its exit status
int run(const Arguments& arguments);

/// The names of all verbs, in the order of the help.
std::vector<std::string> verbNames();

}  // namespace sokudo::cli
