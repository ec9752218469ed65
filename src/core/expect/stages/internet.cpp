// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {

Result<Stage> internetStage(const kb::KnowledgeBase& kb, BitRate plan, std::string_view overshoot,
                            const Factors& factors, std::optional<BitRate> upload)
{
    if (plan.steps() <= 0)
        return failure(ErrorCode::OutOfRange, text::say("internet.a-plan-is-faster", "a plan is faster than nothing"));
    const kb::StageFactor* row = kb.find<kb::StageFactor>(overshoot);
    if (!row || row->stage != "internet")
        return failure(ErrorCode::BadInput,
                       text::say("internet.is-no-kind-of", "“{}” is no kind of provider", overshoot));
    Stage stage;
    stage.kind = StageKind::Internet;
    stage.label = "internet plan";
    stage.detail = text::linkRate(plan);
    stage.carries = {scaled(plan, row->factor.low), scaled(plan, row->factor.typical), scaled(plan, row->factor.high)};
    stage.working = text::say("internet.sold-at-most-typically", "{} sold × {} = {} at most; typically × {} = {}: {}",
                              text::figure::linkRate(plan), text::figure::number(row->factor.high),
                              text::figure::rate(stage.carries.high), text::figure::number(row->factor.typical),
                              text::figure::rate(stage.carries.typical), row->name);
    stage.from = row->from;
    if (const auto error = applyFactors(kb, factors, "internet", stage)) return tl::unexpected(*error);
    if (const kb::Factor* segments = upload ? kb.find<kb::Factor>("ack-segments") : nullptr) {
        // The upload carries acknowledgements of frames; of a frame down, the payload counts.
        const double payload = static_cast<double>(formulas::payloadBytes({})) / formulas::wireBytes({});
        const auto held = [&](double each) {
            return scaled(formulas::downloadHeldByUpload(*upload, {}, each), payload);
        };
        const Band most{held(segments->value.low), held(segments->value.typical), held(segments->value.high)};
        stage.carries = {std::min(stage.carries.low, most.low), std::min(stage.carries.typical, most.typical),
                         std::min(stage.carries.high, most.high)};
        stage.working += text::say(
            "internet.up-carry-the-acknowledgements",
            "; {} up carries the acknowledgements of {} of payload down, or of up to {} where they are merged: "
            "typically {}, up to {}",
            text::figure::linkRate(*upload), text::figure::rate(most.typical), text::figure::rate(most.high),
            text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    }
    return stage;
}

Stage inTunnel(Stage stage, const formulas::Framing& inside)
{
    const int plain = formulas::payloadBytes({}), left = formulas::payloadBytes(inside);
    const double share = static_cast<double>(left) / plain;
    stage.carries = {scaled(stage.carries.low, share), scaled(stage.carries.typical, share),
                     scaled(stage.carries.high, share)};
    stage.working +=
        text::say("internet.inside-a-tunnel", "; inside the tunnel × {} ÷ {}: typically {}, up to {}", left, plain,
                  text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    return stage;
}

Stage ownInternetStage(BitRate gives)
{
    Stage stage;
    stage.kind = StageKind::Internet;
    stage.label = "internet plan";
    stage.detail = "own figure";
    stage.carries = {gives, gives, gives};
    stage.line = gives;
    stage.working = text::say("internet.own-figure", "your own figure of this line: {}", text::figure::rate(gives));
    stage.from = {"own-figure", Certainty::Typical};
    return stage;
}

}  // namespace sokudo::expect
