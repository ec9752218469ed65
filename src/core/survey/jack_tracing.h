// SPDX-License-Identifier: GPL-3.0-or-later
// Finds which panel port each wall jack belongs to, with a few numbered remotes: rounds of where to put which remote,
// and what the numbers read at the panel mean.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

/// A remote in a jack, for one round.
struct Placed {
    plan::PortId jack;
    int remote = 0;  ///< number printed on it, from 1
};
/// One walk through the house: put the remotes in, then read every panel port that is not matched yet.
struct Round {
    std::vector<Placed> placed;
};

/// The fewest rounds: each jack is visited once, and a round holds as many jacks as there are remotes. A jack whose
/// round nobody could read is still matched when one jack and one panel port are left.
/// @param jacks    in the order of the walk
/// @param remotes  how many there are, at least 1
std::vector<Round> rounds(const std::vector<plan::PortId>& jacks, int remotes);

/// What the tester showed at a panel port in a round.
struct Reading {
    int round = 0;  ///< from 0
    plan::PortId panel;
    std::optional<int> remote;  ///< nothing: the tester showed no remote
};

struct Match {
    plan::PortId jack, panel;
    bool isByExclusion = false;  ///< nobody read it: it is the only pair left
};

struct Traced {
    std::vector<Match> matches;
    std::vector<std::string> contradictions;  ///< sentences: "remote 3 was read at panel 7 and at panel 9 in round 1"
    std::vector<plan::PortId>
        silentJacks;                       ///< their remote was read nowhere: the cable ends somewhere else, or is torn
    std::vector<plan::PortId> openPanels;  ///< panel ports that nothing was read at yet
    int roundsLeft = 0;                    ///< rounds of which nothing was read
};

/// What the readings so far say. Readings that contradict each other match nothing.
Traced traced(const plan::Plan&, const std::vector<Round>&, const std::vector<plan::PortId>& panels,
              const std::vector<Reading>&);

/// Jacks whose wall cable is open or ends nowhere, and panel ports without one, in the order of the house.
std::vector<plan::PortId> untracedJacks(const plan::Plan&);
std::vector<plan::PortId> openPanelPorts(const plan::Plan&);

/// Writes the matches into the house: the open cable of a jack gets its second end, a jack without one gets a new run
/// of a cable that is not known yet.
/// @error BadInput  a port is taken meanwhile
Result<plan::Plan> withMatches(const plan::Plan&, const std::vector<Match>&, IdSource& ids);

}  // namespace sokudo::survey
