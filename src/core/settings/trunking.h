// SPDX-License-Identifier: GPL-3.0-or-later
// How much surface trunking a way along walls and around doors takes.
#pragma once

#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::settings {

/// Opening in the way: over it, trunking goes up one side and down the other.
struct Doorway {
    Length width, height;
};

struct TrunkingWay {
    std::vector<Length> walls;  ///< one after the other, doorways counted in; a corner between two of them
    std::vector<Doorway> doors;
    Length above = Length::of(0.1);  ///< how high the trunking runs over the floor
    Length piece = Length::of(2);    ///< as sold
};

struct TrunkingList {
    Length length;  ///< of trunking
    Length cable;   ///< of the cable in it
    int pieces = 0;
    int corners = 0;  ///< between walls, and four flat ones at each doorway
    text::Sentence says;
};

/// “4.2m 3.1m door=0.8x2.05m above=0.1m piece=2m”.
/// @error BadInput  a word that is none of these, no wall, a door that is wider than all walls
Result<TrunkingWay> trunkingWay(const std::string& line);
/// Walls, and twice the way up for each doorway; 5 % more for cuts.
/// @source own
TrunkingList trunkingList(const TrunkingWay&);

}  // namespace sokudo::settings
