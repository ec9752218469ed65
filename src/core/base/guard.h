// SPDX-License-Identifier: GPL-3.0-or-later
// The last guard of a program: what no code expected ends with a sentence and a status, never with a signal.
#pragma once

#include <exception>
#include <functional>
#include <string>

namespace sokudo {

/// What an exception says: "out of memory", or the words that it brings along.
std::string textOf(const std::exception_ptr&);

/// Runs a program; what it throws is said on standard error.
/// @param program  as it calls itself: "sokudo-cli"
/// @return what `run` returned; 2 where it threw
int guarded(const char* program, const std::function<int()>& run);

}  // namespace sokudo
