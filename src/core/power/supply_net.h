// SPDX-License-Identifier: GPL-3.0-or-later
// Devices, the links that come up between them, and who feeds whom, by numbers: for questions on failures.
#pragma once

#include <vector>

#include "core/plan/forwarding.h"
#include "core/power/feeds.h"

namespace sokudo::power {

struct SupplyNet {
    struct Way {
        int to = -1;
        int edge = -1;
    };
    struct Edge {
        int a = -1, b = -1;
        plan::RunId run;  ///< the first of its link
        int feed = -1;    ///< the feed that goes over it
    };
    std::vector<const plan::Device*> devices;
    std::vector<plan::Forwarder> kinds;  ///< of each device
    std::vector<std::vector<Way>> ways;  ///< of each device
    std::vector<Edge> edges;
    plan::StatedNetworks networks;  ///< of each edge, the end at its device a first
    Feeds feeds;                    ///< its first nodes are the devices

    /// @param plan  outlives the net
    SupplyNet(const plan::Plan& plan, const match::Reports&, const kb::KnowledgeBase&,
              Feeds::Watts = Feeds::Watts::With);
    std::size_t size() const { return devices.size(); }
    /// The number of the link that a cable is part of; -1: none that comes up.
    int edgeOf(plan::RunId firstOfLink) const;

private:
    std::unordered_map<plan::RunId, int> m_edge;
};

}  // namespace sokudo::power
