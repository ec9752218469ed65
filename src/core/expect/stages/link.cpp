// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/reach_rows.h"

namespace sokudo::expect {

Result<Stage> linkStage(const kb::KnowledgeBase& kb, BitRate rate, const formulas::Framing& framing)
{
    const auto ceiling = formulas::goodput(rate, framing);
    if (!ceiling) return tl::unexpected(ceiling.error());
    const kb::Factor* wire = kb.find<kb::Factor>("wire");
    if (!wire)
        return failure(ErrorCode::NotFound,
                       text::say("link.link-factors-csv-has", "link_factors.csv has no row “wire”"));
    Stage stage;
    stage.kind = StageKind::Link;
    stage.label = "link";
    stage.detail = text::linkRate(rate);
    stage.carries = {scaled(*ceiling, wire->value.low), scaled(*ceiling, wire->value.typical),
                     scaled(*ceiling, wire->value.high)};
    stage.working = text::say("link.framing", "{} {} (MTU {}) = {}", text::figure::linkRate(rate),
                              formulas::shareText(framing), framing.mtu, text::figure::rate(*ceiling, 5));
    stage.from = {"802.3-3", Certainty::Standard};
    stage.line = rate;
    stage.mtu = framing.mtu;
    formulas::Framing barest = framing;
    barest.timestamps = false;
    if (const auto most = formulas::goodput(rate, barest)) stage.hard = *most;
    if (const auto frames = formulas::frameRate(rate, framing)) stage.frames = *frames;
    if (framing.transport == formulas::Transport::Tcp) stage.ackShare = formulas::ackShare(framing);
    stage.varied = [rate, framing](const kb::KnowledgeBase& rows, const Varied& to) {
        formulas::Framing packets = framing;
        packets.mtu = to.mtu;
        return linkStage(rows, to.link.steps() > 0 ? to.link : rate, packets);
    };
    return stage;
}

}  // namespace sokudo::expect
