// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/trial_server.h"

#include <system_error>

#include <fmt/format.h>

#include "core/base/guard.h"
#include "core/base/text.h"
#include "traffic/data_gate.h"
#include "traffic/interface_counters.h"
#include "traffic/streams.h"

namespace sokudo::traffic {
namespace {

constexpr Milliseconds kSample{100};
constexpr Milliseconds kOrder{5000};
constexpr BitRate kLeastCap = BitRate::fromSteps(1'000'000);  ///< below it a test says nothing of a link

Duration since(std::chrono::steady_clock::time_point start)
{
    return Duration::of(std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count());
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
    join(true);
}

void TrialServer::serveInBackground()
{
    m_thread = std::thread([this] { serve(); });
}

void TrialServer::say(const std::string& what)
{
    const std::lock_guard turn(m_talk);
    if (m_report) m_report(what);
}

/// Waits for callers that are done, or for all of them.
void TrialServer::join(bool all)
{
    std::erase_if(m_callers, [all](Caller& caller) {
        if (!all && !caller.isDone) return false;
        caller.thread.join();
        return true;
    });
}

void TrialServer::serve(const Report& report)
{
    m_report = report;
    if (m_bounds.lifetime) m_end = Clock::now() + std::chrono::nanoseconds(m_bounds.lifetime->steps());
    while (!m_isStopping) {
        if (m_end && Clock::now() > *m_end) {
            say("the agreed time is over");
            m_isStopping = true;
            break;
        }
        join(false);
        Socket peer = acceptFrom(m_control, Milliseconds(100));
        if (!peer.isOpen()) continue;
        let(std::move(peer));
    }
    // A test says its last word by itself; whoever is silent is not waited for.
    for (Caller& caller : m_callers)
        if (!caller.isInTest) caller.channel->socket().shutdown();
    join(true);
}

/// Hears a caller on a thread of its own, unless there is no room for it.
void TrialServer::let(Socket peer)
{
    const std::string who = peer.peerAddress();
    const CallerLimits::Answer answer = m_limits.enter(who);
    if (answer.givesWay)
        for (Caller& one : m_callers)
            if (one.ticket == *answer.givesWay) one.channel->socket().shutdown();
    if (!answer.ticket) return say(who + " turned away: too many callers");
    Caller& caller = m_callers.emplace_back();
    caller.ticket = *answer.ticket;
    caller.channel.emplace(std::move(peer), Side::Server);
    try {
        caller.thread = std::thread([this, &caller] {
            try {
                receive(caller);
            } catch (...) {
                say("a caller was dropped: " + sokudo::textOf(std::current_exception()));
            }
            caller.channel->socket().shutdown();
            caller.isDone = true;
        });
    } catch (const std::system_error&) {
        m_limits.leave(caller.ticket);
        m_callers.pop_back();
        say(who + " turned away: this machine starts no more threads");
    }
}

void TrialServer::receive(Caller& caller)
{
    Channel& channel = *caller.channel;
    const std::string who = channel.socket().peerAddress();
    const Pairing pairing = pairAsServer(channel, m_key);
    m_limits.leave(caller.ticket);
    if (pairing == Pairing::WrongKey) m_limits.wrongKey(who);
    if (pairing != Pairing::Proved) return say(who + " did not prove the pairing key");
    m_limits.rightKey(who);
    serveCaller(caller, who);
}

void TrialServer::serveCaller(Caller& caller, const std::string& who)
{
    const auto asked = caller.channel->receive(kOrder);
    if (!asked) return;
    if (std::holds_alternative<traffic::DescribeHost>(*asked)) show(*caller.channel, who);
    else if (const auto* order = std::get_if<TestOrder>(&*asked)) serveTest(caller, *order, who);
}

void TrialServer::show(Channel& channel, const std::string& who)
{
    if (!m_hostReader) {
        channel.send(Refused{"it was started for tests only"});
        return say(who + " refused: this agent was started for tests only");
    }
    const auto host = m_hostReader();
    if (!host) {
        channel.send(Refused{host.error().message()});
        return say(who + " asked for this machine, which cannot be read: " + host.error().message());
    }
    channel.send(HostDescription{*host});
    say(who + " read the cards, slots and modules of this machine");
}

/// The order within this agent's bounds, or why it is refused.
Result<TestOrder> TrialServer::allowed(TestOrder order) const
{
    const auto refuse = [](std::string why) { return failure(ErrorCode::NotAllowed, std::move(why)); };
    const Duration whole = order.seconds + order.warmup;
    if (order.streams > m_bounds.mostStreams)
        return refuse(fmt::format("the agent allows 1 to {} streams", m_bounds.mostStreams));
    if (order.seconds < Duration::of(0.5) || whole > m_bounds.longestTest)
        return refuse(fmt::format("the agent allows tests of 0.5 s to {} s, warm-up included",
                                  text::number(m_bounds.longestTest.in())));
    if (m_end) {
        const double left = std::chrono::duration<double>(*m_end - Clock::now()).count();
        if (whole.in() > left)
            return refuse(fmt::format("the agent stops in {} s; ask for a shorter test or start it again",
                                      text::number(std::max(0.0, left), 2)));
    }
    if (order.cap && *order.cap < kLeastCap)
        return refuse(
            fmt::format("a test runs at {} or more; ask for a higher rate, or for no bound", text::rate(kLeastCap)));
    if (m_bounds.mostRate && (!order.cap || *order.cap > *m_bounds.mostRate)) order.cap = m_bounds.mostRate;
    return order;
}

void TrialServer::serveTest(Caller& caller, const TestOrder& asked, const std::string& who)
{
    Channel& channel = *caller.channel;
    const std::unique_lock turn(m_test, std::try_to_lock);
    const auto order =
        turn ? allowed(asked) : failure(ErrorCode::NotAllowed, "another test is running; try again when it is over");
    if (!order) {
        channel.send(Refused{order.error().what.text()});
        return say(who + " refused: " + order.error().what.text());
    }
    caller.isInTest = true;
    run(channel, *order, who);
}

void TrialServer::run(Channel& channel, const TestOrder& order, const std::string& who)
{
    const Bytes token = randomBytes(kTokenBytes);
    drain(m_data);
    channel.send(Ready{dataPort(), token, order.cap});
    StreamSet streams;
    if (!gather(m_data, *channel.key(), token, order, streams, m_isStopping)) {
        channel.send(Refused{"not all data connections arrived; let the port after the agent's through the firewall"});
        return;
    }
    channel.send(Go{});
    if (!channel.receiveA<Go>(kOrder)) return;
    say(fmt::format("{} test of {} s, {} streams", who, text::number((order.seconds + order.warmup).in()),
                    order.streams));
    const auto start = Clock::now();
    CoreWatch cores;
    const CounterWatch counters(streams.interface());
    ByteLog log;
    streams.start(order.cap);
    const Duration end = order.warmup + order.seconds;
    log.note({}, 0);
    while (!m_isStopping && since(start) < end + Duration::of(0.2)) {
        if (channel.hasMessage(kSample)) break;  // the peer stops, or is gone
        const Duration at = since(start);
        log.note(at, streams.bytesReceived());
        if (!channel.send(SampleCount{at, streams.bytesReceived()})) break;
    }
    // A machine that stood still has no sample between: what has arrived by now counts, and not nothing.
    const Duration last = since(start);
    log.note(last, streams.bytesReceived());
    channel.send(SampleCount{last, streams.bytesReceived()});
    TestResult result{log.mean(order.warmup, end), streams.senderConditions()};
    if (order.direction != measure::Direction::Reverse) result.conditions.merge(counters.since());
    if (const auto load = cores.since()) {
        result.busiestCorePercent = load->busiestPercent;
        result.meanCorePercent = load->meanPercent;
    }
    streams.stop();
    channel.send(result);
    say(who + " test over");
}

}  // namespace sokudo::traffic
