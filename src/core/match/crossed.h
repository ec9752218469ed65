// SPDX-License-Identifier: GPL-3.0-or-later
// Two links that are dark because their modules or cables sit in each other's ports: "swap these two".
#pragma once

#include "core/base/sentence.h"
#include "core/match/reports.h"

namespace sokudo::match {

/// What changes places: the modules, the cables, or each module with its cable, as it was put into the wrong cage.
enum class SwapOf { Modules, Cables, Both };
std::string_view word(SwapOf);

struct Swap {
    plan::PortId first, second;       ///< ports of one device
    std::array<plan::RunId, 2> runs;  ///< a run of each link
    SwapOf what = SwapOf::Modules;
    text::Sentence text;  ///< "core 1 and core 2: swap their modules, and both link (10 Gb/s, 25 Gb/s)"
};

/// Every pair of links without a link at one device that both come up when modules or cables change places; each was
/// judged so. A device with more than twelve dark links is left out: there something else is wrong.
std::vector<Swap> crossedLinks(const plan::Plan&, const Reports&, const kb::KnowledgeBase&);

/// The plan with the two changed over.
plan::Plan swapped(const plan::Plan&, const Swap&);

}  // namespace sokudo::match
