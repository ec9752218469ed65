// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr Length kUsualBend = Length::fromSteps(25);  // tia-568.3: indoor cable of 2 to 4 fibres, no load

/// A duplex socket has a flat face; single-mode MPO is angled.
bool meetsOtherPolish(const LinkContext& link, std::string_view polish)
{
    if (polish == "mixed") return true;
    const kb::Phy* phy = link.a.module ? link.kb.find<kb::Phy>(link.a.module->phy) : nullptr;
    if (!phy) return false;
    const bool angled = phy->connector == "mpo" && phy->medium == kb::MediumKind::SingleMode;
    const kb::FibreJoint* joint = kb::fibreJointOf(link.kb, "polish", angled ? "apc" : "upc", polish);
    return joint && joint->verdict != Verdict::Fits;
}

/// A module takes one connector; one strand or two of it make no difference to the plug.
void otherConnectors(const LinkContext& link, Outcomes& found)
{
    const std::string_view ends = link.runWord("ends");
    // A break-out lead ends in another connector at each end.
    const bool isBreakOut = link.a.splits > 0 || link.b.splits > 0;
    if (ends.empty() || isBreakOut) return;
    for (const LinkEnd* end : {&link.a, &link.b}) {
        const kb::Phy* phy = end->module ? link.kb.find<kb::Phy>(end->module->phy) : nullptr;
        if (!phy || phy->connector.empty() || phy->connector.starts_with(ends)) continue;
        const kb::Connector* takes = link.kb.find<kb::Connector>(phy->connector);
        const kb::Connector* has = link.kb.find<kb::Connector>(ends);
        found.push_back(clause(link, "fo-28",
                               {{"end", end->name},
                                {"connector", takes ? takes->name : phy->connector},
                                {"ends", has ? has->name : std::string(ends)}},
                               {}, end == &link.a ? LinkPart::CageA : LinkPart::CageB));
    }
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOnFibre()) return found;
    if (meetsOtherPolish(link, link.runWord("polish"))) found.push_back(clause(link, "fo-19", {}, link.common));
    otherConnectors(link, found);
    bool thinCord = false, thickCord = false;
    for (const CableSection& section : link.sections) {
        if (!section.cord || !section.medium || !kb::isFibre(section.medium->kind) ||
            section.medium->kind == *link.kind)
            continue;
        (section.medium->kind == kb::MediumKind::SingleMode ? thinCord : thickCord) = true;
    }
    if (thinCord) found.push_back(clause(link, "fo-20"));
    if (thickCord) found.push_back(clause(link, "fo-21", {}, link.common));
    for (const CableSection* cable : link.cables()) {
        const auto bend = cable->run->traits.as<Length>("bend");
        const Length limit = cable->run->traits.as<Length>("bend-limit").value_or(kUsualBend);
        if (bend && *bend < limit)
            found.push_back(clause(link, "fo-24", {{"run", cable->run->label}, {"bend", *bend}, {"limit", limit}}));
    }
    return found;
}

}  // namespace

constinit const Rule kFibreJoints{
    .id = "fibre-joints",
    .title = "Faces, cores and bends suit each other",
    .why = "An angled face against a flat one, a thin core after a thick one or a tight bend loses the light.",
    .clauses = "fo-19 fo-20 fo-21 fo-24 fo-28",
    .check = &check,
};

}  // namespace sokudo::match
