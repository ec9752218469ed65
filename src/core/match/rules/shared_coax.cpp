// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/formulas/shared_media.h"
#include "core/kb/port_rows.h"
#include "core/kb/shared_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr Frequency kTelevisionTo = Frequency::fromSteps(862'000'000);  ///< the top of the broadcast band

const kb::CoaxGeneration* generationOf(const LinkContext& link, const LinkEnd& end)
{
    const std::string_view stated = end.word("coax-version");
    return link.kb.find<kb::CoaxGeneration>(stated.empty() ? "2.5" : stated);
}

/// An older adapter carries far less: what nobody looked at is not promised.
void unstated(const LinkContext& link, Outcomes& found)
{
    for (const LinkEnd* end : {&link.a, &link.b}) {
        if (!end->word("coax-version").empty()) continue;
        found.push_back({Verdict::Unknown,
                         link.common,
                         "the coax generation of {end} is not known: read it on the adapter. The figures are those of "
                         "2.5; older adapters carry far less",
                         {{"end", end->name}},
                         {"own", Certainty::Standard},
                         end == &link.a ? LinkPart::CageA : LinkPart::CageB,
                         "coax-unknown"});
        return;
    }
}

void generations(const LinkContext& link, Outcomes& found)
{
    const kb::CoaxGeneration* a = generationOf(link, link.a);
    const kb::CoaxGeneration* b = generationOf(link, link.b);
    if (!a || !b || !link.common) return;
    const bool aIsOlder = a->order < b->order;
    const kb::CoaxGeneration& older = aIsOlder ? *a : *b;
    // The adapters share the sum of both ways; an Ethernet port caps each way by itself.
    std::optional<BitRate> slowestPort;
    for (const LinkEnd* end : {&link.a, &link.b})
        if (const auto port = end->port->traits.as<BitRate>("adapter-port");
            port && (!slowestPort || *port < *slowestPort))
            slowestPort = port;
    const kb::Ceiling* row = formulas::coaxRow(link.kb, older.id, slowestPort);
    if (!row) return;
    const kb::Band both = row->both.value_or(row->carries);
    const std::string share =
        fmt::format("{} to {} one way, typically {}; {} to {} in the sum of both directions",
                    text::rate(row->carries.low, 3), text::rate(row->carries.high, 3),
                    text::rate(row->carries.typical, 3), text::rate(both.low, 3), text::rate(both.high, 3));
    if (a->order != b->order)
        found.push_back(clause(link, "cx-10",
                               {{"end", (aIsOlder ? link.a : link.b).name}, {"version", older.name}, {"share", share}},
                               std::min(older.mac, *link.common)));
    else found.push_back(clause(link, "cx-01", {{"share", share}}, std::min(older.mac, *link.common)));
    for (const LinkEnd* end : {&link.a, &link.b})
        if (const auto port = end->port->traits.as<BitRate>("adapter-port");
            port && *port < generationOf(link, *end)->mac && generationOf(link, *end)->id == "2.5")
            found.push_back(clause(link, "cx-02", {{"end", end->name}, {"rate", *port}}, *port,
                                   end == &link.a ? LinkPart::CageA : LinkPart::CageB));
}

void bands(const LinkContext& link, Outcomes& found)
{
    const auto bandOf = [&](const LinkEnd& end) {
        return link.kb.find<kb::CoaxBand>(end.port->traits.has("coax-band") ? end.word("coax-band") : "d");
    };
    const kb::CoaxBand* a = bandOf(link.a);
    const kb::CoaxBand* b = bandOf(link.b);
    if (!a || !b) return;
    const bool bothStated = link.a.port->traits.has("coax-band") && link.b.port->traits.has("coax-band");
    if (bothStated && (a->high < b->low || b->high < a->low))
        found.push_back(
            clause(link, "cx-08", {{"a", link.a.name}, {"b", link.b.name}, {"bandA", a->name}, {"bandB", b->name}}));
    for (const CableSection* cable : link.cables()) {
        const plan::Traits& traits = cable->run->traits;
        if (traits.flag("satellite") && (a->clashesWithSatellite || b->clashesWithSatellite))
            found.push_back(clause(link, "cx-05"));
        const auto internet = traits.as<Frequency>("docsis");
        for (const kb::CoaxBand* band : {a, b}) {
            if (!internet || *internet < band->low) continue;
            found.push_back(clause(link, "cx-06",
                                   {{"docsis", text::number(internet->in()) + " MHz"},
                                    {"band", band->name},
                                    {"from", text::number(band->low.in()) + " MHz"}},
                                   link.common));
            break;
        }
        for (const kb::CoaxBand* band : {a, b}) {
            if (!traits.flag("television") || band->low > kTelevisionTo) continue;
            found.push_back(clause(link, "cx-13", {{"band", band->name}}, link.common));
            break;
        }
    }
}

void parts(const LinkContext& link, Outcomes& found)
{
    for (const CableSection* cable : link.cables()) {
        const plan::Traits& traits = cable->run->traits;
        const auto rated = traits.as<Frequency>("splitter-mhz");
        if (rated && rated->in() < 1650)
            found.push_back(clause(link, "cx-03", {{"rated", text::number(rated->in()) + " MHz"}}, link.common));
        if (traits.is("entry-filter", "no")) found.push_back(clause(link, "cx-04"));
        if (traits.is("amplifier", "one-way")) found.push_back(clause(link, "cx-07"));
    }
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::Coax) || !link.hasFarEnd()) return found;
    unstated(link, found);
    generations(link, found);
    bands(link, found);
    parts(link, found);
    return found;
}

}  // namespace

constinit const Rule kSharedCoax{
    .id = "shared-coax",
    .title = "Coax adapters meet on one band and share it",
    .why =
        "Both directions and all adapters take turns on the same cable; another band, an amplifier or a satellite "
        "signal keeps them apart.",
    .clauses = "cx-01 cx-02 cx-03 cx-04 cx-05 cx-06 cx-07 cx-08 cx-10 cx-13",
    .check = &check,
};

}  // namespace sokudo::match
