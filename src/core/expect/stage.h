// SPDX-License-Identifier: GPL-3.0-or-later
// One section of a path: what it can carry and how that figure came about.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"
#include "core/plan/trace.h"

namespace sokudo::expect {

using kb::Band;

enum class StageKind { Disk, Processor, Slot, Link, FileShare };
std::string_view word(StageKind);

struct Stage {
    StageKind kind = StageKind::Link;
    std::string name;     ///< unique in its path: "slot of platen"
    std::string label;    ///< short, under the bore: "slot"
    std::string detail;   ///< second line under the bore: "4.0 ×4"
    Band carries;         ///< payload, one direction; `high` is the ceiling
    std::string working;  ///< the sum up to the ceiling, then what is usual
    kb::Provenance from;
    BitRate line;         ///< the named rate before what is taken off: link rate or coded bus rate; 0 where none
    plan::RunId run;      ///< for a link
    plan::DeviceId device;
};

/// A stage that the plan cannot state yet, and what would tell.
struct Missing { std::string what; plan::DeviceId device; };

struct Expectation {
    std::vector<Stage> stages;
    std::vector<Missing> missing;
    Band expected;            ///< component-wise least of the stages
    std::size_t binding = 0;  ///< index of the stage with the least typical figure
    std::optional<std::size_t> next;  ///< the stage that binds when that one is mended
    int mtu = 1500;
    bool isEmpty() const { return stages.empty(); }
    const Stage* bindingStage() const { return stages.empty() ? nullptr : &stages[binding]; }
};

/// The narrowest stage, the band, the next limit. Stages must not be empty of figures.
/// @source reference: component-wise minimum of independent stage ceilings (own)
Expectation settle(std::vector<Stage> stages);

}  // namespace sokudo::expect
