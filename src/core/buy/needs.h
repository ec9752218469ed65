// SPDX-License-Identifier: GPL-3.0-or-later
// What a change of the house takes in parts: each with what it is for, before anybody asks where it comes from.
#pragma once

#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/buy/parts.h"

namespace sokudo::buy {

/// One part for one purpose.
struct Need {
    std::string part;      ///< id; empty: of no table, `name` says what it is
    std::string name;      ///< of the part
    int count = 1;         ///< pieces
    Length length;         ///< of a piece of cable to be cut; 0: not a cable by length
    bool isOnce = false;   ///< a tool: once in the house, however often it is asked for
    text::Sentence use;    ///< "both ends of core 6 – kiln-b 1"
    plan::Subject object;  ///< what it is for
};

/// A part that the change sets free.
struct LeftOver {
    std::string part, name;
    int count = 1;
    text::Sentence where;  ///< what it came out of
};

struct Takings {
    std::vector<Need> needs;              ///< after what is used again
    std::vector<LeftOver> reused;         ///< taken out at one place and put in at another
    std::vector<LeftOver> leftOver;       ///< taken out and not used again
    std::vector<text::Sentence> unknown;  ///< what is new and has no part in any table
};

/// What `after` has that `before` has not. A part taken out at one place serves at another of the same kind.
Takings takingsOf(const plan::Plan& before, const plan::Plan& after, const kb::KnowledgeBase&);

/// The length to order for one piece: as the run is planned, and what is cut away at both ends.
/// @source trade_figures.csv end-waste; slack and route are part of the length of a run
Length orderLength(Length run, const kb::KnowledgeBase&);

/// The id of the lead that a run would be bought as; empty: none is sold so long, or its length is not known.
std::string leadPartOf(const plan::Run&, const kb::KnowledgeBase&);

/// What laying or joining one cable needs: the cable or lead, its ends and the tools. The length must be known.
std::vector<Need> needsOfRun(const plan::Plan&, const plan::Run&, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
