// SPDX-License-Identifier: GPL-3.0-or-later
// Which two hosts a cable is proved between, so that no slow machine is taken for a slow cable.
#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::cabletest {

/// Two hosts whose best way crosses the cable.
struct TestEnds {
    plan::DeviceId from, to;
    BitRate expected;         ///< memory to memory, as is usual
    BitRate ofLink;           ///< what the link itself carries
    int streams = 1;          ///< that reach it
    bool provesLink = false;  ///< next to nothing on the way carries less than the link
    text::Sentence says;
};

struct TestEndsList {
    std::vector<TestEnds> pairs;  ///< those that prove the link first, then by what is expected
    text::Sentence says;          ///< the best pair, or what to move where none proves it
};

/// @param most  pairs that are looked at, those of the fastest hosts first
/// @error NotFound  no such run, or no two hosts whose way crosses it
/// @source own: a pair proves a link when at least 95 % of what the link carries is expected between the two
Result<TestEndsList> testEnds(const plan::Plan&, const match::Reports&, plan::RunId, const kb::KnowledgeBase&,
                              std::size_t most = 60);

}  // namespace sokudo::cabletest
