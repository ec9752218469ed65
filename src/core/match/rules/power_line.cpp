// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/formulas/shared_media.h"
#include "core/kb/port_rows.h"
#include "core/kb/shared_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// Every factor of the medium that the run states, but those that a finding of its own tells.
kb::Band carried(const LinkContext& link, const kb::PowerLine& family, std::string_view without = {})
{
    const kb::Ceiling* row = formulas::powerLineRow(link.kb, family.id);
    kb::Band band = row ? row->carries : kb::Band{};
    const auto isStated = [&](std::string_view trait, std::string_view value) { return link.runWord(trait) == value; };
    for (const kb::StageFactor* factor : formulas::mediumFactors(link.kb, "power-line", isStated))
        if (factor->id != without) band = formulas::times(band, factor->factor);
    return formulas::atMost(band, {*link.common, *link.common, *link.common});
}

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
    const bool isFiltered = link.runWord("filtered") == "yes", isOtherPhase = link.runWord("circuit") == "other-phase";
    const kb::Band all = carried(link, slower);
    found.push_back(clause(link, "pl-01",
                           {{"printed", text::rate(slower.printed)},
                            {"low", text::rate(all.low)},
                            {"typical", text::rate(all.typical)},
                            {"high", text::rate(all.high)}},
                           all.typical));
    if (isFiltered)
        found.push_back(clause(link, "pl-02",
                               {{"high", text::rate(all.high)},
                                {"without", text::rate(carried(link, slower, "filtered").high)},
                                {"printed", text::rate(slower.printed)}},
                               all.typical));
    if (isOtherPhase) found.push_back(clause(link, "pl-04", {{"high", text::rate(all.high)}}, all.typical));
    return found;
}

}  // namespace

constinit const Rule kPowerLine{
    .id = "power-line",
    .title = "Power-line adapters are of one family and on good sockets",
    .why =
        "The mains is shared and noisy: a tenth to a quarter of the printed figure is typical, a filter or another "
        "phase leaves little.",
    .clauses = "pl-01 pl-02 pl-03 pl-04",
    .check = &check,
};

}  // namespace sokudo::match
