// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {

Result<Stage> internetStage(const kb::KnowledgeBase& kb, BitRate plan, std::string_view overshoot,
                            const Factors& factors, std::optional<BitRate> upload)
{
    if (plan.steps() <= 0) return failure(ErrorCode::OutOfRange, "a plan is faster than nothing");
    const kb::StageFactor* row = kb.find<kb::StageFactor>(overshoot);
    if (!row || row->stage != "internet")
        return failure(ErrorCode::BadInput, fmt::format("“{}” is no kind of provider", overshoot));
    Stage stage;
    stage.kind = StageKind::Internet;
    stage.label = "internet plan";
    stage.detail = text::linkRate(plan);
    stage.carries = {scaled(plan, row->factor.low), scaled(plan, row->factor.typical), scaled(plan, row->factor.high)};
    stage.working = fmt::format("{} sold × {} = {} at most; usually × {} = {}: {}", text::linkRate(plan),
                                text::number(row->factor.high), text::rate(stage.carries.high),
                                text::number(row->factor.typical), text::rate(stage.carries.typical), row->name);
    stage.from = row->from;
    if (const auto error = applyFactors(kb, factors, "internet", stage)) return tl::unexpected(*error);
    if (const kb::Factor* segments = upload ? kb.find<kb::Factor>("ack-segments") : nullptr) {
        const auto held = [&](double each) { return formulas::downloadHeldByUpload(*upload, {}, each); };
        const Band most{held(segments->value.low), held(segments->value.typical), held(segments->value.high)};
        stage.carries = {std::min(stage.carries.low, most.low), std::min(stage.carries.typical, most.typical),
                         std::min(stage.carries.high, most.high)};
        stage.working += fmt::format(
            "; {} up carry the acknowledgements of {} down, or of up to {} where they are merged: usually {}, up to {}",
            text::linkRate(*upload), text::rate(most.typical), text::rate(most.high), text::rate(stage.carries.typical),
            text::rate(stage.carries.high));
    }
    return stage;
}

}  // namespace sokudo::expect
