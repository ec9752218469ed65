// SPDX-License-Identifier: GPL-3.0-or-later

#include "core/base/ascii.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

bool isOneStrand(const kb::Phy& phy) { return phy.connector == "lc-simplex"; }
bool isBad(const kb::FibreJoint* row) { return row && row->verdict != Verdict::Fits; }
int fibresOf(const kb::Phy& phy) { return isOneStrand(phy) ? 1 : phy.connector == "mpo" ? 2 * phy.lanes : 2; }

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOnFibre() || !link.a.module || !link.b.module) return found;
    const kb::Phy* phy = link.kb.find<kb::Phy>(link.a.module->phy);
    if (!phy || !kb::isFibre(phy->medium)) return found;
    const bool parallel = phy->connector == "mpo";
    if (const auto crossings = link.runCount("crossings");
        crossings && !parallel && !isOneStrand(*phy) &&
        isBad(kb::fibreJointOf(link.kb, "duplex", *crossings % 2 == 0 ? "even" : "odd")))
        found.push_back(clause(link, "fo-14", {{"crossings", static_cast<double>(*crossings)}}));
    if (const std::string_view mpo = link.runWord("mpo"); parallel && isBad(kb::fibreJointOf(link.kb, "parallel", mpo)))
        found.push_back(clause(link, "fo-15", {{"mpo", std::string(1, ascii::upper(mpo.front()))}}));
    if (const auto strands = link.runCount("strands")) {
        const int needed = fibresOf(*phy);
        const text::Args args{
            {"phy", phy->name}, {"strands", static_cast<double>(*strands)}, {"needed", static_cast<double>(needed)}};
        if (*strands < needed)
            found.push_back(
                {Verdict::NoLink,
                 {},
                 "{strands} free strands, and {phy} needs {needed}: a bidirectional pair of optics needs one",
                 args,
                 phy->from,
                 LinkPart::Between,
                 "strands"});
        else if (needed == 1 && *strands == 1) found.push_back(clause(link, "fo-26", args, phy->rate));
    }
    return found;
}

}  // namespace

constinit const Rule kPolarity{
    .id = "polarity",
    .title = "Each transmitter reaches a receiver",
    .why = "Fibres that do not cross, or lanes on the wrong fibres, leave both ends dark with normal light going out.",
    .clauses = "fo-14 fo-15 fo-26",
    .check = &check,
};

}  // namespace sokudo::match
