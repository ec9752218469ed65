// SPDX-License-Identifier: GPL-3.0-or-later
// The shipped tables with the practices that the user prefers.
#pragma once

#include <map>
#include <string>

#include "core/kb/load.h"

namespace sokudo::app {

/// The tables with another default where a view is named: "one" or "other" by the id of a practice.
kb::Files withViews(kb::Files, const std::map<std::string, std::string>& views);
/// The shipped tables as the user prefers them; made once.
const kb::Files& tablesInForce();

}  // namespace sokudo::app
