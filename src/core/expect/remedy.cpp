// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/remedy.h"

#include <cmath>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/formulas/transport.h"

namespace sokudo::expect {
namespace {

constexpr int kManyStreams = 64;  ///< more than that is no advice

int streamsFor(BitRate target, double each) { return static_cast<int>(std::ceil(std::min(1e6, target.in() / each))); }

text::Sentence orStreams(BitRate target, const Stage& stage)
{
    const int streams = streamsFor(target, stage.perFlow->typical.in());
    return streams <= kManyStreams ? text::say("remedy.and-so-would-streams", ", and so would {} streams", streams)
                                   : std::string();
}

}  // namespace

text::Sentence remedyNote(const Expectation& path)
{
    const Stage* holds = path.limitingStage();
    if (!holds || !path.next || !holds->perFlow || holds->perFlow->typical.steps() <= 0) return {};
    const Stage& next = path.stages[*path.next];
    const BitRate target = next.carries.typical;
    if (target <= holds->carries.typical) return {};
    const text::Sentence fills =
        text::say("remedy.would-fill-at", "would fill {} at {}", next.name, text::figure::rate(target, 3));
    if (holds->kind == StageKind::Window && holds->transport)
        return text::say("remedy.a-window-of", "a window of {} ({} × {} ÷ 8) {}{}",
                         text::figure::size(formulas::bandwidthDelay(target, holds->transport->roundTrip)),
                         text::figure::rate(target, 3), text::figure::duration(holds->transport->roundTrip), fills,
                         orStreams(target, *holds));
    if (holds->kind == StageKind::Loss && holds->transport)
        return text::say(
            "remedy.no-more-than-of", "no more than {}{}% of packets lost {}{}",
            text::figure::number(
                100 * formulas::lossThatFills(target, holds->transport->roundTrip, holds->transport->segment), 2),
            text::kThin, fills, orStreams(target, *holds));
    if (holds->kind == StageKind::Processor && holds->pool) {
        if (holds->pool->typical < target)
            return text::say(
                "remedy.all-cores-of-it",
                "all cores of it together carry about {}: more streams help that far, and {} stays out of reach",
                text::figure::rate(holds->pool->typical, 3), next.name);
        return text::say("remedy.streams-each-on-a", "{} streams, each on a core of its own, {}",
                         std::max(2, streamsFor(target, kScalingLoss * holds->perFlow->typical.in())), fills);
    }
    return {};
}

void addRemedy(Expectation& path)
{
    text::Sentence note = remedyNote(path);
    if (note.empty()) return;
    const Stage& holds = *path.limitingStage();
    const BitRate target = path.stages[*path.next].carries.typical;
    if (holds.kind == StageKind::Window)
        path.facts["window_needed_bytes"] = formulas::bandwidthDelay(target, holds.transport->roundTrip).in();
    if (holds.kind == StageKind::Loss)
        path.facts["loss_that_fills"] =
            formulas::lossThatFills(target, holds.transport->roundTrip, holds.transport->segment);
    if (const int streams = streamsFor(target, holds.perFlow->typical.in()); streams <= kManyStreams)
        path.facts["streams_needed"] = streams;
    path.notes.push_back(std::move(note));
}

}  // namespace sokudo::expect
