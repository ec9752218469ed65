// SPDX-License-Identifier: GPL-3.0-or-later
// All that is known to have happened to one run, one device or one port, in order.
#pragma once

#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/logbook/entry.h"
#include "core/plan/plan.h"

namespace sokudo::jobs {

struct Happened {
    std::string on;    ///< ISO 8601 date; empty: not known, and then first
    std::string kind;  ///< test, work, permission, note, photo, accepted, log, loose end
    text::Sentence what;
};

/// Tests, ticked jobs, permissions, photos, accepted findings, loose ends, settings and log entries that speak of it.
/// A run takes along what is said of its ends' ports.
std::vector<Happened> historyOf(const plan::Plan&, const std::vector<logbook::Entry>&, const plan::Subject&);

}  // namespace sokudo::jobs
