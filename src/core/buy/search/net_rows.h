// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of the program that make each net hang together: which switches it is on, and links between any two of them.
#pragma once

#include <functional>
#include <map>
#include <set>

#include "core/buy/mip.h"
#include "core/buy/search/cuts.h"
#include "core/buy/search/host_groups.h"

namespace sokudo::buy {

/// For program.cpp only. Everything that it is given outlives it.
class NetRows {
public:
    /// Columns of the program, by the lists of the model.
    struct Columns {
        const std::vector<int>&providers, &choices;
    };
    /// @param newColumn  a binary one that costs nothing
    NetRows(const Model&, const HostGroups&, Columns, Mip&, const std::function<int()>& newColumn);
    /// Adds the rows of a cut that an answer violates, to each net that it is about.
    void cut(const Cut&);
    std::size_t cuts() const { return m_cuts.size(); }

private:
    void build(const std::function<int()>& newColumn);
    void addTreeRows(std::size_t net);
    void addFirstNetRows(std::size_t net);
    bool wishesForGroup(std::size_t node, BitRate rate) const;
    void joinNet(std::size_t net, std::size_t node);
    void addNetRows(std::size_t net, std::vector<bool> side);

    const Model& m_model;
    const HostGroups& m_hostGroups;
    Columns m_columns;
    Mip& m_mip;
    std::vector<std::map<std::size_t, int>> m_on;  ///< of each net: the column of each switch
    std::set<std::pair<std::size_t, std::vector<bool>>> m_cuts;
};

}  // namespace sokudo::buy
