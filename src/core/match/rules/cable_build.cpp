// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/copper_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

bool isWet(std::string_view space) { return space == "outdoors" || space == "duct" || space == "buried"; }

std::string spoken(std::string_view space)
{
    if (space == "duct") return "in an outdoor duct";
    return space == "buried" ? "in the ground" : "outdoors";
}

/// What the space asks of the jacket; nothing asked where the row is null.
const kb::Jacket* askedBy(const LinkContext& link, std::string_view space)
{
    return space == "plenum" || space == "riser" ? link.kb.find<kb::Jacket>(space) : nullptr;
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    for (const CableSection* cable : link.cables()) {
        const plan::Traits& traits = cable->run->traits;
        const std::string_view space = traits.word("space");
        const kb::Jacket* jacket = traits.has("jacket") ? link.kb.find<kb::Jacket>(traits.word("jacket")) : nullptr;
        if (cable->medium && (cable->medium->id == "cat7" || cable->medium->id == "cat7a") && !traits.is("plug", "own"))
            found.push_back(clause(link, "cu-34", {{"medium", cable->medium->name}}));
        if (isWet(space) && jacket && !jacket->outdoors)
            found.push_back(clause(link, "cu-35", {{"run", cable->run->label}, {"space", spoken(space)}}));
        const kb::Jacket* asked = askedBy(link, space);
        if (asked && jacket && jacket->rank < asked->rank)
            found.push_back(clause(
                link, "sf-05", {{"run", cable->run->label}, {"space", std::string(space)}, {"jacket", jacket->name}}));
    }
    return found;
}

}  // namespace

constinit const Rule kCableBuild{
    .id = "cable-build",
    .title = "Jacket and plugs suit the place",
    .why =
        "Sun and water ruin an indoor jacket, fire code asks for the right one, and a plug sets the class of the "
        "cable.",
    .clauses = "cu-34 cu-35 sf-05",
    .check = &check,
};

}  // namespace sokudo::match
