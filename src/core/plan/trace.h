// SPDX-License-Identifier: GPL-3.0-or-later
// Follows cables: from port to port through jacks and panels, and from host to host through switches.
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "core/plan/plan.h"

namespace sokudo::plan {

/// What joins two active ports: the runs in order, with the passive ports between them.
struct Link {
    PortId a, b;  ///< `b` is unset where the cable ends open or untraced
    std::vector<RunId> runs;
    std::vector<PortId> through;
    RunId id() const { return runs.empty() ? RunId{} : runs.front(); }
    friend bool operator==(const Link&, const Link&) = default;
};

/// All links of the plan, each once; the end with the smaller port id comes first.
std::vector<Link> links(const Plan&);
/// The link that contains the run.
std::optional<Link> linkOf(const Plan&, RunId);

/// One hop of a path: along a link, in travelling order.
struct Hop {
    Link link;
    PortId from, to;
    NetworkId network;  ///< that the traffic is in; unset: no port on the way has stated one
};

/// How fast a link carries; nothing: it does not come up or nobody knows.
using LinkRate = std::function<std::optional<BitRate>(const Link&)>;

/// The way from one device to another whose slowest link is fastest; among equals the one with the fewest links.
/// Links without a rate are taken only where nothing else leads there.
/// @return nothing where no way exists
std::optional<std::vector<Hop>> path(const Plan&, DeviceId from, DeviceId to, const LinkRate& rate);

}  // namespace sokudo::plan
