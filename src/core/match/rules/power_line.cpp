// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/kb/shared_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr double kFilteredShare = 0.05;  // of the printed figure

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::PowerLine) || !link.hasFarEnd() || !link.common) return found;
    const kb::PowerLine* a = link.kb.find<kb::PowerLine>(link.a.word("plc"));
    const kb::PowerLine* b = link.kb.find<kb::PowerLine>(link.b.word("plc"));
    if (!a || !b) {
        const LinkEnd& silent = a ? link.b : link.a;
        return single(
            {Verdict::Unknown,
             {},
             "The power-line family of {end} is not known: read it on the adapter, both must be of one family",
             {{"end", silent.name}},
             {"own", Certainty::Standard},
             LinkPart::Between,
             "plc-unknown"});
    }
    if (a->protocol != b->protocol)
        return single(clause(link, "pl-03",
                             {{"a", link.a.name}, {"b", link.b.name}, {"familyA", a->name}, {"familyB", b->name}}));
    const kb::PowerLine& slower = a->printed < b->printed ? *a : *b;
    const bool near = link.runWord("circuit") == "same";
    const BitRate low = std::min(near ? slower.goodLow : slower.typicalLow, *link.common);
    const BitRate high = std::min(near ? slower.goodHigh : slower.typicalHigh, *link.common);
    found.push_back(
        clause(link, "pl-01",
               {{"printed", text::rate(slower.printed)}, {"low", text::rate(low)}, {"high", text::rate(high)}}, high));
    if (link.runWord("filtered") == "yes") {
        const BitRate left = scaled(slower.printed, kFilteredShare);
        found.push_back(
            clause(link, "pl-02", {{"high", text::rate(left)}, {"printed", text::rate(slower.printed)}}, left));
    }
    if (link.runWord("circuit") == "other-phase") found.push_back(clause(link, "pl-04", {}, gigabits(0.05)));
    return found;
}

}  // namespace

constinit const Rule kPowerLine{
    .id = "power-line",
    .title = "Power-line adapters are of one family and on good sockets",
    .why =
        "The mains is shared and noisy: a tenth to a quarter of the printed figure is usual, a filter or another phase "
        "leaves little.",
    .clauses = "pl-01 pl-02 pl-03 pl-04",
    .check = &check,
};

}  // namespace sokudo::match
