// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/copper_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// EN 50174-2: separation S without a barrier by how well the cable is screened, times P by the number of circuits.
std::optional<Length> leastGap(const LinkContext& link, const CableSection& cable, int circuits)
{
    const double separation = cable.medium && cable.medium->grade >= 70 ? 0.010 : cable.isScreened() ? 0.050 : 0.100;
    for (const kb::MainsGap& row : link.kb.all<kb::MainsGap>())
        if (circuits <= row.circuits) return Length::of(separation * row.factor);
    return std::nullopt;
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair) && !link.isOn(kb::MediumKind::Coax)) return found;
    for (const CableSection* cable : link.cables()) {
        const plan::Traits& traits = cable->run->traits;
        if (traits.is("mains", "shared")) found.push_back(clause(link, "sf-03", {{"run", cable->run->label}}));
        const auto gap = traits.as<Length>("mains-gap");
        const int circuits = traits.count("mains-circuits").value_or(1);
        const auto least = leastGap(link, *cable, circuits);
        if (traits.is("mains", "parallel") && gap && least && *gap < *least)
            found.push_back(clause(link, "sf-04",
                                   {{"run", cable->run->label},
                                    {"gap", *gap},
                                    {"least", *least},
                                    {"circuits", static_cast<double>(circuits)}}));
        const std::string_view space = traits.word("space");
        const bool wet = space == "outdoors" || space == "buried" || space == "duct";
        const bool guarded = cable->run->protectedOutdoors || traits.is("surge", "data") || traits.is("surge", "poe");
        if (wet && !guarded && link.isOn(kb::MediumKind::TwistedPair))
            found.push_back(clause(link, "sf-02",
                                   {{"run", cable->run->label},
                                    {"space", std::string(space == "buried" ? "in the ground"
                                                          : space == "duct" ? "in an outdoor duct"
                                                                            : "outdoors")}}));
        const auto protector = traits.as<BitRate>("surge-rate");
        if (guarded && protector && link.common && *protector < *link.common)
            found.push_back(
                {Verdict::Limited,
                 *protector,
                 "the surge protectors of {run} are made for {made}: a faster link may not train through them",
                 {{"run", cable->run->label}, {"made", *protector}},
                 {"practice", Certainty::Typical},
                 LinkPart::Between,
                 "surge-rate"});
        if (traits.is("coax-entry", "none")) found.push_back(clause(link, "sf-07"));
    }
    return found;
}

}  // namespace

constinit const Rule kMains{
    .id = "mains",
    .title = "Data cable keeps away from mains and surges",
    .why = "Mains in the same duct is a shock and a fire; a surge walks in on outdoor copper.",
    .clauses = "sf-02 sf-03 sf-04 sf-07",
    .check = &check,
};

}  // namespace sokudo::match
