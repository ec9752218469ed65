// SPDX-License-Identifier: GPL-3.0-or-later
// Whether all is there before a lead is unplugged: the place, plates and screws, modules, leads, licences.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/cutover/moves.h"

namespace sokudo::cutover {

struct PreCheck {
    std::string what;  ///< place, screws, leads, modules, power, licence, settings, labels
    Verdict verdict = Verdict::Unknown;
    text::Sentence says;
};

/// ready, missing, to do: what is said of `PreCheck::verdict`.
std::string_view readyWord(Verdict);

/// @param moves  of the same plan and switches
/// @source own; spares count that name the part or the kind
std::vector<PreCheck> preChecks(const MoveQuestion&, const MoveList& moves);

}  // namespace sokudo::cutover
