// SPDX-License-Identifier: GPL-3.0-or-later
// Which piece is cut from which remainder, reel or box, so that least is paid.
#pragma once

#include <string>
#include <vector>

#include "core/buy/mip.h"
#include "core/buy/prices.h"

namespace sokudo::buy {

struct Piece {
    std::string use;  ///< "press W1"
    Length length;    ///< to order, with what is cut away at its ends
};

/// What pieces are cut from: a remainder in stock, or a reel or box that is bought.
struct Bar {
    std::string name;  ///< "rest of a reel", "305 m reel"
    Length length;
    const Buy* buy = nullptr;  ///< null: in stock
    std::vector<std::size_t> pieces;
    Length remainder;
};

struct CutPlan {
    std::vector<Bar> bars;             ///< those that are cut, stock first
    std::vector<std::size_t> byMetre;  ///< pieces bought as they are, by the metre
    const Buy* metre = nullptr;
    std::vector<std::size_t> tooLong;  ///< pieces that nothing on offer is long enough for
    Money cost;
    Length bought;          ///< reels and metres
    bool isProved = false;  ///< no other plan costs less
    /// Of all pieces: cable that stays as a remainder long enough to keep, and scrap.
    Length kept, scrap;
};

struct Remainder {
    std::string name;
    Length length;
};

/// @param buys  ways to buy this cable; reels and lengths by the metre
/// @param least  a remainder shorter than this is scrap
/// @error  what the solver reports; without a solver the plan is by first fit and not proved
Result<CutPlan> cutPlan(const std::vector<Piece>&, const std::vector<Remainder>& stock, const std::vector<Buy>& buys,
                        Length least, const Solver&);

}  // namespace sokudo::buy
