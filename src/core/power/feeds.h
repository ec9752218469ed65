// SPDX-License-Identifier: GPL-3.0-or-later
// Who feeds whom, from the mains to the last device, with watts on each feed.
#pragma once

#include <unordered_map>
#include <vector>

#include "core/match/reports.h"
#include "core/plan/plan.h"
#include "core/power/draw.h"

namespace sokudo::power {

/// Something that power passes.
struct FeedNode {
    enum class Kind {
        Device,
        Circuit,
        Outlet,
        Place,  ///< outlets of a place that nobody named one by one
        Mains,
    };
    Kind kind = Kind::Mains;
    std::int64_t id = 0;  ///< of the device, circuit, outlet or place
    plan::Subject subject() const;
    friend bool operator==(const FeedNode&, const FeedNode&) = default;
};

/// One way by which power enters a node.
struct Feed {
    int from = -1, to = -1;
    plan::SupplyKind how = plan::SupplyKind::Cord;
    plan::PortId source, port;   ///< of a cable: where power leaves, and where it enters; unset: not known
    plan::RunId run;             ///< of a cable: the first of its link
    std::optional<Watt> output;  ///< the most that the supply gives
    std::optional<int> percent;  ///< output by input, where it was stated
    int covers = 1;              ///< sockets
    bool isInferred = false;     ///< nobody stated it: told by the classes of the ports, or by the kind of outlet
    WattBand carries;            ///< in normal use, where it leaves `from`; a share where several feed one device
};

/// The feeds of a house as a net. Devices come first, in the order of the plan.
class Feeds {
public:
    /// Watts are left out where only who feeds whom is asked: they take the longer part.
    enum class Watts { With, Without };
    /// @param plan  outlives it
    Feeds(const plan::Plan& plan, const match::Reports&, const kb::KnowledgeBase&, Watts = Watts::With);
    std::size_t devices() const { return m_devices; }
    std::size_t size() const { return nodes.size(); }
    int nodeOf(plan::DeviceId) const;
    int nodeOf(const FeedNode&) const;  ///< -1: there is none
    int mains() const { return static_cast<int>(size()) - 1; }
    const plan::Device* device(int node) const;
    std::string name(int node) const;
    /// "circuit desk", "strip bench", "outlets of Study".
    text::Sentence says(int node) const;
    /// What a node takes by itself: all that passes it less what it feeds. It is the heat that it makes.
    WattBand own(int node) const;
    bool isPassive(int node) const;  ///< needs no power, or carries a battery of its own
    /// Devices that go dark when these nodes do, those themselves included; batteries only put it off. Devices whose
    /// source is not known stay.
    std::vector<int> darkWith(const std::vector<int>& gone, int lostFeed = -1) const;

    std::vector<FeedNode> nodes;
    std::vector<Feed> feeds;
    std::vector<std::vector<int>> into, out;  ///< of each node: its feeds, by number
    std::vector<Draw> draws;                  ///< of each device
    std::vector<WattBand> takes;              ///< of each node: all that passes it, in normal use
    std::vector<plan::DeviceId> unknown;      ///< what feeds them nobody knows
    std::vector<std::vector<int>> rings;      ///< nodes that feed each other in a circle; the net
                                              ///< leaves out the feed that closes it

private:
    friend class FeedBuilder;
    const plan::Plan* m_plan;
    std::size_t m_devices = 0;
    std::unordered_map<plan::DeviceId, int> m_device;
    std::unordered_map<std::int64_t, int> m_other;  ///< circuits, outlets and places; ids are unique in a plan
};

/// A device that needs no power from a feed: passive, or with a battery that it charges somewhere.
bool needsNoFeed(const plan::Device&);
/// Rated energy of the battery in it; nothing where it has none.
std::optional<WattHour> batteryOf(const plan::Device&);

}  // namespace sokudo::power
