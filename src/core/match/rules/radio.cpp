// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/formulas/radio.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr double kLeastShare = 0.50, kBestShare = 0.65;     // of the PHY rate in use
constexpr Length kUsualRange = Length::fromSteps(300'000);  // small integrated antennas

/// The stated radio rate, or the one its MCS, width and streams give.
std::optional<BitRate> radioRate(const LinkContext& link)
{
    return formulas::radioRate(link.runAs<BitRate>("phy-rate"), link.runCount("mcs"), link.runCount("width-mhz"),
                               link.runCount("streams"));
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
    const BitRate low = std::min(scaled(*radio, kLeastShare), *link.common),
                  high = std::min(scaled(*radio, kBestShare), *link.common);
    const Length length = link.length.value_or(Length{});
    found.push_back(clause(link, "wl-01",
                           {{"phy", text::rate(*radio)},
                            {"low", text::rate(low)},
                            {"high", text::rate(high)},
                            {"rain", formulas::rainLoss(25, length)},
                            {"length", length}},
                           high));
    const Length range = link.runAs<Length>("range").value_or(kUsualRange);
    if (link.length && *link.length > range)
        found.push_back({Verdict::Marginal,
                         high,
                         "{length} is more than the {range} the bridge is rated for",
                         {{"length", *link.length}, {"range", range}},
                         {"typical", Certainty::Typical},
                         LinkPart::Between,
                         "radio-range"});
}

void wifi(const LinkContext& link, std::optional<BitRate> radio, Outcomes& found)
{
    if (!radio) return found.push_back(notRead());
    const BitRate high = std::min(scaled(*radio, kBestShare), *link.common);
    found.push_back(clause(link, "wl-03",
                           {{"phy", text::rate(*radio)},
                            {"low", text::rate(std::min(scaled(*radio, kLeastShare), *link.common))},
                            {"high", text::rate(high)}},
                           high));
    const int hops = link.runCount("hops").value_or(1);
    if (hops > 1)
        found.push_back(clause(link, "wl-04",
                               {{"hops", static_cast<double>(hops)}, {"share", text::rate(scaled(high, 1.0 / hops))}},
                               scaled(high, 1.0 / hops)));
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::Radio) || !link.hasFarEnd() || !link.common) return found;
    const auto radio = radioRate(link);
    if (link.weakest && link.weakest->id == "radio-60") sixtyGigahertz(link, radio, found);
    else wifi(link, radio, found);
    if (!radio) return found;
    for (const LinkEnd* end : {&link.a, &link.b})
        if (!end->rates.empty() && scaled(*radio, kBestShare) > end->rates.front())
            found.push_back(clause(link, "wl-05", {{"end", end->name}, {"rate", end->rates.front()}},
                                   end->rates.front(), end == &link.a ? LinkPart::CageA : LinkPart::CageB));
    return found;
}

}  // namespace

constinit const Rule kRadio{
    .id = "radio",
    .title = "The radio link is in sight, in range and not the bottleneck",
    .why =
        "A radio gives half to two thirds of its printed rate, shares it up and down, and loses it to rain, walls and "
        "further hops.",
    .clauses = "wl-01 wl-02 wl-03 wl-04 wl-05",
    .check = &check,
};

}  // namespace sokudo::match
