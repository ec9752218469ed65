// SPDX-License-Identifier: GPL-3.0-or-later
// The one clock by which the program tells the time of day and the date; how long something takes is measured
// elsewhere.
#pragma once

#include <optional>
#include <string>

#include "core/measure/trial.h"

namespace sokudo::host {

/// UTC, in whole milliseconds.
measure::Timestamp now();
/// The date where the program runs: ISO 8601.
std::string today();
/// Its year.
int thisYear();
/// Makes it stand at a time, for tests; nothing: it goes again.
void setClock(std::optional<measure::Timestamp>);

}  // namespace sokudo::host
