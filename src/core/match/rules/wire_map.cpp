// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/copper_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

struct Effect {
    Verdict verdict;
    std::optional<BitRate> plan;
};

/// What the fault does to a link that would run at `rate`.
Effect effectOf(const kb::WireFault& fault, BitRate rate)
{
    if (rate <= gigabits(0.1)) return {fault.at100M, fault.plan100M};
    if (rate <= gigabits(1)) return {fault.at1G, fault.plan1G};
    return {fault.atFast, fault.planFast};
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair)) return found;
    for (const CableSection* cable : link.cables()) {
        const kb::WireFault* fault =
            cable->run->wireMap.empty() ? nullptr : link.kb.find<kb::WireFault>(cable->run->wireMap);
        if (!fault) continue;
        const Effect effect = effectOf(*fault, link.common.value_or(gigabits(1)));
        const LinkEnd* stubborn = link.a.is("downshift", "no")   ? &link.a
                                  : link.b.is("downshift", "no") ? &link.b
                                                                 : nullptr;
        if (fault->clause == "cu-24" && effect.verdict == Verdict::Limited && stubborn) {
            found.push_back(
                clause(link, "cu-25", {{"fault", fault->name}, {"run", cable->run->label}, {"end", stubborn->name}}));
            continue;
        }
        found.push_back({effect.verdict,
                         effect.verdict == Verdict::NoLink ? std::nullopt : effect.plan,
                         fault->remedy.empty() ? "{run}: {text}" : "{run}: {text}. {remedy}",
                         {{"run", cable->run->label}, {"text", fault->text}, {"remedy", fault->remedy}},
                         fault->from,
                         LinkPart::Between,
                         fault->clause});
    }
    return found;
}

}  // namespace

constinit const Rule kWireMap{
    .id = "wire-map",
    .title = "All four pairs are straight through",
    .why = "100 Mb/s needs two pairs, everything faster needs four.",
    .clauses = "cu-01 cu-23 cu-24 cu-25 cu-26 cu-27 cu-28 cu-33 cu-36",
    .check = &check,
};

}  // namespace sokudo::match
