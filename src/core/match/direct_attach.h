// SPDX-License-Identifier: GPL-3.0-or-later
// Which line of the direct-attach table covers a lead; asked by the reach rule and by the FEC rule.
#pragma once

#include <optional>

#include "core/kb/knowledge_base.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"

namespace sokudo::match {

struct DirectAttachFit {
    const kb::DirectAttachCase* row = nullptr;  ///< null: longer than any lead of this kind
    std::optional<Length> longest;              ///< the longest lead the table knows; empty: none at all
};

/// @param length    of the lead, above 0
/// @param leastFec  only rows of this class of lead; empty: all
DirectAttachFit directAttachFit(const kb::KnowledgeBase&, const kb::Phy&, const kb::Medium&, Length length,
                                std::string_view leastFec = {});

/// The least FEC of a lead by its stated 25G class: n none, s base-r, l rs528; empty: not stated.
std::string_view leastFecOf(std::string_view leadClass);

}  // namespace sokudo::match
