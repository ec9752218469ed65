// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    const auto made = link.runAs<BitRate>("rated");
    if (!link.isCaptive() || !link.common || !made || !link.a.cage || !link.b.cage) return {};
    if (*made < *link.common) return only(clause(link, "md-06", {{"made", *made}, {"rate", *link.common}}, *made));
    if (*made == *link.common) return {};
    const LinkEnd& slower = link.a.cage->rate <= link.b.cage->rate ? link.a : link.b;
    return only(clause(link, "md-05", {{"made", *made}, {"cage", slower.cage->name}, {"rate", *link.common}}, link.common));
}

}  // namespace

constinit const Rule kLeadRate{
    .id = "lead-rate",
    .title = "The lead is made for the rate",
    .why = "A passive lead runs at the slower host's rate; above its own rate its loss and crosstalk are not specified.",
    .clauses = "md-05 md-06",
    .check = &check,
};

}  // namespace sokudo::match
