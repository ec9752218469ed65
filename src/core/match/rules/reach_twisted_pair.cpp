// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// The rate both ends can fall back to when `plan` is what the cable carries.
std::optional<BitRate> sharedAtMost(const LinkContext& link, BitRate plan)
{
    for (BitRate rate : link.a.rates)
        if (rate <= plan && std::find(link.b.rates.begin(), link.b.rates.end(), rate) != link.b.rates.end())
            return rate;
    return std::nullopt;
}

/// A copper module may reach less far than its PHY.
std::optional<Outcome> moduleReach(const LinkContext& link, const LinkEnd& end, LinkPart part)
{
    if (!end.module || !end.copperReach() || !link.length || !link.common || *link.common < gigabits(10))
        return std::nullopt;
    if (*link.length <= *end.copperReach()) return std::nullopt;
    const auto lower = sharedAtMost(link, BitRate::fromSteps(link.common->steps() - 1));
    return Outcome{Verdict::Marginal,
                   lower ? lower : link.common,
                   lower ? "the copper module in {end} is made for {reach} at 10 Gb/s; this channel is {length}. Plan "
                           "on {plan}; {shown} may be shown"
                         : "the copper module in {end} is made for {reach} at 10 Gb/s; this channel is {length}",
                   {{"end", end.name},
                    {"reach", *end.copperReach()},
                    {"length", *link.length},
                    {"plan", lower.value_or(*link.common)},
                    {"shown", *link.common}},
                   end.module->from,
                   part,
                   "md-17"};
}

/// What the channel is rated by: its weakest cable, or the jack or panel that is weaker still.
std::string ratedBy(const LinkContext& link)
{
    if (link.weakest->grade >= link.weakestCable) return link.weakest->name;
    const auto part = std::find_if(link.parts.begin(), link.parts.end(),
                                   [&](const ChannelPart& one) { return one.medium == link.weakest; });
    if (part == link.parts.end()) return link.weakest->name;
    return fmt::format("{} ({})", link.weakest->name, part->name);
}

Outcome oneChannel(Length length)
{
    return {Verdict::Fits,
            {},
            "the cables at both sides of the injector are one channel: {length} together",
            {{"length", length}},
            {"802.3-33", Certainty::Standard},
            LinkPart::Between,
            "through-injector"};
}

Outcomes check(const LinkContext& link)
{
    if (!link.isOn(kb::MediumKind::TwistedPair) || !link.common || !link.weakest) return {};
    const kb::Phy* phy = kb::twistedPairPhy(link.kb, *link.common);
    if (!phy) return {};
    text::Args args{{"phy", phy->name}, {"medium", ratedBy(link)}};
    if (!link.length)
        return single({Verdict::Unknown,
                       link.common,
                       "The length of this {medium} channel was never measured: {phy} needs it",
                       args,
                       {"own", Certainty::Standard},
                       LinkPart::Between,
                       "length-unknown"});
    const kb::TwistedPairCase* row =
        kb::twistedPairCase(link.kb, phy->id, link.weakest->id, *link.length, link.bundled);
    if (!row) return {};
    args.emplace_back("length", text::Arg(*link.length));
    args.emplace_back("text", text::Arg(row->text));
    std::optional<BitRate> rate;
    args.emplace_back("laid", text::Arg(std::string(link.bundled ? " in a bundle" : "")));
    StaticText pattern = "{phy} over {length} of {medium}{laid}: {text}";
    if (row->verdict != Verdict::NoLink) {
        const BitRate plan = row->planIsAsked ? *link.common : row->plan.value_or(*link.common);
        rate = sharedAtMost(link, plan);
        if (rate && *rate < *link.common) {
            args.emplace_back("shown", text::Arg(*link.common));
            pattern = "{phy} over {length} of {medium}{laid}: {text}. The ports may show {shown}";
        }
        if (rate && *rate < plan) {
            args.emplace_back("fallback", text::Arg(*rate));
            pattern =
                "{phy} over {length} of {medium}{laid}: {text}. The two ports share nothing between that and "
                "{fallback}";
        }
    }
    // The ends agree on a rate the cable does not carry; without a lower one they try for ever.
    Verdict verdict = row->verdict;
    if (row->plan && *row->plan < *link.common && !rate) {
        verdict = Verdict::NoLink;
        pattern = "{phy} over {length} of {medium}{laid}: {text}. The ports know no lower rate";
    }
    Outcomes found = single({verdict, rate, pattern, std::move(args), row->from, LinkPart::Between, row->id});
    if (link.throughInjector) found.push_back(oneChannel(*link.length));
    if (auto short1 = moduleReach(link, link.a, LinkPart::MediumA)) found.push_back(*short1);
    if (auto short2 = moduleReach(link, link.b, LinkPart::MediumB)) found.push_back(*short2);
    return found;
}

}  // namespace

constinit const Rule kReachTwistedPair{
    .id = "reach-twisted-pair",
    .title = "The copper channel carries the rate over its length",
    .why = "Too long or too poor a cable trains to a lower rate, drops frames or stays down.",
    .clauses =
        "cu-01 cu-02 cu-03 cu-04 cu-05 cu-06 cu-07 cu-08 cu-09 cu-10 cu-11 cu-12 cu-13 cu-14 cu-15 cu-16 cu-17 cu-37 "
        "md-17",
    .check = &check,
};

}  // namespace sokudo::match
