// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/match/direct_attach.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// The name in fec.csv of a host setting at this rate.
std::string modeName(plan::Fec fec, BitRate rate)
{
    switch (fec) {
    case plan::Fec::BaseR: return "base-r";
    case plan::Fec::Rs: return rate == gigabits(50) ? "rs544" : "rs528";
    default: return "none";
    }
}

std::string spoken(std::string_view mode)
{
    if (mode == "none") return "no FEC";
    if (mode == "base-r") return "BASE-R FEC (Clause 74)";
    return mode == "rs544" ? "RS-FEC (544,514)" : "RS-FEC (528,514)";
}

int strength(std::string_view mode) { return mode == "none" ? 0 : mode == "base-r" ? 1 : 2; }

std::optional<plan::Fec> settingOf(const LinkEnd& end)
{
    if (!end.port || !end.port->fec || *end.port->fec == plan::Fec::Auto) return std::nullopt;
    return end.port->fec;
}

Outcomes belowFecRates(const LinkContext& link)
{
    Outcomes found;
    const auto look = [&](const LinkEnd& end, Spot spot) {
        const auto setting = settingOf(end);
        if (!setting || *setting == plan::Fec::None) return;
        found.push_back({Verdict::NoLink, {}, "{end} is set to {mode}, which does not exist at {rate}: switch FEC off there",
                         {{"end", end.name}, {"mode", spoken(modeName(*setting, *link.common))}, {"rate", *link.common}}, {"802.3-49", Certainty::Standard}, spot, "fec-rate"});
    };
    look(link.a, Spot::CageA);
    look(link.b, Spot::CageB);
    return found;
}

Outcomes check(const LinkContext& link)
{
    if (!link.common || !link.a.phy || !link.hasFarEnd() || link.isOn(kb::MediumKind::TwistedPair) || link.isOn(kb::MediumKind::Coax)) return {};
    const kb::FecRule* rule = link.kb.fecRule(link.a.phy->id);
    // A dual-rate optic running at its lower rate has no FEC there.
    if (!rule || *link.common <= gigabits(10)) return belowFecRates(link);
    std::string required = rule->required;
    if (link.isCaptive() && link.length && link.weakest)
        if (const auto fit = directAttachFit(link.kb, *link.a.phy, *link.weakest, *link.length); fit.row) required = fit.row->leastFec;
    const auto a = settingOf(link.a);
    const auto b = settingOf(link.b);
    const std::string modeA = a ? modeName(*a, *link.common) : "";
    const std::string modeB = b ? modeName(*b, *link.common) : "";
    text::Args args{{"a", link.a.name}, {"b", link.b.name}, {"modeA", spoken(modeA)}, {"modeB", spoken(modeB)}, {"text", rule->text}, {"required", spoken(required)}};
    const auto made = [&](Verdict verdict, std::string pattern, std::string caseId) {
        return Outcomes{{verdict, verdict == Verdict::NoLink ? std::nullopt : link.common, std::move(pattern), args, rule->from, Spot::Between, std::move(caseId)}};
    };
    if (a && b && modeA != modeB) return made(Verdict::NoLink, "{a} runs {modeA}, {b} runs {modeB}: the blocks do not align. Set both ends alike ({required})", "fe-02");
    if (!a && !b) {
        if (required == "none") return made(Verdict::Fits, "{text}", "fe-01");
        return made(Verdict::Fits, "{text}: see that both hosts run {required}", "fe-01");
    }
    if (!a || !b) {
        args.emplace_back("silent", text::Arg(a ? link.b.name : link.a.name));
        return made(Verdict::Unknown, "The FEC setting of {silent} is not known: read it, it must equal the other end's", "fec-unknown");
    }
    if (std::find(rule->allowed.begin(), rule->allowed.end(), modeA) == rule->allowed.end() && modeA != "none")
        return made(modeA == "rs528" ? Verdict::Marginal : Verdict::NoLink, "both ends run {modeA}, which {text}", "fec-not-allowed");
    if (strength(modeA) < strength(required)) {
        const Verdict verdict = rule->without == Verdict::Fits ? Verdict::Marginal : rule->without;
        return made(verdict, "both ends run {modeA}; {text}. It needs {required}: without it errors go uncorrected", "fe-03");
    }
    return made(Verdict::Fits, "{modeA} at both ends, as it should be: {text}", "fe-01");
}

}  // namespace

constinit const Rule kFec{
    .id = "fec",
    .title = "Error correction is equal at both ends and allowed at the rate",
    .why = "Two ends with different error correction never lock; a PHY that needs it shows errors without it.",
    .check = &check,
};

}  // namespace sokudo::match
