// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/direct_attach.h"

#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"

namespace sokudo::match {
namespace {

// 802.3-110: the shorter classes are measured on leads of up to 3 m; a lead that states its class was
constexpr Length kClassLength = Length::fromSteps(3000);

}  // namespace

DirectAttachFit directAttachFit(const kb::KnowledgeBase& kb, const kb::Phy& phy, const kb::Medium& medium,
                                Length length, std::string_view leastFec)
{
    DirectAttachFit fit;
    for (const kb::DirectAttachCase& row : kb.all<kb::DirectAttachCase>()) {
        if (row.phy != phy.id || row.medium != medium.id) continue;
        if (!leastFec.empty() && row.leastFec != leastFec) continue;
        const Length upTo = leastFec.empty() ? row.upTo : std::max(row.upTo, kClassLength);
        if (!fit.longest || *fit.longest < upTo) fit.longest = upTo;
        if (length <= upTo && (!fit.row || row.upTo < fit.row->upTo)) fit.row = &row;
    }
    return fit;
}

std::string_view leastFecOf(std::string_view leadClass)
{
    if (leadClass == "n") return "none";
    if (leadClass == "s") return "base-r";
    return leadClass == "l" ? std::string_view("rs528") : std::string_view();
}

}  // namespace sokudo::match
