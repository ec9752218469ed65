// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair) || !link.hasFarEnd()) return found;
    for (const LinkEnd* end : {&link.a, &link.b}) {
        const std::string_view kind = end->device ? end->device->traits.word("extender") : std::string_view();
        const LinkEnd& far = link.other(*end);
        const bool toAnother = far.device && far.device->traits.is("extender", "whole-cable");
        if (kind == "whole-cable" && !toAnother)
            found.push_back(clause(link, "hw-07", {{"device", end->device->name}, {"other", far.name}}));
        if (kind == "unread") found.push_back(clause(link, "hw-08", {{"device", end->device->name}}));
    }
    return found;
}

}  // namespace

constinit const Rule kWholeCableExtender{
    .id = "whole-cable-extender",
    .title = "A video extender has the cable it needs",
    .why = "Most extenders of picture and sound send no Ethernet: a switch between sees nothing.",
    .clauses = "hw-07 hw-08",
    .check = &check,
};

}  // namespace sokudo::match
