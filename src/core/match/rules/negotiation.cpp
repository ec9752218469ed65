// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// Forcing 100 or 10 Mb/s stops negotiation; forcing more only narrows what is offered, unless the port is stated to
/// stop.
bool isOff(const LinkEnd& end)
{
    if (end.is("autoneg", "off")) return true;
    return end.port && end.word("autoneg").empty() && end.cage && end.cage->family == "rj45" && end.port->forced &&
           *end.port->forced < gigabits(1);
}

/// Both ends share a rate, so the question is who talks to whom.
void clause28(const LinkContext& link, Outcomes& found)
{
    const BitRate common = *link.common;
    if (common >= gigabits(1)) {
        for (const LinkEnd* end : {&link.a, &link.b})
            if (isOff(*end)) {
                found.push_back(clause(link, "cu-20", {{"end", end->name}}, {}, LinkPart::Between));
                return;
            }
        const std::string_view role = link.a.word("clock");
        if ((role == "master" || role == "slave") && link.b.is("clock", role))
            found.push_back(clause(link, "cu-21", {{"role", std::string(role)}}));
        return;
    }
    if (isOff(link.a) != isOff(link.b)) {
        const LinkEnd& forced = isOff(link.a) ? link.a : link.b;
        if (!forced.is("duplex", "half"))
            found.push_back(clause(
                link, "cu-19", {{"auto", link.other(forced).name}, {"forced", forced.name}, {"rate", common}}, common));
        return;
    }
    bool crossed = false;
    for (const CableSection* cable : link.cables()) crossed = crossed != (cable->run->wireMap == "crossed-ab");
    if (!isOff(link.a) || crossed) return;
    if (link.a.is("mdix", "off") && link.b.is("mdix", "off")) found.push_back(clause(link, "cu-22"));
    const bool halfA = link.a.is("duplex", "half");
    if (halfA != link.b.is("duplex", "half"))
        found.push_back({Verdict::Marginal,
                         common,
                         "{half} is forced to half duplex, {full} to full: collisions and errors follow",
                         {{"half", (halfA ? link.a : link.b).name}, {"full", (halfA ? link.b : link.a).name}},
                         {"802.3-28", Certainty::Standard},
                         LinkPart::Between,
                         "cu-19"});
    else if (!halfA)
        found.push_back(
            {Verdict::Limited,
             common,
             "both ends are forced to {rate}: automatic crossover may be off, then a crossover cord is needed",
             {{"rate", common}},
             {"practice", Certainty::Typical},
             LinkPart::Between,
             "forced-both"});
}

/// Clause 37 of 1G optics and Clause 73 of leads: one end waits for what the other never sends.
void oneSided(const LinkContext& link, std::string_view id, Outcomes& found)
{
    if (isOff(link.a) == isOff(link.b)) return;
    const LinkEnd& off = isOff(link.a) ? link.a : link.b;
    found.push_back(clause(link, id, {{"on", link.other(off).name}, {"off", off.name}}));
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.common || !link.hasFarEnd()) return found;
    if (link.isOn(kb::MediumKind::TwistedPair)) clause28(link, found);
    else if (link.isOnFibre() && *link.common == gigabits(1)) oneSided(link, "md-28", found);
    else if (link.isOn(kb::MediumKind::DirectAttach) && *link.common >= gigabits(25)) oneSided(link, "md-29", found);
    return found;
}

}  // namespace

constinit const Rule kNegotiation{
    .id = "negotiation",
    .title = "Both ends negotiate in the same way",
    .why = "An end that negotiates and one that is forced agree on a rate by luck and on duplex not at all.",
    .clauses = "cu-19 cu-20 cu-21 cu-22 md-28 md-29",
    .check = &check,
};

}  // namespace sokudo::match
