// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/match/channel_loss.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr Length kLongestEquivalent = Length::fromSteps(102'000);  // tia-568.2: 90 m and 10 m of 24 AWG cord

Outcomes check(const LinkContext& link)
{
    if (!link.isOn(kb::MediumKind::TwistedPair) || !link.common) return {};
    // Without cords and heat the planning table has said it all.
    const bool isPlain = std::none_of(link.sections.begin(), link.sections.end(),
                                      [](const CableSection& s) { return s.cord || s.run->traits.has("celsius"); });
    if (isPlain) return {};
    const kb::Phy* phy = kb::twistedPairPhy(link.kb, *link.common);
    const auto channel = phy ? channelLoss(link, *phy) : std::nullopt;
    if (!channel || channel->loss <= channel->limit) return {};
    text::Args args{{"working", channel->working},
                    {"over", channel->loss - channel->limit},
                    {"limit", channel->limit},
                    {"phy", phy->name},
                    {"frequency", text::number(channel->at.in(), 3) + " MHz"},
                    {"equivalent", channel->equivalent}};
    Outcomes found;
    if (channel->equivalent > kLongestEquivalent) found.push_back(clause(link, "cu-31", args, link.common));
    if (channel->warmest) {
        args.emplace_back("celsius", text::Arg(text::number(channel->warmest->in()) + " °C"));
        bool screened = true;
        for (const CableSection* cable : link.cables()) screened = screened && cable->isScreened();
        const auto longest = longestWhenHot(link.kb, *channel->warmest, screened);
        if (longest && channel->fixed > *longest) found.push_back(clause(link, "cu-32", args, link.common));
    }
    return found;
}

}  // namespace

constinit const Rule kInsertionLoss{
    .id = "insertion-loss",
    .title = "Cords and heat leave the channel inside its loss",
    .why =
        "Stranded cords lose 20 to 50 % more and hot copper too; a cable better than the PHY needs has room to spare.",
    .clauses = "cu-31 cu-32",
    .check = &check,
};

}  // namespace sokudo::match
