// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/formulas/processor_cost.h"
#include "core/kb/host_rows.h"

namespace sokudo::expect {
namespace {
constexpr std::string_view kPlain = "no-offload";  // has figures of its own in processors.csv

/// The sum: clock, what a GHz carries, and over how many cores.
text::Sentence sum(const plan::HostProcessor& host, int mtu, int used, bool offloads, const Band& perGhz,
                   const Band& carries)
{
    const text::Sentence cores =
        used > 1 ? text::say("processor.on-cores", " × {} cores × {}", used, text::figure::number(kScalingLoss))
                 : text::say("processor.on-one-core", " on one core");
    const text::Sentence more =
        used == 1 && host.cores > 1
            ? text::say("processor.streams-on-as-many", " ({} streams on as many cores: about {})", host.cores,
                        text::figure::rate(scaled(perGhz.typical, host.clockGhz * host.cores * kScalingLoss), 3))
            : text::Sentence();
    const text::Sentence packets = (mtu == 1500 ? text::Sentence() : text::say("processor.at-mtu", " at MTU {}", mtu)) +
                                   (offloads ? text::Sentence()
                                             : text::say("processor.with-segmentation-and-aggregation",
                                                         " with segmentation and aggregation switched off"));
    return text::say("processor.ghz-per-ghz-typically", "{}{}GHz × {} per GHz{}{} = {}{}; typically {} per GHz = {}",
                     text::figure::number(host.clockGhz), text::kThin, text::figure::rate(perGhz.high), packets, cores,
                     text::figure::rate(carries.high), more, text::figure::rate(perGhz.typical),
                     text::figure::rate(carries.typical));
}

}  // namespace

Result<Stage> processorStage(const kb::KnowledgeBase& kb, const plan::HostProcessor& host, int mtu, int streams,
                             const Factors& factors)
{
    const kb::Processor* row = kb.find<kb::Processor>(host.kind);
    if (!row)
        return failure(ErrorCode::BadInput,
                       text::say("processor.unknown-kind-of-processor", "unknown kind of processor “{}”", host.kind));
    if (host.clockGhz <= 0 || host.clockGhz > 10)
        return failure(ErrorCode::OutOfRange,
                       text::say("processor.a-processor-clock-lies", "a processor clock lies between 0 and 10 GHz"));
    if (streams < 1)
        return failure(ErrorCode::OutOfRange, text::say("processor.at-least-one-stream", "at least one stream"));
    Factors others = factors;
    const bool offloads = std::erase(others, kPlain) == 0;
    const Band perGhz = formulas::perGhzAt(*row, mtu, offloads);
    const int used = std::min(streams, std::max(1, host.cores));
    const double factor = host.clockGhz * (used > 1 ? used * kScalingLoss : 1.0);
    Stage stage;
    stage.kind = StageKind::Processor;
    stage.label = "processor";
    stage.detail = used > 1 ? fmt::format("{} cores, {}{}GHz", used, text::number(host.clockGhz), text::kThin)
                            : fmt::format("one core, {}{}GHz", text::number(host.clockGhz), text::kThin);
    stage.carries = {scaled(perGhz.low, factor), scaled(perGhz.typical, factor), scaled(perGhz.high, factor)};
    stage.working = sum(host, mtu, used, offloads, perGhz, stage.carries);
    stage.from = row->from;
    if (host.cores > used) {
        const double all = host.clockGhz * host.cores * kScalingLoss;
        stage.pool = Band{scaled(perGhz.low, all), scaled(perGhz.typical, all), scaled(perGhz.high, all)};
    }
    stage.perFlow = Band{scaled(perGhz.low, host.clockGhz), scaled(perGhz.typical, host.clockGhz),
                         scaled(perGhz.high, host.clockGhz)};
    stage.varied = [host, streams, factors](const kb::KnowledgeBase& rows, const Varied& to) {
        return processorStage(rows, host, to.mtu, streams, factors);
    };
    if (const auto error = applyFactors(kb, others, "processor", stage)) return tl::unexpected(*error);
    return stage;
}

}  // namespace sokudo::expect
