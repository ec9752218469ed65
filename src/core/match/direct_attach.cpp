// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/direct_attach.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"

namespace sokudo::match {

DirectAttachFit directAttachFit(const kb::KnowledgeBase& kb, const kb::Phy& phy, const kb::Medium& medium,
                                Length length)
{
    DirectAttachFit fit;
    for (const kb::DirectAttachCase& row : kb.all<kb::DirectAttachCase>()) {
        if (row.phy != phy.id || row.medium != medium.id) continue;
        if (!fit.longest || *fit.longest < row.upTo) fit.longest = row.upTo;
        if (length <= row.upTo && (!fit.row || row.upTo < fit.row->upTo)) fit.row = &row;
    }
    return fit;
}

}  // namespace sokudo::match
