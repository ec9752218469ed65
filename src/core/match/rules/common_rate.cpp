// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

std::string listText(const std::vector<BitRate>& rates)
{
    std::vector<std::string> parts;
    for (BitRate rate : rates) parts.push_back(text::number(inGigabits(rate)));
    return parts.empty() ? "nothing" : text::joined(parts, ", ") + std::string(text::kThin) + "Gb/s";
}

Cited provenance(const LinkContext& link)
{
    const bool stated = link.a.ratesStated && link.b.ratesStated;
    const char* source = link.isOn(kb::MediumKind::TwistedPair) ? "802.3-28" : link.isCaptive() ? "802.3-73" : "own";
    return {source, stated ? Certainty::Standard : Certainty::Typical};
}

text::Args named(const LinkContext& link)
{
    return {
        {"a", link.a.name}, {"b", link.b.name}, {"listA", listText(link.a.rates)}, {"listB", listText(link.b.rates)}};
}

/// An end is forced to what it does not have, or lists what its cage does not carry.
void settings(const LinkEnd& end, LinkPart part, Outcomes& found)
{
    if (!end.port || !end.cage) return;
    if (!end.beyondCage.empty() && end.cage->family == "rj45")
        found.push_back({end.hostRates.empty() ? Verdict::NoLink : Verdict::Fits,
                         {},
                         "{end} lists {beyond}: no such rate exists over twisted pairs; not counted",
                         {{"end", end.name}, {"beyond", listText(end.beyondCage)}},
                         end.cage->from,
                         part,
                         "beyond-cage"});
    else if (!end.beyondCage.empty())
        found.push_back({end.hostRates.empty() ? Verdict::NoLink : Verdict::Fits,
                         {},
                         "{end} lists {beyond}, more than its {cage} cage carries ({most}): not counted",
                         {{"end", end.name},
                          {"beyond", listText(end.beyondCage)},
                          {"cage", end.cage->name},
                          {"most", end.cage->rate}},
                         end.cage->from,
                         part,
                         "beyond-cage"});
    if (!end.cannotBeSet) return;
    const auto group = end.port->traits.as<BitRate>("group-rate");
    const bool isGroup = group && *end.port->forced > *group;
    text::Args args{{"end", end.name}, {"forced", *end.port->forced}, {"list", listText(end.ableRates)}};
    if (isGroup) args.emplace_back("group", text::Arg(*group));
    found.push_back({Verdict::NoLink,
                     {},
                     isGroup ? StaticText("{end} cannot be set to {forced}: its port group is set to {group}")
                             : StaticText("{end} cannot be set to {forced}: it has {list}"),
                     std::move(args),
                     end.cage->from,
                     part,
                     "cannot-be-set"});
}

/// Both ends could run faster than they are set to.
Outcome narrowed(const LinkContext& link)
{
    const auto narrows = [&](const LinkEnd& end) {
        return std::find(end.rates.begin(), end.rates.end(), *link.able) == end.rates.end();
    };
    const LinkEnd& end = narrows(link.a) ? link.a : link.b;
    text::Args args{{"end", end.name}, {"best", *link.able}, {"rate", *link.common}, {"list", listText(end.hostRates)}};
    const auto group = end.port->traits.as<BitRate>("group-rate");
    const bool isGroup = group && *group < *link.able;
    if (isGroup) args.emplace_back("group", text::Arg(*group));
    return {Verdict::Limited,
            link.common,
            end.port->forced ? StaticText("both ends could run at {best}; {end} is forced to {list}")
            : isGroup        ? StaticText("both ends could run at {best}; the port group of {end} is set to {group}")
                             : StaticText("both ends could run at {best}; {end} lists only {list}"),
            std::move(args),
            provenance(link),
            &end == &link.a ? LinkPart::CageA : LinkPart::CageB,
            "narrowed"};
}

