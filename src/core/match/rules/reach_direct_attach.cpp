// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/direct_attach.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// The lead is longer than any row of its kind.
Outcomes tooLong(const LinkContext& link, const kb::Phy& phy, Length longest, text::Args args)
{
    args.emplace_back("longest", text::Arg(longest));
    const bool hopeless = link.length->steps() > 2 * longest.steps();
    return single({hopeless ? Verdict::NoLink : Verdict::Marginal,
                   hopeless ? std::nullopt : link.common,
                   "{length} is more than the {longest} that such leads reach at {phy}: take a shorter lead, an active "
                   "optical one, or fibre",
                   std::move(args),
                   {phy.from.source, Certainty::Typical},
                   LinkPart::Between,
                   "fe-09"});
}

Outcomes check(const LinkContext& link)
{
    if (!link.isCaptive() || !link.common || !link.weakest) return {};
    const kb::Phy* phy = link.a.phy ? link.a.phy : kb::directAttachPhy(link.kb, *link.common);
    if (!phy)
        return single({Verdict::Unknown,
                       link.common,
                       "no figure for {rate} over a {medium}: ask the makers of host and lead",
                       {{"rate", *link.common}, {"medium", link.weakest->name}},
                       {"typical", Certainty::Unsure},
                       LinkPart::Between,
                       "no-figure"});
    if (link.b.phy && link.b.phy != phy)
        return single({Verdict::NoLink,
                       {},
                       "{a} speaks {phyA} and {b} {phyB}: their lanes run at different speeds",
                       {{"a", link.a.name}, {"phyA", phy->name}, {"b", link.b.name}, {"phyB", link.b.phy->name}},
                       link.b.phy->from,
                       LinkPart::Between,
                       "lanes-differ"});
    // An active optical lead speaks no copper PHY: its rate names it.
    const bool isCopper = link.weakest->kind == kb::MediumKind::DirectAttach;
    text::Args args{{"medium", link.weakest->name}, {"phy", isCopper ? text::Arg(phy->name) : text::Arg(*link.common)}};
    if (!link.length)
        return single({Verdict::Unknown,
                       link.common,
                       "The length of this lead is not known: {phy} needs it",
                       args,
                       {"own", Certainty::Standard},
                       LinkPart::Between,
                       "length-unknown"});
    args.emplace_back("length", text::Arg(*link.length));
    // A 25G lead of a stated class is as long as that class allows.
    const std::string_view leastFec = phy->id == "25gbase-cr" ? leastFecOf(link.runWord("class")) : std::string_view();
    const DirectAttachFit fit = directAttachFit(link.kb, *phy, *link.weakest, *link.length, leastFec);
    if (fit.row) {
        args.emplace_back("text", text::Arg(fit.row->text));
        return single({fit.row->verdict, link.common, "{phy}, {length}: {text}", args, fit.row->from, LinkPart::Between,
                       fit.row->id});
    }
    if (!fit.longest)
        return single({Verdict::Unknown,
                       link.common,
                       "no figure for {phy} on {medium}: ask the maker of the lead",
                       args,
                       {"typical", Certainty::Unsure},
                       LinkPart::Between,
                       "no-figure"});
    return tooLong(link, *phy, *fit.longest, std::move(args));
}

}  // namespace

constinit const Rule kReachDirectAttach{
    .id = "reach-direct-attach",
    .title = "The lead is short enough for its rate",
    .why = "A long thin lead loses more at the higher rate than the receiver can make up for.",
    .clauses = "fe-09",
    .check = &check,
};

}  // namespace sokudo::match
