// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/reach_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

void adapting(const LinkContext& link, const LinkEnd& end, LinkPart part, Outcomes& found)
{
    if (!link.common || *link.common >= end.module->rates.front()) return;
    const text::Args args{{"end", end.name}, {"rate", *link.common}};
    found.push_back(clause(link, end.is("pause", "off") ? "md-19" : "md-18", args, link.common, part));
}

void fixedLane(const LinkContext& link, const LinkEnd& end, LinkPart part, Outcomes& found)
{
    const LinkEnd& far = link.other(end);
    if (!end.is("serdes", "fixed") || link.common || far.rates.empty()) return;
    found.push_back(clause(link, "md-20", {{"end", end.name}, {"rate", far.rates.front()}}, {}, part));
}

void withoutSgmii(const LinkContext& link, const LinkEnd& end, LinkPart part, Outcomes& found)
{
    const LinkEnd& far = link.other(end);
    if (!end.is("sgmii", "no") || link.common || far.rates.empty()) return;
    found.push_back(clause(link, "md-21", {{"end", end.name}, {"rate", far.rates.front()}}, {}, part));
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    const auto look = [&](const LinkEnd& end, LinkPart part) {
        if (!end.module || !end.port) return;
        switch (end.module->adapts) {
        case kb::Adapts::Pause: adapting(link, end, part, found); break;
        case kb::Adapts::Lane: fixedLane(link, end, part, found); break;
        case kb::Adapts::Sgmii: withoutSgmii(link, end, part, found); break;
        case kb::Adapts::No: break;
        }
    };
    look(link.a, LinkPart::CageA);
    look(link.b, LinkPart::CageB);
    return found;
}

}  // namespace

constinit const Rule kCopperModule{
    .id = "copper-module",
    .title = "A copper module and its host agree on rate and flow",
    .why =
        "The host sees one rate and the copper runs at another: without pause frames or a switching lane frames are "
        "lost.",
    .clauses = "md-18 md-19 md-20 md-21",
    .check = &check,
};

}  // namespace sokudo::match
