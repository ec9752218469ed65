// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    const auto look = [&](const LinkEnd& end, LinkPart part) {
        if (!end.port || !end.cage) return;
        if (end.is("combo", "both")) found.push_back(clause(link, "md-22", {{"end", end.name}}, {}, part));
        const bool holdsSomething = end.module || link.isCaptive();
        if (end.cage->holdsModule && holdsSomething && end.is("lock", "listed")) {
            if (end.is("coding", "other")) found.push_back(clause(link, "md-23", {{"end", end.name}}, {}, part));
            else if (!end.is("coding", "host"))
                found.push_back({Verdict::Unknown,
                                 {},
                                 "{end} accepts only modules on its list: read which host this one is coded for",
                                 {{"end", end.name}},
                                 {"practice", Certainty::Typical},
                                 part,
                                 "md-23"});
        }
        const kb::Phy* phy = end.module ? link.kb.find<kb::Phy>(end.module->phy) : nullptr;
        if (phy && phy->rate == gigabits(2.5) && kb::isFibre(phy->medium)) {
            if (end.is("2500base-x", "no"))
                found.push_back(clause(link, "md-30", {{"end", end.name}, {"module", end.module->name}}, {}, part));
            else if (!end.is("2500base-x", "yes"))
                found.push_back({Verdict::Unknown,
                                 phy->rate,
                                 "many cages offer no 2500BASE-X: look for it in the list of {end}",
                                 {{"end", end.name}},
                                 {"practice", Certainty::Typical},
                                 part,
                                 "md-30"});
        }
        if (phy && phy->id == "10gbase-lrm" && end.is("edc", "no"))
            found.push_back(clause(link, "fo-13", {{"end", end.name}, {"phy", phy->name}}, {}, part));
        else if (phy && phy->id == "10gbase-lrm" && !end.is("edc", "yes"))
            found.push_back({Verdict::Unknown,
                             phy->rate,
                             "{phy} needs a host that equalises (EDC), and few do: look for it in the data sheet of "
                             "{end}",
                             {{"end", end.name}, {"phy", phy->name}},
                             phy->from,
                             part,
                             "fo-13"});
    };
    look(link.a, LinkPart::CageA);
    look(link.b, LinkPart::CageB);
    return found;
}

}  // namespace

constinit const Rule kHostAccepts{
    .id = "host-accepts",
    .title = "The host takes the module and drives it",
    .why = "A lock of the maker, a shared socket or a lane the host lacks keeps a sound module dark.",
    .clauses = "md-22 md-23 md-30 fo-13",
    .check = &check,
};

}  // namespace sokudo::match
