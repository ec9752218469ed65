// SPDX-License-Identifier: GPL-3.0-or-later
// The one-page report of a project.
#pragma once

#include <optional>

#include "core/analyse.h"
#include "core/expect/path_expectation.h"
#include "core/logbook/entry.h"
#include "core/measure/trial.h"
#include "core/report/blocks.h"

namespace sokudo::report {

struct PathSection {
    std::string title;  ///< "vault → platen, file copy"
    expect::Expectation expectation;
    std::vector<measure::Trial> trials;  ///< of this path
};

struct ReportInput {
    const plan::Plan& plan;
    const kb::KnowledgeBase& kb;
    const Analysis& analysis;
    const std::vector<measure::Trial>& trials;
    const std::vector<logbook::Entry>& entries;
    std::optional<PathSection> path;
    measure::Timestamp now;
};

/// Summary, what to fix, all links, the path asked for, the newest results, the newest log entries.
std::vector<Block> projectReport(const ReportInput&);

/// "vault → platen, memory to memory".
std::string pathTitle(const plan::Plan&, plan::DeviceId from, plan::DeviceId to, expect::Traffic);
/// "expected 6.1 to 7.4 Gb/s, limited by disks of vault; link … comes next at 9.41 Gb/s".
std::string expectationSentence(const expect::Expectation&);

}  // namespace sokudo::report
