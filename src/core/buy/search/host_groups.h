// SPDX-License-Identifier: GPL-3.0-or-later
// Hosts that are alike in every way: how many of them take a choice matters, not which.
#pragma once

#include <vector>

#include "core/buy/search/model.h"

namespace sokudo::buy {

/// Hosts with one link each, to a switch, with the same choices and in the same nets.
struct HostGroup {
    std::vector<std::size_t> members;               ///< nodes; the first stands for all
    std::vector<std::vector<std::size_t>> choices;  ///< of each member, in one order: equal places are equal choices
    std::vector<std::size_t> nets;                  ///< those that they are in, by their place in HostGroups::nets
    std::size_t size() const { return members.size(); }
};

/// What must all hang together at a rate: the wishes of groups, and those that they imply.
struct ConnectedSet {
    BitRate rate;
    std::vector<std::size_t> nodes;
};

struct HostGroups {
    std::vector<HostGroup> groups;
    std::vector<ConnectedSet> nets;  ///< those with a group in them
    std::vector<int> groupOf;        ///< by node; -1: none
    /// Hosts that a node stands for.
    int sizeAt(std::size_t node) const
    {
        return groupOf[node] < 0 ? 1 : static_cast<int>(groups[static_cast<std::size_t>(groupOf[node])].size());
    }
    bool isAsked(const ModelWish& wish) const { return groupOf[wish.a] >= 0 || groupOf[wish.b] >= 0; }
};

/// @source own: with one link a host is joined to all that its switch is joined to, so wishes between such hosts and
/// switches are the same as that each of their nets hangs together
HostGroups hostGroupsOf(const Model&);

}  // namespace sokudo::buy
