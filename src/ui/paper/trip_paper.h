// SPDX-License-Identifier: GPL-3.0-or-later
// The list for a trip to the shops, on paper: large enough to read in a corridor, a box to tick, what to take instead.
#pragma once

#include <vector>

#include <QString>

#include "core/buy/trip.h"

namespace sokudo::ui {

/// Writes a PDF. @return what went wrong and what to do; empty: it is written
QString printTrip(const QString& path, const std::vector<buy::Stop>&, const QString& title);

}  // namespace sokudo::ui
