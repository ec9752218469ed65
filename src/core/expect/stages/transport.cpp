// SPDX-License-Identifier: GPL-3.0-or-later
// What TCP itself leaves: its window over the round trip, and random loss.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/formulas/framing.h"
#include "core/formulas/transport.h"

namespace sokudo::expect {
namespace {

constexpr double kLossBand = 0.2;    // own: measured within ±20 %
constexpr double kTimerLoss = 0.01;  // rfc-6298: the retransmission timer is at least 200 ms on usual systems
constexpr Duration kLan = Duration::fromSteps(10'000'000);  // 10 ms

std::string ofStreams(int streams) { return streams > 1 ? fmt::format(" × {} streams", streams) : std::string(); }

}  // namespace

Result<Stage> windowStage(DataSize window, Duration roundTrip, int streams)
{
    if (window.steps() <= 0)
        return failure(ErrorCode::OutOfRange,
                       text::say("transport.a-window-holds-at", "a window holds at least one byte"));
    if (roundTrip.steps() <= 0)
        return failure(ErrorCode::OutOfRange,
                       text::say("transport.a-round-trip-takes", "a round trip takes longer than nothing"));
    const BitRate one = window / roundTrip;
    const BitRate all = scaled(one, std::max(1, streams));
    Stage stage;
    stage.kind = StageKind::Window;
    stage.label = "window";
    stage.detail = text::size(window);
    stage.carries = {all, all, all};
    stage.perFlow = Band{one, one, one};
    stage.transport = Transport{window, 0, roundTrip, 0};
    stage.working = text::say("transport.of-round-trip", "8 × {} ÷ {} of round trip{} = {}", text::figure::size(window),
                              text::figure::duration(roundTrip), ofStreams(streams), text::figure::rate(all));
    stage.from = {"rfc-9293", Certainty::Standard};
    return stage;
}

Result<Stage> lossStage(double share, Duration roundTrip, int segment, int streams)
{
    if (!(share > 0) || share >= 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("transport.a-share-of-lost", "a share of lost packets lies between 0 and 100 %"));
    if (roundTrip.steps() <= 0)
        return failure(ErrorCode::OutOfRange,
                       text::say("transport.a-round-trip-takes-2", "a round trip takes longer than nothing"));
    const auto [one, law] = formulas::lossLimited(share, roundTrip, segment);
    const BitRate all = scaled(one, std::max(1, streams));
    const auto around = [](BitRate rate) {
        return Band{scaled(rate, 1 - kLossBand), rate, scaled(rate, 1 + kLossBand)};
    };
    Stage stage;
    stage.kind = StageKind::Loss;
    stage.label = "loss";
    stage.detail = fmt::format("{}{}%", text::number(100 * share, 3), text::kThin);
    stage.carries = around(all);
    stage.perFlow = around(one);
    stage.transport = Transport{{}, share, roundTrip, segment};
    stage.working =
        law == formulas::LossLaw::Cubic
            ? text::say("transport.round-trip-loss", "8 × {} ÷ {} × 1.054 × (round trip³ ÷ loss³)^¼{} = {}", segment,
                        text::figure::duration(roundTrip), ofStreams(streams), text::figure::rate(all))
            : fmt::format("8 × {} ÷ {} × 1.2247 ÷ √{}{} = {}", segment, text::duration(roundTrip),
                          text::number(share, 3), ofStreams(streams), text::rate(all));
    stage.working +=
        text::say("transport.up-to-a-sender", ", ±20{}%: up to {}; a sender that models the path is not limited by it",
                  text::kThin, text::figure::rate(stage.carries.high));
    if (share > kTimerLoss && roundTrip < kLan)
        stage.working += text::say("transport.timer-loss",
                                   "; above {}{}% whole windows are lost and TCP waits for its timer, 200 ms and more "
                                   "each time: expect far less, and find the loss",
                                   text::figure::number(100 * kTimerLoss), text::kThin);
    stage.from = {"rfc-9438", Certainty::Typical};
    stage.varied = [share, roundTrip, streams](const kb::KnowledgeBase&, const Varied& to) {
        return lossStage(share, roundTrip, formulas::payloadBytes({to.mtu}), streams);
    };
    return stage;
}

Result<Stage> datagramLossStage(double share, const std::vector<Stage>& before)
{
    if (!(share > 0) || share >= 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("transport.a-share-of-lost-2", "a share of lost packets lies between 0 and 100 %"));
    const Stage* link = nullptr;
    for (const Stage& one : before)
        if ((one.kind == StageKind::Link || one.kind == StageKind::Bond) &&
            (!link || one.carries.typical < link->carries.typical))
            link = &one;
    if (!link)
        return failure(ErrorCode::BadInput, text::say("transport.write-the-link-first",
                                                      "write the link before the loss, such as 10g udp | loss 1%"));
    const double left = 1 - share;
    Stage stage;
    stage.kind = StageKind::Loss;
    stage.label = "loss";
    stage.detail = fmt::format("{}{}%", text::number(100 * share, 3), text::kThin);
    stage.carries = {scaled(link->carries.low, left), scaled(link->carries.typical, left),
                     scaled(link->carries.high, left)};
    stage.working = text::say("transport.what-arrives-of-datagrams",
                              "datagrams are not sent again: {} × (1 − {}) = {} arrive, typically {}",
                              text::figure::rate(link->carries.high, 4), text::figure::number(share, 3),
                              text::figure::rate(stage.carries.high, 4), text::figure::rate(stage.carries.typical, 4));
    stage.from = {"rfc-768", Certainty::Standard};
    return stage;
}

}  // namespace sokudo::expect
