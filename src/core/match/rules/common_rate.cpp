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
    // An end whose module does not run in its cage has no rate at all: that is for the cage rule to say.
    if (link.a.rates.empty() || link.b.rates.empty()) return {};
    if (!link.common)
        return single({Verdict::NoLink,
                       {},
                       "{a} runs at {listA}, {b} at {listB}: they share no rate",
                       named(link),
                       provenance(link),
                       LinkPart::Between,
                       "no-common"});
    const bool belowWish = link.wanted && *link.wanted > *link.common;
    const bool isHighest = link.a.rates.front() == *link.common && link.b.rates.front() == *link.common;
    if (!belowWish && isHighest)
        return single({Verdict::Fits,
                       link.common,
                       "{rate} is the highest rate that both ends list",
                       {{"rate", *link.common}},
                       provenance(link),
                       LinkPart::Between,
                       "common"});
    return single(belowTheBest(link, belowWish));
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
