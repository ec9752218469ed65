// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair) || !link.common) return found;
    for (const ChannelPart& part : link.parts) {
        const LinkPart where = part.atB ? LinkPart::MediumB : LinkPart::MediumA;
        if (!part.medium) found.push_back(clause(link, "cu-38", {{"part", part.name}}, link.common, where));
        else if (part.medium == link.weakest && part.medium->grade < link.weakestCable)
            found.push_back(clause(link, "cu-39", {{"part", part.name}, {"category", part.medium->name}}, {}, where));
    }
    return found;
}

}  // namespace

constinit const Rule kChannelParts{
    .id = "channel-parts",
    .title = "Every jack, coupler and panel is rated for the channel",
    .why = "A channel is rated by its weakest part, and a jack counts as much as the cable.",
    .clauses = "cu-38 cu-39",
    .check = &check,
};

}  // namespace sokudo::match
