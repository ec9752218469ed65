// SPDX-License-Identifier: GPL-3.0-or-later
// What the cheapest plan is asked for: who is to be joined how fast, what may change, and what least means.
#pragma once

#include <set>
#include <string>
#include <vector>

#include "core/buy/search/program.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::buy {

/// "platen to vault at 25g": each by itself, not all at once.
struct Wish {
    plan::DeviceId a, b;
    BitRate rate;
    std::string line;  ///< as typed
};

/// A place where switches may stand.
struct Site {
    plan::PlaceId place;
    int most = 1;
};

/// A cable that can be pulled between two places.
struct Pull {
    plan::PlaceId a, b;
    Length length;
};

struct WishSet {
    std::vector<Wish> wishes;
    std::vector<Site> sites;  ///< empty: those of the switches on the way now
    std::vector<Pull> pulls;  ///< beside these, where the house is measured, the distance with slack
    bool mayPull = true;      ///< new cables may go from room to room
    bool isManagedOnly = false;
    std::set<plan::DeviceId> keptDevices;  ///< neither cards nor other links
    std::set<plan::RunId> keptRuns;
    std::set<std::string> without;  ///< parts and media that must not be used
    std::vector<Goal> goals;        ///< empty: cost
};

/// One line of a wish: “kiln-a and platen to vault at 25g”, “all computers to core at 10g”, “job plates in 3min”,
/// “keep core”, “keep run q1”, “switch in cellar”, “2 switches in cellar”, “pull cellar to attic 20m”, “no pulling”,
/// “without dac”, “managed”, “least cost then watts”.
/// @error BadInput  says at which word, and what may stand there
Result<WishSet> withWish(WishSet, const std::string& line, const plan::Plan&, const kb::KnowledgeBase&);

/// The lines that would ask for the same; for a form that shows them.
std::vector<std::string> linesOf(const WishSet&, const plan::Plan&);

}  // namespace sokudo::buy
