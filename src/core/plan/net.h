// SPDX-License-Identifier: GPL-3.0-or-later
// Devices and links as a net in which ways are found; built once for many questions.
#pragma once

#include <unordered_map>

#include "core/plan/forwarding.h"
#include "core/plan/trace.h"

namespace sokudo::plan {

using Route = std::vector<Hop>;

/// Traffic stays in its network from port to port (core/plan/forwarding.h) and changes it at what routes, which it may
/// leave by the link it came by. Only what forwards is on the way between two others.
class Net {
public:
    /// The plan must outlive the net.
    Net(const Plan&, const std::vector<Link>&, const LinkRate&);
    Net(const Plan& plan, const LinkRate& rate) : Net(plan, links(plan), rate) {}
    /// The way whose slowest link is fastest; among equals the one with the fewest links. Links without a rate are
    /// taken only where nothing else leads there.
    /// @return nothing where no way exists, or both ends are one device
    std::optional<Route> way(DeviceId from, DeviceId to) const;
    /// The best way and others that avoid at least one of its links, best first, at most `most`.
    std::vector<Route> ways(DeviceId from, DeviceId to, std::size_t most = 4) const;
    /// Why no way leads from one to the other.
    enum class Apart { NoCable, HostBetween, OtherNetworks };
    Apart whyApart(DeviceId from, DeviceId to) const;
    std::size_t devices() const { return m_devices.size(); }

private:
    struct Edge {
        std::size_t link;
        std::size_t to;
        bool forward;
        BitRate rate;       ///< of the link, beside its end; 0: none
        NetworkId network;  ///< behind the link, on a way that was found
    };
    /// Which devices hang together at each rate, and at all.
    void findIslands();
    template <class IsOpen>
    std::optional<std::vector<Edge>> overNeighbour(std::size_t from, std::size_t to, IsOpen isOpen) const;
    std::optional<std::vector<Edge>> shortest(std::size_t from, std::size_t to, std::optional<BitRate> least,
                                              std::optional<std::size_t> banned) const;
    /// A way to a device that has more than one link.
    template <class IsOpen>
    std::optional<std::vector<Edge>> between(std::size_t from, std::size_t to, IsOpen isOpen) const;
    /// The same where ports state networks: a device is looked at once for each.
    template <class IsOpen>
    std::optional<std::vector<Edge>> inNetworks(std::size_t from, std::size_t to, IsOpen isOpen) const;
    std::optional<std::vector<Edge>> best(std::size_t from, std::size_t to, std::optional<std::size_t> banned) const;
    Route hops(const std::vector<Edge>&) const;
    std::optional<BitRate> slowest(const std::vector<Edge>&) const;

    std::vector<Link> m_links;
    std::vector<std::optional<BitRate>> m_rates;
    std::vector<DeviceId> m_devices;
    std::unordered_map<DeviceId, std::size_t> m_index;
    std::vector<std::vector<Edge>> m_out;  ///< first those to devices that lead on
    std::vector<std::size_t> m_joined;     ///< which devices hang together at all
    std::vector<std::size_t> m_inner;      ///< of each device, how many lead on
    std::vector<Forwarder> m_kinds;        ///< of each device
    StatedNetworks m_stated;               ///< of each link
    std::vector<BitRate> m_levels;         ///< the rates there are, falling
    std::vector<std::vector<std::size_t>>
        m_islands;  ///< for each level: which devices hang together at that rate or faster
};

}  // namespace sokudo::plan
