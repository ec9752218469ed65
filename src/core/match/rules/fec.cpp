// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/match/clause.h"
#include "core/match/fec_choice.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// The mode that a host setting means at this rate; null where nothing is set.
const kb::FecMode* modeOf(const LinkEnd& end, const LinkContext& link)
{
    if (!end.port || !end.port->fec || *end.port->fec == plan::Fec::Auto) return nullptr;
    switch (*end.port->fec) {
    case plan::Fec::BaseR: return link.kb.find<kb::FecMode>("base-r");
    case plan::Fec::Rs:
        return link.kb.find<kb::FecMode>(*link.common == gigabits(50) && !(end.phy && end.phy->lanes > 1) ? "rs544"
                                                                                                          : "rs528");
    default: return link.kb.find<kb::FecMode>("none");
    }
}

Outcomes belowFecRates(const LinkContext& link)
{
    Outcomes found;
    const auto look = [&](const LinkEnd& end, LinkPart part) {
        const kb::FecMode* mode = modeOf(end, link);
        if (!mode || mode->id == "none") return;
        found.push_back({Verdict::NoLink,
                         {},
                         "{end} is set to {mode}, which does not exist at {rate}: switch FEC off there",
                         {{"end", end.name}, {"mode", mode->name}, {"rate", *link.common}},
                         link.a.phy->from,
                         part,
                         "fec-rate"});
    };
    look(link.a, LinkPart::CageA);
    look(link.b, LinkPart::CageB);
    return found;
}

/// Too little correction, by what is short of it.
std::string_view shortOf(const LinkContext& link, std::string_view required)
{
    if (link.isOn(kb::MediumKind::ActiveOptical)) return "fe-10";
    if (link.isOn(kb::MediumKind::DirectAttach) && *link.common == gigabits(25))
        return required == "base-r" ? "fe-04" : "fe-05";
    return *link.common >= gigabits(100) ? "fe-06" : "fe-03";
}

void equalButShort(const LinkContext& link, const kb::FecRule& rule, const kb::FecMode& required, text::Args args,
                   Outcomes& found)
{
    const std::string_view id = shortOf(link, required.id);
    Outcome result = clause(link, id, args, *link.common);
    if (result.pattern.empty())
        result.pattern = "both ends run {modeA}; {text}. It needs {required}: without it errors go uncorrected";
    if (rule.without == Verdict::NoLink) {
        result.verdict = Verdict::NoLink;
        result.rate.reset();
    }
    found.push_back(std::move(result));
}

/// What two different settings mean for that PHY: the sentence and its clause.
std::pair<StaticText, StaticText> unequal(const kb::Phy& phy)
{
    if (phy.fecRequired == "module")
        return {"{a} runs {modeA}, {b} runs {modeB}, and {text}. Switch it off at both ends", "fe-07"};
    const bool isLongReach = phy.id == "100gbase-lr4" || phy.id == "100gbase-er4";
    return {"{a} runs {modeA}, {b} runs {modeB}: the blocks do not align. Set both ends alike ({required})",
            isLongReach ? "fe-08" : "fe-02"};
}

void agree(const LinkContext& link, const FecChoice& choice, Outcomes& found)
{
    const kb::FecRule& rule = *choice.rule;
    const kb::FecMode* required = choice.mode;
    const kb::FecMode* a = modeOf(link.a, link);
    const kb::FecMode* b = modeOf(link.b, link);
    const bool inModule = choice.isInModule;
    const StaticText fitsId = link.a.phy->id == "40gbase-cr4" ? "fe-11" : "fe-01";
    text::Args args{{"a", link.a.name},
                    {"b", link.b.name},
                    {"modeA", a ? a->name : std::string()},
                    {"modeB", b ? b->name : std::string()},
                    {"text", rule.text},
                    {"required", required->name}};
    const auto result = [&](Verdict verdict, StaticText pattern, StaticText caseId) {
        found.push_back({verdict, verdict == Verdict::NoLink ? std::nullopt : link.common, pattern, args, rule.from,
                         LinkPart::Between, caseId});
    };
    if (a && b && a != b) {
        const auto [pattern, id] = unequal(*link.a.phy);
        return result(Verdict::NoLink, pattern, id);
    }
    if (!a && !b) {
        if (required->id == "none") return result(Verdict::Fits, "{text}", fitsId);
        return result(Verdict::Fits, "{text}: see that both hosts run {required}", fitsId);
    }
    if (!a || !b) {
        args.emplace_back("silent", text::Arg(a ? link.b.name : link.a.name));
        return result(Verdict::Unknown,
                      "The FEC setting of {silent} is not known: read it, it must equal the other end's",
                      "fec-unknown");
    }
    const bool allowed =
        a->id == "none" || std::find(rule.allowed.begin(), rule.allowed.end(), a->id) != rule.allowed.end();
    if (allowed && a->strength < required->strength)
        return equalButShort(link, rule, *required, std::move(args), found);
    args.emplace_back("rate", text::Arg(*link.common));
    if (!allowed && a->setting == "rs" && *link.common == gigabits(40))
        return result(Verdict::NoLink,
                      "both ends are set to {modeA}, which does not exist at {rate}: set BASE-R, or switch FEC off",
                      "fec-rate");
    if (!allowed)
        return result(a->setting == "rs" ? Verdict::Marginal : Verdict::NoLink, "both ends run {modeA}, but {text}",
                      inModule ? "fe-07" : "fec-not-allowed");
    result(Verdict::Fits, "{modeA} at both ends, as it should be: {text}", fitsId);
}

void counters(const LinkContext& link, Outcomes& found)
{
    for (const LinkEnd* end : {&link.a, &link.b})
        if (end->is("fec-errors", "rising"))
            found.push_back(clause(link, "fe-12", {{"end", end->name}}, link.common,
                                   end == &link.a ? LinkPart::CageA : LinkPart::CageB));
}

Outcomes check(const LinkContext& link)
{
    if (!link.common || !link.a.phy || !link.hasFarEnd() || (!link.isCaptive() && !link.isOnFibre())) return {};
    const auto choice = fecChoice(link);
    if (!choice) return belowFecRates(link);
    Outcomes found;
    agree(link, *choice, found);
    counters(link, found);
    return found;
}

}  // namespace

constinit const Rule kFec{
    .id = "fec",
    .title = "Error correction is equal at both ends and allowed at the rate",
    .why = "Two ends with different error correction never lock; a PHY that needs it shows errors without it.",
    .clauses = "fe-01 fe-02 fe-03 fe-04 fe-05 fe-06 fe-07 fe-08 fe-10 fe-11 fe-12",
    .check = &check,
};

}  // namespace sokudo::match
