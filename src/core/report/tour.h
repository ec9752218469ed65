// SPDX-License-Identifier: GPL-3.0-or-later
// The house place by place, for somebody whose advice is asked.
#pragma once

#include <string>

#include "core/analyse.h"
#include "core/report/blocks.h"

namespace sokudo::report {

struct TourInput {
    const plan::Plan& plan;
    const kb::KnowledgeBase& kb;
    const Analysis& analysis;
    bool isPrivateToo = false;  ///< addresses, log-in hints and notes of devices go along
    std::string drawing;        ///< ready SVG of the house; empty: none
};

/// How it stands, the drawing, each place with what is known of it, its devices and the links that end there; then
/// services, networks, what is wanted, loose ends and what is not known.
std::vector<Block> tour(const TourInput&);

}  // namespace sokudo::report
