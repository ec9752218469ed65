// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    const auto result = link.runAs<BitRate>("rated");
    if (!link.isCaptive() || !link.common || !result || !link.a.cage || !link.b.cage) return {};
    if (*result < *link.common)
        return single(clause(link, "md-06", {{"made", *result}, {"rate", *link.common}}, *result));
    if (*result == *link.common) return {};
    const LinkEnd& slower = link.a.cage->usualRate() <= link.b.cage->usualRate() ? link.a : link.b;
    return single(
        clause(link, "md-05", {{"made", *result}, {"cage", slower.cage->name}, {"rate", *link.common}}, link.common));
}

}  // namespace

constinit const Rule kLeadRate{
    .id = "lead-rate",
    .title = "The lead is made for the rate",
    .why =
        "A passive lead runs at the slower host's rate; above its own rate its loss and crosstalk are not specified.",
    .clauses = "md-05 md-06",
    .check = &check,
};

}  // namespace sokudo::match