/// Both ends share a rate, and it is not the best of both or not the one wished for.
Outcome belowTheBest(const LinkContext& link, bool belowWish)
{
    text::Args args = named(link);
    args.emplace_back("rate", text::Arg(*link.common));
    if (belowWish) {
        args.emplace_back("wanted", text::Arg(*link.wanted));
        return Outcome{Verdict::Limited,
                       link.common,
                       "{wanted} is wanted; {rate} is the highest rate that {a} ({listA}) and {b} ({listB}) share",
                       args,
                       provenance(link),
                       LinkPart::Between,
                       "below-wish"};
    }
    const bool bothFaster = link.a.rates.front() > gigabits(1) && link.b.rates.front() > gigabits(1);
    if (link.isOn(kb::MediumKind::TwistedPair) && bothFaster && *link.common <= gigabits(1))
        return clause(link, "cu-18", args, link.common);
    const bool wished = link.wanted && *link.wanted <= *link.common;
    if (link.able && *link.able > *link.common && !wished) return narrowed(link);
    const BitRate best = std::max(link.a.rates.front(), link.b.rates.front());
    if (best > *link.common && !wished) {
        const bool aIsFaster = link.a.rates.front() == best;
        args.emplace_back("fast", text::Arg(aIsFaster ? link.a.name : link.b.name));
        args.emplace_back("slow", text::Arg(aIsFaster ? link.b.name : link.a.name));
        args.emplace_back("best", text::Arg(best));
        return Outcome{Verdict::Limited,
                       link.common,
                       "{fast} could run at {best}, {slow} cannot: they meet at {rate}",
                       args,
                       provenance(link),
                       LinkPart::Between,
                       "below-port"};
    }
    return Outcome{Verdict::Fits, link.common,      "{rate} is the highest rate that both ends list",
                   args,          provenance(link), LinkPart::Between,
                   "common"};
}

/// Both ends have rates: where they meet.
Outcome meeting(const LinkContext& link)
{
    if (!link.common)
        return {Verdict::NoLink,
                {},
                "{a} runs at {listA}, {b} at {listB}: they share no rate",
                named(link),
                provenance(link),
                LinkPart::Between,
                "no-common"};
    const bool belowWish = link.wanted && *link.wanted > *link.common;
    const bool isHighest = link.a.rates.front() == *link.common && link.b.rates.front() == *link.common;
    const bool isNarrowed = link.able && *link.able > *link.common;
    if (belowWish || !isHighest || isNarrowed) return belowTheBest(link, belowWish);
    return {Verdict::Fits,
            link.common,
            "{rate} is the highest rate that both ends list",
            {{"rate", *link.common}},
            provenance(link),
            LinkPart::Between,
            "common"};
}

/// What the cable carries is for the other rules; at which rate it links nobody knows before something is plugged in.
Outcome idle(const LinkContext& link)
{
    const bool both = link.a.isSocketOnly() && link.b.isSocketOnly();
    return {Verdict::Unknown,
            {},
            both ? StaticText("Nothing is plugged in at {a} and {b}: the rate follows from what comes there")
                 : StaticText("Nothing is plugged in at {end}: the rate follows from what comes there"),
            {{"a", link.a.name}, {"b", link.b.name}, {"end", link.a.isSocketOnly() ? link.a.name : link.b.name}},
            {"own", Certainty::Standard},
            LinkPart::Between,
            "idle"};
}

Outcomes check(const LinkContext& link)
{
    if (!link.hasFarEnd())
        return single({Verdict::Unknown,
                       {},
                       "The far end of this cable is open or not traced: find where it ends",
                       {},
                       {"own", Certainty::Standard},
                       LinkPart::MediumB,
                       "untraced"});
    if (link.isIdle()) return single(idle(link));
    Outcomes found;
    settings(link.a, LinkPart::CageA, found);
    settings(link.b, LinkPart::CageB, found);
    // An end whose module does not run in its cage has no rate at all: that is for the cage rule to say.
    if (link.a.rates.empty() || link.b.rates.empty()) return found;
    found.push_back(meeting(link));
    return found;
}

}  // namespace

constinit const Rule kCommonRate{
    .id = "common-rate",
    .title = "Both ends share the rate that is wanted",
    .why = "A link runs at the highest rate that both ends list; without one it stays down.",
    .clauses = "cu-18",
    .check = &check,
};

}  // namespace sokudo::match
