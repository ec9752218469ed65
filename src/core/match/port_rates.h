// SPDX-License-Identifier: GPL-3.0-or-later
// The rates of a port: what it could be set to, what it is set to, and what of it its module or lead leaves.
#pragma once

#include "core/match/link_context.h"

namespace sokudo::match {

/// Fills the host's rates of an end from its port, its cage and what is stated of both.
void setHostRates(LinkEnd&, const kb::KnowledgeBase&);

/// Those of the host's rates at which the end can link, falling: all of them, or what the module in the cage leaves.
std::vector<BitRate> linkableRates(const LinkEnd&, const std::vector<BitRate>& host);

/// The highest rate of both lists, which fall.
std::optional<BitRate> highestCommon(const std::vector<BitRate>& a, const std::vector<BitRate>& b);

}  // namespace sokudo::match
