// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/both_ways.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {
namespace {

Band times(const Band& band, const kb::FactorBand& by)
{
    return {scaled(band.low, by.low), scaled(band.typical, by.typical), scaled(band.high, by.high)};
}

/// All but the acknowledgements of the other way.
kb::FactorBand besideAcks(double ackShareOfTwo, const kb::FactorBand& segments)
{
    const auto left = [&](double each) { return 1 / (1 + ackShareOfTwo * 2 / each); };
    return {left(segments.low), left(segments.typical), left(segments.high)};
}

void keep(Stage& stage, const kb::FactorBand& share, const text::Sentence& says)
{
    stage.carries = times(stage.carries, share);
    if (stage.perFlow) stage.perFlow = times(*stage.perFlow, share);
    stage.working +=
        text::say("both-ways.both-ways-busy-typically", "; both ways busy, {}: typically × {} = {}, up to × {} = {}",
                  says, text::figure::number(share.typical), text::figure::rate(stage.carries.typical),
                  text::figure::number(share.high), text::figure::rate(stage.carries.high));
}

}  // namespace

Stage withBothWaysBusy(const kb::KnowledgeBase& kb, Stage stage)
{
    if (stage.both) {
        const Band half = times(*stage.both, {0.5, 0.5, 0.5});
        stage.carries = {std::min(stage.carries.low, half.low), std::min(stage.carries.typical, half.typical),
                         std::min(stage.carries.high, half.high)};
        stage.working += text::say("both-ways.both-ways-busy-they",
                                   "; both ways busy, they share {} in all: typically {} each, up to {}",
                                   text::figure::rate(stage.both->high), text::figure::rate(stage.carries.typical),
                                   text::figure::rate(stage.carries.high));
        return stage;
    }
    const auto row = std::find_if(kb.all<kb::BothWays>().begin(), kb.all<kb::BothWays>().end(),
                                  [&](const kb::BothWays& one) { return one.stage == word(stage.kind); });
    const kb::Factor* segments = kb.find<kb::Factor>("ack-segments");
    if (row != kb.all<kb::BothWays>().end()) keep(stage, row->share, row->says);
    else if (stage.ackShare > 0 && segments)
        keep(stage, besideAcks(stage.ackShare, {segments->value.low, segments->value.typical, segments->value.high}),
             text::say("both-ways.acknowledgements-travel-along", "acknowledgements travel along"));
    return stage;
}

}  // namespace sokudo::expect
