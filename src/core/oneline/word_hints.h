// SPDX-License-Identifier: GPL-3.0-or-later
// What people write in a line that means something else here, or belongs elsewhere.
#pragma once

#include <string_view>

#include "core/base/sentence.h"

namespace sokudo::oneline {

/// "; write u/utp, or leave it out" for a word that is often written and not known; empty: nothing to say of it.
text::Sentence hintFor(std::string_view word);

}  // namespace sokudo::oneline
