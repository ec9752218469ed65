// SPDX-License-Identifier: GPL-3.0-or-later
// What carries the traffic of others, and in which networks: one answer for paths, failures and searches.
#pragma once

#include <optional>
#include <utility>
#include <vector>

#include "core/plan/plan.h"

namespace sokudo::plan {

/// Whether a device carries traffic between its ports. A host, a camera and whatever else is not made for it does only
/// where `forwards` is stated of it.
bool forwards(const Device&);
/// Whether a device passes traffic from one network to another: a router, or a host that is stated to route.
bool routes(const Device&);

/// The settings that a port has: its own, else those of its profile.
struct PortInEffect {
    NetworkId untagged;
    std::vector<NetworkId> tagged;
    std::optional<BitRate> forced, limit;
    int mtu = 1500;  ///< bytes
    bool hasNetworks() const { return untagged.isSet() || !tagged.empty(); }
    bool isTagged(NetworkId) const;
};
PortInEffect inEffect(const Plan&, const Port&);
/// The two of them that every hop of a path asks for.
int mtuInEffect(const Plan&, const Port&);
std::optional<BitRate> limitInEffect(const Plan&, const Port&);

/// The networks that a frame can be in once it has passed a port.
/// @param network  that it was in before; unset: nothing on the way has stated one yet
/// @return one that is unset where the port states none either; empty where the port does not carry the frame
/// @source 802.1q: a frame without a tag belongs to the untagged network of the port, one with a tag passes where its
/// network is tagged
std::vector<NetworkId> passed(const PortInEffect&, NetworkId network);

/// What the ports of some links state of networks.
struct StatedNetworks {
    struct Ends {
        PortInEffect a, b;
    };
    std::vector<Ends> ends;                      ///< of each link; empty: none of their ports states a network
    std::vector<NetworkId> all = {NetworkId{}};  ///< rising; the first is none
    /// Its place among all.
    std::size_t numberOf(NetworkId) const;
};
/// @param links  the ports at both ends of each; they are in the plan
StatedNetworks statedNetworks(const Plan&, const std::vector<std::pair<PortId, PortId>>& links);

/// A device at one end of a link.
struct Forwarder {
    bool forwards = false, routes = false;
};
/// The networks that traffic can be in once it has gone over a link, each once. A host sends and takes what has no tag,
/// unless its own port states networks; a router may send in each network of the link.
/// @param isSource  the traffic begins at the near end
/// @param now  the network that it is in at the near end; unset: none was stated
/// @return empty: the link does not carry it
std::vector<NetworkId> beyond(const Forwarder& nearEnd, const PortInEffect& nearPort, const Forwarder& farEnd,
                              const PortInEffect& farPort, NetworkId now, bool isSource);

}  // namespace sokudo::plan
