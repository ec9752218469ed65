// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/trial_server.h"

#include <fmt/format.h>

#include "core/base/text.h"
#include "traffic/streams.h"

namespace sokudo::traffic {
namespace {

using Clock = std::chrono::steady_clock;
constexpr Milliseconds kSample{100};
constexpr Milliseconds kGather{5000};
constexpr int kFailuresBeforePause = 3;
constexpr std::chrono::seconds kPause{10};

Duration since(Clock::time_point start)
{
    return Duration::of(std::chrono::duration<double>(Clock::now() - start).count());
}

struct TestOrder {
    int streams = 1;
    bool forward = true, reverse = false;  ///< forward: the client sends
    Duration seconds, warmup;
    std::optional<BitRate> cap;
};

/// The order as asked for, or the sentence why it is refused.
tl::expected<TestOrder, std::string> orderFrom(const Json& asked, const ServerBounds& bounds)
{
    TestOrder order;
    order.streams = asked.value("streams", 0);
    const std::string direction = asked.value("direction", "");
    order.forward = direction == "forward" || direction == "both";
    order.reverse = direction == "reverse" || direction == "both";
    order.seconds = Duration::of(asked.value("seconds", 0.0));
    order.warmup = Duration::of(asked.value("warmup", 0.0));
    if (const double cap = asked.value("cap_bps", 0.0); cap > 0) order.cap = BitRate::of(cap);
    if (bounds.mostRate && (!order.cap || *order.cap > *bounds.mostRate)) order.cap = bounds.mostRate;
    if (order.streams < 1 || order.streams > bounds.mostStreams)
        return tl::unexpected(fmt::format("the agent allows 1 to {} streams", bounds.mostStreams));
    if (order.seconds < Duration::of(0.5) || order.warmup < Duration{} ||
        order.seconds + order.warmup > bounds.longestTest)
        return tl::unexpected(fmt::format("the agent allows tests of 0.5 s to {}, warm-up included",
                                          text::number(bounds.longestTest.in())) +
                              " s");
    if (!order.forward && !order.reverse)
        return tl::unexpected(std::string("the direction is none of forward, reverse, both"));
    return order;
}

/// Collects the data connections that the peer opens.
bool gather(const Socket& listener, const Key& session, const Bytes& token, const TestOrder& order, StreamSet& streams)
{
    const int wanted = order.streams * ((order.forward ? 1 : 0) + (order.reverse ? 1 : 0));
    const auto end = Clock::now() + kGather;
    int have = 0;
    while (have < wanted && Clock::now() < end) {
        Socket data = acceptFrom(listener, Milliseconds(200));
        if (!data.isOpen()) continue;
        Bytes greeted(kGreetingBytes);
        if (!receiveAll(data, greeted, Milliseconds(1000))) continue;
        const std::uint8_t stream = greeted[16], direction = greeted[17];
        if (!isSame(greeted, greeting(session, token, stream, direction))) continue;
        streams.add(std::move(data), direction == 0 ? StreamRole::Receive : StreamRole::Send);
        ++have;
    }
    return have == wanted;
}

}  // namespace

Result<std::unique_ptr<TrialServer>> TrialServer::listen(const std::string& address, int port,
                                                         const std::string& pairingKey, const ServerBounds& bounds)
{
    const auto key = keyFrom(pairingKey);
    if (!key) return tl::unexpected(key.error());
    auto control = listenOn(address, port);
    if (!control) return tl::unexpected(control.error());
    auto data = listenOn(address, port == 0 ? 0 : port + 1);
    if (!data) return tl::unexpected(data.error());
    return std::unique_ptr<TrialServer>(new TrialServer(std::move(*control), std::move(*data), *key, bounds));
}

TrialServer::~TrialServer()
{
    stop();
    if (m_thread.joinable()) m_thread.join();
}

void TrialServer::serveInBackground()
{
    m_thread = std::thread([this] { serve(); });
}

void TrialServer::serve(const std::function<void(const std::string&)>& report)
{
    const auto start = Clock::now();
    while (!m_stopping) {
        if (m_bounds.lifetime && since(start) > *m_bounds.lifetime) {
            if (report) report("the agreed time is over");
            return;
        }
        Socket peer = acceptFrom(m_control, Milliseconds(100));
        if (!peer.isOpen()) continue;
        if (Clock::now() < m_pausedUntil) {
            if (report) report(peer.peerAddress() + " turned away: too many wrong keys");
            continue;
        }
        serveOne(std::move(peer), report);
    }
}

void TrialServer::serveOne(Socket peer, const std::function<void(const std::string&)>& report)
{
    const std::string who = peer.peerAddress();
    const auto say = [&](const std::string& what) {
        if (report) report(who + " " + what);
    };
    Channel channel(std::move(peer));
    if (!pairAsServer(channel, m_key)) {
        if (++m_failures >= kFailuresBeforePause) {
            m_pausedUntil = Clock::now() + kPause;
            m_failures = 0;
        }
        say("did not prove the pairing key");
        return;
    }
    m_failures = 0;
    const auto asked = channel.receive(Milliseconds(5000));
    if (!asked || asked->value("type", "") != "test") return;
    const auto order = orderFrom(*asked, m_bounds);
    if (!order) {
        channel.send({{"type", "refused"}, {"why", order.error()}});
        say("refused: " + order.error());
        return;
    }
    const Bytes token = randomBytes(16);
    channel.send({{"type", "ready"},
                  {"port", dataPort()},
                  {"token", hex(token)},
                  {"cap_bps", order->cap ? order->cap->in() : 0.0}});
    StreamSet streams;
    if (!gather(m_data, *channel.key(), token, *order, streams)) {
        channel.send(
            {{"type", "refused"},
             {"why", "not all data connections arrived; let the port after the agent's through the firewall"}});
        return;
    }
    channel.send({{"type", "go"}});
    if (const auto go = channel.receive(Milliseconds(5000)); !go || go->value("type", "") != "go") return;
    say(fmt::format("test of {} s, {} streams", text::number((order->seconds + order->warmup).in()), order->streams));
    const auto start = Clock::now();
    CoreWatch cores;
    ByteLog log;
    streams.start(order->cap);
    const Duration end = order->warmup + order->seconds;
    log.note({}, 0);
    while (!m_stopping && since(start) < end + Duration::of(0.2)) {
        if (channel.hasMessage(kSample)) break;  // the peer stops, or is gone
        const Duration at = since(start);
        log.note(at, streams.bytesReceived());
        channel.send({{"type", "sample"}, {"at_s", at.in()}, {"bytes", streams.bytesReceived()}});
    }
    const auto conditions = streams.senderConditions();
    const auto load = cores.since();
    streams.stop();
    Json result{{"type", "result"}, {"forward_bps", log.mean(order->warmup, end).in()}, {"conditions", conditions}};
    for (BitRate second : log.seconds(order->warmup, end)) result["seconds_bps"].push_back(second.in());
    if (load) result["busiest_core_percent"] = load->busiestPercent, result["mean_core_percent"] = load->meanPercent;
    channel.send(result);
    say("test over");
}

}  // namespace sokudo::traffic
