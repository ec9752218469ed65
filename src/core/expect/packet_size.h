// SPDX-License-Identifier: GPL-3.0-or-later
// The MTU of a path: the least of its links.
#pragma once

#include "core/expect/stage.h"

namespace sokudo::expect {

/// What the links of a path are set to that is larger than what the path runs at; empty: all are alike.
text::Sentence unlikeMtuNote(const Expectation&);

/// The least MTU that any of the stages is set to; `otherwise` where none states one.
int leastMtu(const std::vector<Stage>&, int otherwise);

}  // namespace sokudo::expect
