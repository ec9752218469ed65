// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    for (const CableSection& section : link.sections) {
        if (!section.from || !section.to || !section.medium) continue;
        if (section.from->building == section.to->building || !section.medium->conductive) continue;
        const text::Args args{{"medium", section.medium->name}, {"from", section.from->name}, {"to", section.to->name}};
        const bool guarded = section.run->protectedOutdoors && section.medium->kind == kb::MediumKind::TwistedPair &&
                             section.medium->id != "cat6-screened";
        if (guarded)
            found.push_back({Verdict::Limited,
                             {},
                             "{medium} runs between {from} and {to} with surge protectors: have the bonding checked by "
                             "a licensed installer; fibre without metal is better",
                             args,
                             {"practice", Certainty::Typical},
                             LinkPart::Between,
                             "sf-01"});
        else
            found.push_back({Verdict::Unsafe,
                             {},
                             "{medium} joins two buildings ({from} and {to}): their earths differ, and lightning finds "
                             "the way. Use fibre without metal; local code and licensed practice win",
                             args,
                             {"practice", Certainty::Typical},
                             LinkPart::Between,
                             "sf-01"});
    }
    return found;
}

}  // namespace

constinit const Rule kBetweenBuildings{
    .id = "between-buildings",
    .title = "No copper joins two buildings",
    .why = "Two earthing systems may differ by volts to kilovolts in a fault or a storm.",
    .clauses = "sf-01",
    .check = &check,
};

}  // namespace sokudo::match
