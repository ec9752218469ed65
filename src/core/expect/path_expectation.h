// SPDX-License-Identifier: GPL-3.0-or-later
// From two devices of a plan to the stages between them.
#pragma once

#include "core/base/result.h"
#include "core/expect/stage.h"
#include "core/match/reports.h"

namespace sokudo::expect {

enum class Traffic { MemoryToMemory, FileCopy };

struct PathQuestion {
    plan::DeviceId from, to;
    Traffic traffic = Traffic::MemoryToMemory;
    int streams = 1;              ///< 1 to 64
    std::string protocol;         ///< file share; empty: what the storage serves, else smb
};

/// What to expect from one device to another.
/// @param reports  judged links of the same plan: the rate each link runs at
/// @error NotFound  a device that is not there, no way between the two; the sentence says where the way ends
/// @error NotAllowed  a link on the way does not come up
Result<Expectation> expectation(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports& reports, const PathQuestion&);

}  // namespace sokudo::expect
