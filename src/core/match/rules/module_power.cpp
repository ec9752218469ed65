// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr Watt kUsualCage = Watt::fromSteps(1500);  // SFP power level 2

std::optional<Outcome> judge(const LinkEnd& end, const LinkContext& link, LinkPart part)
{
    if (!end.module || !end.port) return std::nullopt;
    const kb::Phy* phy = link.kb.find<kb::Phy>(end.module->phy);
    const bool copper = phy && phy->medium == kb::MediumKind::TwistedPair;
    const auto allowed = end.port->traits.as<Watt>("allows-w");
    text::Args args{{"end", end.name}, {"module", end.module->name}, {"needs", end.moduleDraw()}};
    if (!allowed) {
        if (!copper || end.moduleDraw() <= kUsualCage) return std::nullopt;
        Outcome hint = clause(link, "md-16", std::move(args), {}, part);
        hint.verdict = Verdict::Limited;
        hint.pattern =
            "the {module} draws {needs}, more than the 1.0 to 1.5 W of a typical cage: look up what {end} allows, "
            "leave "
            "its neighbours empty";
        return hint;
    }
    if (end.moduleDraw() <= *allowed) return std::nullopt;
    args.emplace_back("allows", text::Arg(*allowed));
    return clause(link, copper ? "md-16" : "md-15", std::move(args), {}, part);
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (auto outcome = judge(link.a, link, LinkPart::CageA)) found.push_back(std::move(*outcome));
    if (auto outcome = judge(link.b, link, LinkPart::CageB)) found.push_back(std::move(*outcome));
    return found;
}

}  // namespace

constinit const Rule kModulePower{
    .id = "module-power",
    .title = "The cage can power and cool its module",
    .why = "A host leaves a module above its allowance in low power; a hot copper module takes its neighbours with it.",
    .clauses = "md-15 md-16",
    .check = &check,
};

}  // namespace sokudo::match
