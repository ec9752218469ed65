// SPDX-License-Identifier: GPL-3.0-or-later
// What the inspector shows of one object: sections of lines.
#pragma once

#include <optional>
#include <vector>

#include <QString>

#include "core/base/verdict.h"
#include "core/plan/plan.h"

namespace sokudo::app {

struct InspectorLine {
    std::optional<Verdict> mark;
    QString name, detail, value;
    plan::RunId run;
    plan::PortId port;
    plan::SlotId slot;
    plan::Subject at = {};  ///< where pressing it leads, where it is none of those
    int number = 0;         ///< of a list that is numbered; 0: none
};
struct InspectorSection {
    QString heading;
    std::vector<InspectorLine> lines;
};
struct InspectorContent {
    QString title, subtitle;
    std::optional<Verdict> verdict;
    QString notice;
    std::vector<InspectorSection> sections;
};

}  // namespace sokudo::app
