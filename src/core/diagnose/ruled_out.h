// SPDX-License-Identifier: GPL-3.0-or-later
// Causes that cannot be, whatever speaks for them, and why.
#pragma once

#include <optional>

#include "core/base/quantity.h"
#include "core/diagnose/evidence.h"
#include "core/kb/cause_rows.h"

namespace sokudo::diagnose {

/// Why a cause cannot be, and is left out; empty: it can.
/// While the link is down (e01), only causes that can take it down count. What was measured rules out causes that give
/// no link, or a slower one. A part that was swapped, and nothing changed, is not the part in which it lies.
/// @param crossed  the rate of one way that crossed this path and no other; empty: none did for certain
text::Sentence whyRuledOut(const kb::KnowledgeBase&, const kb::Cause&, const Evidence&, std::optional<BitRate> crossed);

}  // namespace sokudo::diagnose
