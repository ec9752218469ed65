// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/formulas/framing.h"
#include "core/formulas/radio.h"
#include "core/formulas/shared_media.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr Length kUsualRange = Length::fromSteps(300'000);  // small integrated antennas

/// The stated radio rate, or the one its MCS, width and streams give.
std::optional<BitRate> radioRate(const LinkContext& link)
{
    return formulas::radioRate(link.runAs<BitRate>("phy-rate"), link.runCount("mcs"), link.runCount("width-mhz"),
                               link.runCount("streams"));
}

/// What it passes with all that the run states of walls, rain and hops, behind the slower Ethernet port.
kb::Band carried(const LinkContext& link, BitRate radio, bool is60, int hops)
{
    const auto isStated = [&](std::string_view trait, std::string_view value) { return link.runWord(trait) == value; };
    kb::Band band = formulas::radioCarries(link.kb, radio, is60);
    for (const kb::StageFactor* factor : formulas::mediumFactors(link.kb, "radio", isStated, is60, link.length, hops))
        band = formulas::times(band, factor->factor);
    const BitRate wire = formulas::goodput(*link.common).value_or(*link.common);
    return formulas::atMost(band, {wire, wire, wire});
}

Outcome notRead()
{
    return {Verdict::Unknown,
            {},
            "The radio rate in use is not known: read it at the bridge, the access point or the client",
            {},
            {"own", Certainty::Standard},
            LinkPart::Between,
            "radio-unknown"};
}

void sixtyGigahertz(const LinkContext& link, std::optional<BitRate> radio, Outcomes& found)
{
    if (link.runWord("sight") == "blocked") return found.push_back(clause(link, "wl-02"));
    if (!radio) return found.push_back(notRead());
    const kb::Band band = carried(link, *radio, true, 1);
    const Length length = link.length.value_or(Length{});
    found.push_back(clause(link, "wl-01",
                           {{"phy", text::rate(*radio)},
                            {"low", text::rate(band.low)},
                            {"typical", text::rate(band.typical)},
                            {"high", text::rate(band.high)},
                            {"rain", formulas::rainLoss(25, length)},
                            {"length", length}},
                           band.typical));
    const Length range = link.runAs<Length>("range").value_or(kUsualRange);
    if (link.length && *link.length > range)
        found.push_back({Verdict::Marginal,
                         band.typical,
                         "{length} is more than the {range} the bridge is rated for",
                         {{"length", *link.length}, {"range", range}},
                         {"typical", Certainty::Typical},
                         LinkPart::Between,
                         "radio-range"});
}

void wifi(const LinkContext& link, std::optional<BitRate> radio, Outcomes& found)
{
    if (!radio) return found.push_back(notRead());
    const int hops = link.runCount("hops").value_or(1);
    const kb::Band band = carried(link, *radio, false, hops);
    found.push_back(clause(link, "wl-03",
                           {{"phy", text::rate(*radio)},
                            {"low", text::rate(band.low)},
                            {"typical", text::rate(band.typical)},
                            {"high", text::rate(band.high)}},
                           band.typical));
    if (hops > 1)
        found.push_back(clause(
            link, "wl-04", {{"hops", static_cast<double>(hops)}, {"share", text::rate(band.typical)}}, band.typical));
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::Radio) || !link.hasFarEnd() || !link.common) return found;
    const auto radio = radioRate(link);
    const bool is60 = link.weakest && link.weakest->id == "radio-60";
    if (is60) sixtyGigahertz(link, radio, found);
    else wifi(link, radio, found);
    if (!radio) return found;
    for (const LinkEnd* end : {&link.a, &link.b})
        if (!end->rates.empty() && formulas::radioCarries(link.kb, *radio, is60).high > end->rates.front())
            found.push_back(clause(link, "wl-05", {{"end", end->name}, {"rate", end->rates.front()}},
                                   end->rates.front(), end == &link.a ? LinkPart::CageA : LinkPart::CageB));
    return found;
}

}  // namespace

constinit const Rule kRadio{
    .id = "radio",
    .title = "The radio link is in sight, in range and not the bottleneck",
    .why =
        "A radio gives about half of its printed rate, shares it up and down, and loses it to rain, walls and "
        "further hops.",
    .clauses = "wl-01 wl-02 wl-03 wl-04 wl-05",
    .check = &check,
};

}  // namespace sokudo::match
