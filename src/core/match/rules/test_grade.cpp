// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair)) return found;
    for (const CableSection* cable : link.cables()) {
        const plan::Traits& stated = cable->run->traits;
        const kb::Mark* grade = link.kb.find<kb::Mark>(stated.word("tested"));
        if (!grade) continue;
        const kb::Medium* certified = link.kb.find<kb::Medium>(stated.word("tested-as"));
        if (certified && cable->medium && certified->grade < cable->medium->grade) {
            found.push_back(
                clause(link, "hw-12",
                       {{"run", cable->run->label}, {"medium", cable->medium->name}, {"category", certified->name}}));
            continue;
        }
        text::Args args{{"run", cable->run->label}, {"grade", grade->mark}, {"proves", grade->means}};
        const auto at = stated.as<BitRate>("tested-rate");
        const bool below = at && link.common && *at < *link.common;
        if (at) args.emplace_back("tested", text::Arg(*at));
        if (below) args.emplace_back("rate", text::Arg(*link.common));
        found.push_back(clause(link, below ? "hw-11" : "hw-10", std::move(args)));
    }
    return found;
}

}  // namespace

constinit const Rule kTestGrade{
    .id = "test-grade",
    .title = "What was tested is told apart from what was proved",
    .why = "A wire map proves the wiring and no rate; only a certifier proves the category.",
    .clauses = "hw-10 hw-11 hw-12",
    .check = &check,
};

}  // namespace sokudo::match
