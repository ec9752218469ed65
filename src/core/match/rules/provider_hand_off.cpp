// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    for (const CableSection* cable : link.cables())
        if (cable->run->traits.flag("provider-fibre"))
            found.push_back(clause(link, "hw-04", {{"run", cable->run->label}}));
    if (!link.common) return found;
    for (const LinkEnd* end : {&link.a, &link.b}) {
        const auto plan = end->device ? end->device->traits.as<BitRate>("plan-rate") : std::nullopt;
        if (!plan) continue;
        const bool carries = *link.common >= *plan;
        found.push_back(
            clause(link, carries ? "hw-06" : "hw-05", {{"end", end->name}, {"rate", *link.common}, {"plan", *plan}},
                   carries ? std::nullopt : link.common, end == &link.a ? LinkPart::CageA : LinkPart::CageB));
    }
    return found;
}

}  // namespace

constinit const Rule kProviderHandOff{
    .id = "provider-hand-off",
    .title = "The provider hands off at the rate of the plan",
    .why = "The copper port of the provider's box is the ceiling of the internet plan, and its fibre is no Ethernet.",
    .clauses = "hw-04 hw-05 hw-06",
    .check = &check,
};

}  // namespace sokudo::match
