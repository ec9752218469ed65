// SPDX-License-Identifier: GPL-3.0-or-later
// A plan under construction with flows that run at the same time.
#pragma once

#include "core/expect/flow_shares.h"
#include "plan_builder.h"

namespace sokudo::testing {

struct FlowsPlan {
    PlanBuilder built;
    std::vector<plan::Flow> flows;

    void flow(const char* name, const char* from, const char* to, int streams = 1, std::optional<BitRate> asks = {})
    {
        flows.push_back({{static_cast<std::int64_t>(flows.size()) + 1},
                         "evening",
                         name,
                         built.deviceId(from),
                         built.deviceId(to),
                         false,
                         {},
                         streams,
                         asks});
    }
    expect::FlowShares run() const
    {
        std::vector<const plan::Flow*> asked;
        for (const plan::Flow& one : flows) asked.push_back(&one);
        return expect::flowShares(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), asked);
    }
};

}  // namespace sokudo::testing
