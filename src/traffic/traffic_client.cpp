// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/traffic_client.h"

#include <fmt/format.h>

#include "core/base/text.h"
#include "traffic/channel.h"
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

Result<Json> order(Channel& channel, const measure::TrafficQuestion& question)
{
    channel.send({{"type", "test"},
                  {"streams", question.streams},
                  {"direction", code(question.direction)},
                  {"seconds", question.duration.in()},
                  {"warmup", question.warmup.in()},
                  {"cap_bps", question.rateCap ? question.rateCap->in() : 0.0}});
    const auto answer = channel.receive(Milliseconds(5000));
    if (!answer) return gone();
    if (answer->value("type", "") != "ready")
        return failure(ErrorCode::NotAllowed,
                       "the agent refuses: " + answer->value("why", std::string("no reason given")));
    return *answer;
}

tl::expected<void, Error> openStreams(const measure::TrafficQuestion& question, const Json& ready, const Key& session,
                                      StreamSet& streams)
{
    const Bytes token = fromHex(ready.value("token", ""));
    const auto open = [&](std::uint8_t direction, StreamRole way) -> tl::expected<void, Error> {
        for (int i = 0; i < question.streams; ++i) {
            auto socket = connectTo(question.host, ready.value("port", 0), Milliseconds(3000));
            if (!socket) return tl::unexpected(socket.error());
            if (!sendAll(*socket, greeting(session, token, static_cast<std::uint8_t>(i), direction))) return gone();
            streams.add(std::move(*socket), way);
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

Result<measure::TrafficResult> TrafficClient::run(const measure::TrafficQuestion& question,
                                                  const std::function<void(const measure::TrafficSample&)>& onSample,
                                                  const std::atomic<bool>& cancel)
{
    if (auto bounds = checkBounds(question); !bounds) return tl::unexpected(bounds.error());
    const auto key = keyFrom(question.key);
    if (!key) return tl::unexpected(key.error());
    auto socket = connectTo(question.host, question.port, Milliseconds(3000));
    if (!socket) return tl::unexpected(socket.error());
    Channel channel(std::move(*socket));
    if (auto paired = pairAsClient(channel, *key); !paired) return tl::unexpected(paired.error());
    const auto ready = order(channel, question);
    if (!ready) return tl::unexpected(ready.error());
    StreamSet streams;
    if (auto opened = openStreams(question, *ready, *channel.key(), streams); !opened)
        return tl::unexpected(opened.error());
    const auto go = channel.receive(Milliseconds(6000));
    if (!go) return gone();
    if (go->value("type", "") != "go")
        return failure(ErrorCode::NotAllowed, "the agent refuses: " + go->value("why", std::string("no reason given")));
    channel.send({{"type", "go"}});

    std::optional<BitRate> cap = question.rateCap;
    if (const double agreed = ready->value("cap_bps", 0.0); agreed > 0) cap = BitRate::of(agreed);
    const auto start = Clock::now();
    CoreWatch cores;
    streams.start(cap);
    ByteLog log;
    log.note({}, 0);
    const Duration end = question.warmup + question.duration;
    measure::TrafficResult result;
    PeerCount peer;
    std::int64_t before = 0;
    Duration lastAt;
    std::optional<Json> last;
    // Samples of the agent pace the loop; it sends one each 100 ms.
    while (since(start) < end + Duration::of(0.1)) {
        if (cancel) return failure(ErrorCode::Cancelled, "the test was stopped");
        const auto message = channel.receive(Milliseconds(2500));
        if (!message) return gone();
        if (message->value("type", "") != "sample") {  // samples came late: the agent has ended the test already
            last = message;
            break;
        }
        const PeerCount now{Duration::of(message->value("at_s", 0.0)), message->value("bytes", std::int64_t{0})};
        const Duration at = since(start);
        const std::int64_t received = streams.bytesReceived();
        log.note(at, received);
        measure::TrafficSample sample;
        sample.at = at;
        sample.isWarmup = at <= question.warmup;
        sample.forward =
            DataSize::fromSteps(now.bytes - peer.bytes) / (now.at > peer.at ? now.at - peer.at : Duration::of(0.1));
        sample.reverse = DataSize::fromSteps(received - before) / (at > lastAt ? at - lastAt : Duration::of(0.1));
        peer = now;
        before = received;
        lastAt = at;
        result.samples.push_back(sample);
        if (onSample) onSample(sample);
        if (streams.isBroken() && at < end) return gone();
    }
    result.conditions = streams.senderConditions();
    const auto load = cores.since();
    channel.send({{"type", "stop"}});
    while (!last || last->value("type", "") == "sample")
        if (last = channel.receive(Milliseconds(3000)); !last) break;
    streams.stop();
    if (!last || last->value("type", "") != "result") return gone();
    if (question.direction != Direction::Reverse) result.forward = BitRate::of(last->value("forward_bps", 0.0));
    if (question.direction != Direction::Forward) result.reverse = log.mean(question.warmup, end);
    if (question.direction == Direction::Reverse && last->contains("conditions"))
        for (const auto& [name, value] : (*last)["conditions"].items())
            result.conditions[name] = value.is_string() ? value.get<std::string>() : value.dump();
    double busiest = last->value("busiest_core_percent", 0.0), mean = last->value("mean_core_percent", 0.0);
    if (load) busiest = std::max(busiest, load->busiestPercent), mean = std::max(mean, load->meanPercent);
    result.conditions["busiest_core_percent"] = text::number(busiest, 3);
    result.conditions["mean_core_percent"] = text::number(mean, 3);
    result.conditions["mode"] = "copy to copy";
    result.conditions["peer"] = fmt::format("{} port {}", question.host, question.port);
    return result;
}

}  // namespace sokudo::traffic
