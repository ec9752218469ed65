// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    if (!link.isOn(kb::MediumKind::DirectAttach) || !link.hasFarEnd()) return {};
    const bool apart = link.a.place && link.b.place && link.a.place->building != link.b.place->building;
    if (!apart && link.runWord("earth") != "different") return {};
    return single(clause(link, "fe-13", {{"a", link.a.name}, {"b", link.b.name}}));
}

}  // namespace

constinit const Rule kEarthing{
    .id = "earthing",
    .title = "A copper lead stays on one earthing system",
    .why = "A direct-attach lead joins the cases of two machines; a current between two earths flows through it.",
    .clauses = "fe-13",
    .check = &check,
};

}  // namespace sokudo::match
