// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::Coax) && !link.isOn(kb::MediumKind::PowerLine)) return found;
    for (const LinkEnd* end : {&link.a, &link.b})
        if (end->device && end->device->traits.flag("sync-writes"))
            found.push_back(
                clause(link, "cx-11", {{"end", end->name}}, {}, end == &link.a ? LinkPart::CageA : LinkPart::CageB));
    return found;
}

}  // namespace

constinit const Rule kSlowMedia{
    .id = "slow-media",
    .title = "Storage that waits for each write has a quick medium",
    .why = "Coax and power line answer after milliseconds: each small synchronous write waits that long.",
    .clauses = "cx-11",
    .check = &check,
};

}  // namespace sokudo::match
