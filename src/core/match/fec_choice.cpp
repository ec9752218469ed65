// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/fec_choice.h"

#include "core/kb/port_rows.h"
#include "core/match/direct_attach.h"

namespace sokudo::match {
namespace {

/// What the lead asks for: its class or kind where stated, else what its length needs.
std::string requiredOf(const LinkContext& link, const kb::FecRule& rule)
{
    if (!link.isCaptive()) return rule.required;
    if (const std::string_view kind = link.runWord("aoc-code"); !kind.empty())
        return kind == "needs-fec" ? "rs528" : "none";
    if (*link.common == gigabits(25)) {
        const std::string_view lead = link.runWord("class");
        if (!lead.empty()) return lead == "l" ? "rs528" : lead == "s" ? "base-r" : "none";
    }
    if (link.length && link.weakest)
        if (const auto fit = directAttachFit(link.kb, *link.a.phy, *link.weakest, *link.length); fit.row)
            return fit.row->leastFec;
    return rule.required;
}

}  // namespace

std::optional<FecChoice> fecChoice(const LinkContext& link)
{
    if (!link.common || !link.a.phy || !link.hasFarEnd() || (!link.isCaptive() && !link.isOnFibre()))
        return std::nullopt;
    if (*link.common <= gigabits(10) || (*link.common == gigabits(40) && !link.isCaptive())) return std::nullopt;
    const kb::FecRule* rule = link.kb.find<kb::FecRule>(link.a.phy->id);
    if (!rule) return std::nullopt;
    const kb::FecMode* mode = link.kb.find<kb::FecMode>(requiredOf(link, *rule));
    if (!mode) return std::nullopt;
    return FecChoice{mode, rule, link.a.phy->fecRequired == "module"};
}

}  // namespace sokudo::match
