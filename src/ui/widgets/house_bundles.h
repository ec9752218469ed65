// SPDX-License-Identifier: GPL-3.0-or-later
// Runs that go the same way, together on one lane, where there are more than an eye can follow one by one.
#pragma once

#include <algorithm>
#include <map>
#include <tuple>
#include <vector>

#include "app/presenters/house_content.h"

namespace sokudo::ui {

/// How a run goes: from its port down to a lane, along an upright line where its ends are in two rows, and up again.
struct RunRoute {
    int rowA = -1, rowB = -1, laneA = 0, laneB = 0, vertical = -1;
    bool yard = false;
    double xA = 0, xB = 0;
    bool open = false;
    int cardA = -1, cardB = -1;  ///< where in the list of cards
    bool isUpright() const { return rowA >= 0 && !open && rowA != rowB; }
    /// Towards where it leaves its row.
    double uprightAt(double houseWidth) const { return yard ? houseWidth : 0; }
};

struct Bundle {
    RunRoute way;  ///< its lanes; its ends are those that lie farthest apart
    int runs = 0;
    Verdict worst = Verdict::Fits;
    bool isLaid = false;
};
/// The two rows, and within one row the two devices.
using BundleKey = std::tuple<int, int, bool, int, int>;
BundleKey keyOf(const RunRoute&);
using Bundles = std::map<BundleKey, Bundle>;

/// @param routes  of the runs, in their order
/// @return none where every line can be followed
Bundles bundlesOf(const std::vector<RunRoute>& routes, const std::vector<app::DrawnRun>& runs, double houseWidth);

}  // namespace sokudo::ui
