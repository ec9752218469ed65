// SPDX-License-Identifier: GPL-3.0-or-later
// Where each Gb/s goes: from the rate on the port down to what is usual.
#pragma once

#include "core/base/sentence.h"
#include "core/expect/stage.h"

namespace sokudo::expect {

struct Fall {
    text::Sentence what;  ///< "headers of core 1 — vault X1"
    BitRate takes, left;  ///< what this step takes, and what is left after it
    text::Sentence working;
    std::size_t stage = 0;
    bool binds = false;  ///< the step after which nothing more is taken
};

struct Waterfall {
    std::string from;         ///< the link it starts from; empty: no link in the path
    BitRate line;             ///< its named rate
    std::vector<Fall> falls;  ///< in the order of the path; steps that take nothing are left out
    BitRate left() const { return falls.empty() ? line : falls.back().left; }
};

/// Begins at the slowest link, takes its headers and what an idle link still loses, then each stage that carries less
/// than what is left. The last figure is the usual one of the path.
Waterfall waterfall(const Expectation&);

}  // namespace sokudo::expect
