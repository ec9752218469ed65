// SPDX-License-Identifier: GPL-3.0-or-later
// The ways by which power enters a device, as one value of an edit line: "brick outlet bench 60w covers 2 + spread".
#pragma once

#include <string>
#include <vector>

#include "core/editline/property.h"

namespace sokudo::editline {

/// As `suppliesFrom` reads it; empty where none is stated.
std::string suppliesText(const plan::Device&, const plan::Plan&);

/// Parts with + between them: `cord`, `brick`, `cable` or `dc`; then an outlet, a device or an own port; then watts,
/// percent and what the plug covers. "mains" is a cord into an outlet that is not known.
/// @error BadInput  a name that there is none of, a figure out of range; the sentence says which
Result<std::vector<plan::Supply>> suppliesFrom(const Property&, const plan::Device&, const plan::Plan&);

}  // namespace sokudo::editline
