// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/traffic_client.h"

#include <fmt/format.h>

#include "core/base/text.h"
#include "traffic/channel.h"
#include "traffic/interface_counters.h"
#include "traffic/streams.h"

namespace sokudo::traffic {
namespace {

using Clock = std::chrono::steady_clock;
using measure::Direction;

Duration since(Clock::time_point start)
{
    return Duration::of(std::chrono::duration<double>(Clock::now() - start).count());
}

tl::unexpected<Error> gone()
{
    return failure(
        ErrorCode::Unreachable,
        "the agent went away during the test; see that it still runs and that the link is up, then measure again");
}

tl::unexpected<Error> refused(const Message& answer)
{
    const auto* refusal = std::get_if<Refused>(&answer);
    return failure(ErrorCode::NotAllowed,
                   "the agent refuses: " + (refusal ? refusal->why : std::string("no reason given")));
}

Result<Ready> order(Channel& channel, const measure::TrafficQuestion& question)
{
    channel.send(TestOrder{question.streams, question.direction, question.duration, question.warmup, question.rateCap});
    const auto answer = channel.receive(Milliseconds(5000));
    if (!answer) return gone();
    if (const auto* ready = std::get_if<Ready>(&*answer)) return *ready;
    return refused(*answer);
}

tl::expected<void, Error> openStreams(const measure::TrafficQuestion& question, const Ready& ready, const Key& session,
                                      StreamSet& streams)
{
    const auto open = [&](std::uint8_t direction, StreamRole role) -> tl::expected<void, Error> {
        for (int i = 0; i < question.streams; ++i) {
            auto socket = connectTo(question.host, ready.port, Milliseconds(3000));
            if (!socket) return tl::unexpected(socket.error());
            if (!sendAll(*socket, greeting(session, ready.token, static_cast<std::uint8_t>(i), direction)))
                return gone();
            streams.add(std::move(*socket), role);
        }
        return {};
    };
    if (question.direction != Direction::Reverse)
        if (auto done = open(0, StreamRole::Send); !done) return done;
    if (question.direction != Direction::Forward)
        if (auto done = open(1, StreamRole::Receive); !done) return done;
    return {};
}

/// What came of the peer's samples between two calls.
struct PeerCount {
    Duration at;
    std::int64_t bytes = 0;
};

}  // namespace

tl::expected<void, Error> checkBounds(const measure::TrafficQuestion& question)
{
    if (question.streams < 1 || question.streams > 16)
        return failure(ErrorCode::OutOfRange, "a test has 1 to 16 streams");
    if (question.duration < Duration::of(0.5) || question.duration > Duration::of(60))
        return failure(ErrorCode::OutOfRange, "a test lasts 0.5 to 60 s");
    if (question.warmup < Duration{} || question.warmup > Duration::of(10))
        return failure(ErrorCode::OutOfRange, "a warm-up lasts 0 to 10 s");
    if (question.port < 1 || question.port > 65534)
        return failure(ErrorCode::OutOfRange, "a port lies between 1 and 65534");
    return {};
}

namespace {

/// The near end while the streams run: its samples, and what the agent says last.
struct Watched {
    std::vector<measure::TrafficSample> samples;
    ByteLog log;
    std::optional<Message> last;  ///< what came instead of a sample; empty: the time was over first
};

/// Samples of the agent pace this; it sends one each 100 ms.
tl::expected<Watched, Error> watch(Channel& channel, const StreamSet& streams, const measure::TrafficQuestion& question,
                                   const std::function<void(const measure::TrafficSample&)>& onSample,
                                   const std::atomic<bool>& cancel)
{
    const auto start = Clock::now();
    const Duration end = question.warmup + question.duration;
    Watched watched;
    watched.log.note({}, 0);
    PeerCount peer;
    std::int64_t before = 0;
    Duration lastAt;
    while (since(start) < end + Duration::of(0.1)) {
        if (cancel) return failure(ErrorCode::Cancelled, "the test was stopped");
        const auto message = channel.receive(Milliseconds(2500));
        if (!message) return gone();
        const auto* count = std::get_if<SampleCount>(&*message);
        if (!count) {  // samples came late: the agent has ended the test already
            if (since(start) < end - Duration::of(0.5)) return gone();
            watched.last = message;
            break;
        }
        const PeerCount now{count->at, count->bytes};
        const Duration at = since(start);
        const std::int64_t received = streams.bytesReceived();
        watched.log.note(at, received);
        measure::TrafficSample sample;
        sample.at = at;
        sample.isWarmup = at <= question.warmup;
        sample.forward =
            DataSize::fromSteps(now.bytes - peer.bytes) / (now.at > peer.at ? now.at - peer.at : Duration::of(0.1));
        sample.reverse = DataSize::fromSteps(received - before) / (at > lastAt ? at - lastAt : Duration::of(0.1));
        peer = now;
        before = received;
        lastAt = at;
        watched.samples.push_back(sample);
        if (onSample) onSample(sample);
        if (streams.isBroken() && at < end) return gone();
    }
    // A machine that stood still has no sample between: what has arrived by now counts, and not nothing.
    watched.log.note(since(start), streams.bytesReceived());
    return watched;
}

/// The agent's result; the samples that were still on their way are passed over.
std::optional<TestResult> lastWord(Channel& channel, std::optional<Message> last)
{
    channel.send(Stop{});
    while (!last || std::holds_alternative<SampleCount>(*last))
        if (last = channel.receive(Milliseconds(3000)); !last) return std::nullopt;
    const auto* result = std::get_if<TestResult>(&*last);
    return result ? std::optional(*result) : std::nullopt;
}

/// What the sender saw and what the receiver's card counted, whichever end that is.
void mergeConditions(measure::TrafficResult& result, Direction direction, const TestResult& last,
                     std::map<std::string, std::string> counted)
{
    if (direction == Direction::Reverse) {
        result.conditions.merge(counted);
        result.conditions.insert(last.conditions.begin(), last.conditions.end());
        return;
    }
    for (const auto& [name, value] : last.conditions)
        if (name.starts_with("rx_")) result.conditions.insert_or_assign(name, value);
}

}  // namespace

Result<measure::TrafficResult> TrafficClient::run(const measure::TrafficQuestion& question,
                                                  const std::function<void(const measure::TrafficSample&)>& onSample,
                                                  const std::atomic<bool>& cancel)
{
    if (auto bounds = checkBounds(question); !bounds) return tl::unexpected(bounds.error());
    const auto key = keyFrom(question.key);
    if (!key) return tl::unexpected(key.error());
    auto socket = connectTo(question.host, question.port, Milliseconds(3000));
    if (!socket) return tl::unexpected(socket.error());
    Channel channel(std::move(*socket), Side::Client);
    if (auto paired = pairAsClient(channel, *key); !paired) return tl::unexpected(paired.error());
    const auto ready = order(channel, question);
    if (!ready) return tl::unexpected(ready.error());
    StreamSet streams;
    if (auto opened = openStreams(question, *ready, *channel.key(), streams); !opened)
        return tl::unexpected(opened.error());
    const auto go = channel.receive(Milliseconds(6000));
    if (!go) return gone();
    if (!std::holds_alternative<Go>(*go)) return refused(*go);
    channel.send(Go{});

    CoreWatch cores;
    const CounterWatch counters(streams.interface());
    streams.start(ready->cap ? ready->cap : question.rateCap);
    auto watched = watch(channel, streams, question, onSample, cancel);
    if (!watched) return tl::unexpected(watched.error());
    measure::TrafficResult result;
    result.samples = std::move(watched->samples);
    result.conditions = streams.senderConditions();
    auto counted = counters.since();
    const auto load = cores.since();
    const auto last = lastWord(channel, std::move(watched->last));
    streams.stop();
    if (!last) return gone();
    if (question.direction != Direction::Reverse) result.forward = last->forward;
    if (question.direction != Direction::Forward)
        result.reverse = watched->log.mean(question.warmup, question.warmup + question.duration);
    mergeConditions(result, question.direction, *last, std::move(counted));
    const double busiest = std::max(last->busiestCorePercent, load ? load->busiestPercent : 0.0);
    const double mean = std::max(last->meanCorePercent, load ? load->meanPercent : 0.0);
    result.conditions["busiest_core_percent"] = text::number(busiest, 3);
    result.conditions["mean_core_percent"] = text::number(mean, 3);
    result.conditions["mode"] = "copy to copy";
    result.conditions["peer"] = fmt::format("{} port {}", question.host, question.port);
    return result;
}

}  // namespace sokudo::traffic
