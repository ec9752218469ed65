// SPDX-License-Identifier: GPL-3.0-or-later
// Devices, the links that come up between them, and who feeds whom, by numbers: for questions on failures.
#pragma once

#include <unordered_map>
#include <vector>

#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::power {

struct SupplyNet {
    struct Way {
        int to = -1;
        int edge = -1;
    };
    struct Edge {
        int a = -1, b = -1;
        plan::RunId run;  ///< the first of its link
    };
    std::vector<const plan::Device*> devices;
    std::vector<std::vector<Way>> ways;
    std::vector<Edge> edges;
    std::vector<int> feeder;              ///< -1: the mains
    std::vector<std::vector<int>> feeds;  ///< those it feeds itself
    std::unordered_map<plan::DeviceId, int> index;

    /// @param plan  outlives the net
    SupplyNet(const plan::Plan& plan, const match::Reports&);
    std::size_t size() const { return devices.size(); }
    /// Everything that loses its power with this device, itself first.
    std::vector<int> darkWith(int device) const;
};

}  // namespace sokudo::power
