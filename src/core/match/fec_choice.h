// SPDX-License-Identifier: GPL-3.0-or-later
// Which FEC both ends of a link have to run.
#pragma once

#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/match/link_context.h"

namespace sokudo::match {

struct FecChoice {
    const kb::FecMode* mode = nullptr;  ///< the least that both must run
    const kb::FecRule* rule = nullptr;  ///< of the PHY
    bool isInModule = false;            ///< the module runs its own: the hosts' is off
};

/// Nothing where the rate has no FEC, or too little is known of the ends.
/// @source fec.csv, direct_attach.csv
std::optional<FecChoice> fecChoice(const LinkContext&);

}  // namespace sokudo::match
