// SPDX-License-Identifier: GPL-3.0-or-later
#include <tuple>

#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/trade_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcome outcome(const kb::Phy& phy, const text::Args& args, Verdict verdict, StaticText pattern, const Cited& from,
                StaticText caseId)
{
    return {verdict, verdict == Verdict::NoLink ? std::nullopt : std::optional(phy.rate),
            pattern, args,
            from,    LinkPart::Between,
            caseId};
}

/// A PHY on a fibre that its standard does not name.
Outcome notSpecified(const LinkContext& link, const kb::Phy& phy, const text::Args& args)
{
    const Cited practice("practice", Certainty::Typical);
    if (phy.medium == kb::MediumKind::Multimode && link.isOn(kb::MediumKind::SingleMode))
        return outcome(phy, args, Verdict::NoLink,
                       "{phy} is a multimode optic: about 15 dB are lost where it meets {medium}", practice, "fo-09");
    if (phy.medium != kb::MediumKind::SingleMode || !link.isOn(kb::MediumKind::Multimode))
        return outcome(phy, args, Verdict::Marginal, "{phy} is not specified on {medium}", phy.from, "not-specified");
    if (phy.rate <= gigabits(10) && link.length && *link.length < Length::of(100))
        return outcome(phy, args, Verdict::Marginal,
                       "{phy} on {medium} is not specified; short pieces often link. Do not plan on it", practice,
                       "fo-10");
    return outcome(phy, args, Verdict::NoLink,
                   "{phy} on {medium} is not specified: take a multimode optic or lay single-mode fibre", practice,
                   "fo-10");
}

/// The cheapest fibre on which this PHY reaches so far; null: none does.
const kb::Medium* betterFibre(const LinkContext& link, const kb::Phy& phy)
{
    const kb::Medium* best = nullptr;
    double price = 0;
    for (const kb::Reach& row : link.kb.all<kb::Reach>()) {
        const kb::Medium* medium = link.kb.find<kb::Medium>(row.medium);
        const kb::Supply* supply = link.kb.find<kb::Supply>(row.medium);
        if (row.phy != phy.id || !medium || !supply || row.max < *link.length) continue;
        const double metre = supply->pricePerMetre.value_or(1e9);
        if (!best || metre < price) std::tie(best, price) = std::tie(medium, metre);
    }
    return best;
}

/// A run longer than its row.
Outcome tooLong(const LinkContext& link, const kb::Phy& phy, text::Args args, const kb::Reach& reach)
{
    if (const kb::Medium* better = betterFibre(link, phy)) {
        args.emplace_back("better", better->name);
        if (5 * *link.length <= 6 * reach.max)
            return outcome(phy, args, Verdict::Marginal,
                           "{length} of {medium} is more than the {reach} that {phy} reaches: it may link, prove it; "
                           "{better} carries it this far",
                           reach.from, "fo-02");
        if (phy.medium != kb::MediumKind::SingleMode)
            return outcome(phy, args, Verdict::NoLink,
                           "{length} of {medium} is more than a fifth past the {reach} of {phy}; {better} carries it "
                           "this far",
                           reach.from, "fo-03");
    }
    if (5 * *link.length <= 6 * reach.max)
        return outcome(phy, args, Verdict::Marginal,
                       "{length} of {medium} is more than the {reach} that {phy} reaches: it may link, prove it",
                       reach.from, "fo-02");
    if (phy.medium == kb::MediumKind::SingleMode)
        return outcome(phy, args, Verdict::Marginal,
                       "{length} of {medium} is far past the {reach} of {phy}: only the loss can tell", reach.from,
                       "fo-03");
    return outcome(phy, args, Verdict::NoLink, "{length} of {medium} is more than a fifth past the {reach} of {phy}",
                   reach.from, "fo-03");
}

Outcome judge(const LinkContext& link, const kb::Phy& phy)
{
    text::Args args{{"phy", phy.name}, {"medium", link.weakest->name}};
    const kb::Reach* reach = kb::reachOf(link.kb, phy.id, link.weakest->id);
    if (!reach) return notSpecified(link, phy, args);
    args.emplace_back("reach", text::Arg(reach->max));
    args.emplace_back("condition", text::Arg(reach->condition));
    if (!link.length)
        return outcome(phy, args, Verdict::Unknown,
                       "The length of this {medium} run was never measured: {phy} reaches {reach}", reach->from,
                       "length-unknown");
    args.emplace_back("length", text::Arg(*link.length));
    if (reach->condition.starts_with("mode-conditioning")) {
        const bool fitted = link.runWord("conditioning") == "yes";
        if (fitted && *link.length <= reach->max) return clause(link, "fo-11", std::move(args), phy.rate);
        if (!fitted && phy.rate > gigabits(1) && *link.length <= reach->max) {
            if (link.runWord("conditioning") == "no") return clause(link, "fo-27", std::move(args), phy.rate);
            return outcome(phy, args, Verdict::Unknown,
                           "{phy} on {medium} wants mode-conditioning cords at both ends: see whether they are fitted",
                           reach->from, "fo-27");
        }
        if (!fitted && phy.rate <= gigabits(1)) {
            Outcome plain = clause(link, "fo-12", std::move(args), phy.rate);
            if (*link.length > Length::of(300)) plain.verdict = Verdict::Marginal;
            return plain;
        }
    }
    if (*link.length > reach->max) return tooLong(link, phy, args, *reach);
    return outcome(phy, args, Verdict::Fits,
                   reach->condition.empty() ? "{length} of {medium}; {phy} reaches {reach}"
                                            : "{length} of {medium}; {phy} reaches {reach} ({condition})",
                   reach->from, "fo-01");
}

Outcomes check(const LinkContext& link)
{
    if (!link.isOnFibre() || !link.weakest) return {};
    Outcomes found;
    const kb::Phy* seen = nullptr;
    for (const LinkEnd* end : {&link.a, &link.b}) {
        if (!end->module || !end->phy || end->phy == seen || !kb::isFibre(end->phy->medium)) continue;
        seen = end->phy;
        found.push_back(judge(link, *seen));
    }
    bool thick = false, thin = false;
    for (const CableSection& section : link.sections)
        if (section.medium && section.medium->kind == kb::MediumKind::Multimode)
            (section.medium->grade == 1 ? thick : thin) = true;
    if (thin && !thick) {
        std::vector<std::string> grades;
        for (const CableSection& section : link.sections)
            if (section.medium && std::find(grades.begin(), grades.end(), section.medium->name) == grades.end())
                grades.push_back(section.medium->name);
        if (grades.size() > 1)
            found.push_back(
                clause(link, "fo-06", {{"grades", text::joined(grades, " and ")}, {"weakest", link.weakest->name}}));
    }
    if (thick && thin)
        found.push_back({Verdict::Marginal,
                         {},
                         "fibre of 62.5 µm and of 50 µm core meet in this channel: 1 to 5 dB are lost at the joint",
                         {},
                         {"practice", Certainty::Typical},
                         LinkPart::Between,
                         "fo-07"});
    return found;
}

}  // namespace

constinit const Rule kReachFibre{
    .id = "reach-fibre",
    .title = "The fibre is no longer than the optic reaches",
    .why = "Past the reach, dispersion closes the eye: a good power reading never excuses too long a multimode run.",
    .clauses = "fo-01 fo-02 fo-03 fo-06 fo-07 fo-09 fo-10 fo-11 fo-12 fo-27",
    .check = &check,
};

}  // namespace sokudo::match
