// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

void judge(const LinkContext& link, const LinkEnd& end, LinkPart part, Outcomes& found)
{
    if (!end.port || !end.device || end.port->traits.empty()) return;
    const std::string_view bracket = end.word("bracket"), room = end.device->traits.word("case");
    if (!room.empty() && !bracket.empty() && bracket != "both" && bracket != room)
        found.push_back(clause(link, "hw-01",
                               {{"end", end.name}, {"bracket", std::string(bracket)}, {"case", std::string(room)}}, {},
                               part));
    if (end.is("slot-blocked", "yes")) found.push_back(clause(link, "hw-02", {{"end", end.name}}, {}, part));
    if (end.is("cooling", "sink") && end.device->traits.is("air", "no"))
        found.push_back(clause(link, "hw-03", {{"end", end.name}}, link.common, part));
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    judge(link, link.a, LinkPart::SlotA, found);
    judge(link, link.b, LinkPart::SlotB, found);
    return found;
}

}  // namespace

constinit const Rule kCardFit{
    .id = "card-fit",
    .title = "The card goes into its slot and stays cool",
    .why = "A card with the wrong bracket, under a cooler or without air is bought in vain.",
    .clauses = "hw-01 hw-02 hw-03",
    .check = &check,
};

}  // namespace sokudo::match
