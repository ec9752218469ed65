// SPDX-License-Identifier: GPL-3.0-or-later
// Strangers with real sockets: none ends the agent, starves it, or locks others out; bounds hold for what it takes.
#include <thread>

#include <arpa/inet.h>
#include <netinet/in.h>
#include <sys/socket.h>
#include <unistd.h>

#include <QElapsedTimer>

#include "testing.h"
#include "traffic/agent_reader.h"
#include "traffic/caller_limits.h"
#include "traffic/channel.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"

using namespace sokudo;
using namespace sokudo::measure;
using namespace sokudo::traffic;
using sokudo::testing::toQt;

namespace {

constexpr const char* kKey = "abcdefgh-12345678";
const std::atomic<bool> kRunOn{false};

std::unique_ptr<TrialServer> agent(const ServerBounds& bounds = {}, const char* address = "127.0.0.1")
{
    auto made = TrialServer::listen(address, 0, kKey, bounds);
    if (!made) qFatal("%s", made.error().message().c_str());
    (*made)->serveInBackground();
    return std::move(*made);
}

TrafficQuestion question(const TrialServer& server)
{
    TrafficQuestion asked;
    asked.port = server.port();
    asked.key = kKey;
    asked.duration = Duration::of(0.6);
    asked.warmup = Duration::of(0.1);
    return asked;
}

Result<TrafficResult> run(const TrafficQuestion& asked) { return TrafficClient().run(asked, {}, kRunOn); }

/// A stranger that comes from another address of this machine.
Socket strangerFrom(const char* own, int port)
{
    Socket socket(::socket(AF_INET, SOCK_STREAM | SOCK_CLOEXEC, 0));
    sockaddr_in from{}, to{};
    from.sin_family = to.sin_family = AF_INET;
    ::inet_pton(AF_INET, own, &from.sin_addr);
    ::inet_pton(AF_INET, "127.0.0.1", &to.sin_addr);
    to.sin_port = htons(static_cast<std::uint16_t>(port));
    if (::bind(socket.descriptor(), reinterpret_cast<sockaddr*>(&from), sizeof from) != 0 ||
        ::connect(socket.descriptor(), reinterpret_cast<sockaddr*>(&to), sizeof to) != 0)
        qFatal("a stranger cannot connect");
    return socket;
}

Bytes framed(const std::string& text)
{
    Bytes frame{0, 0, static_cast<std::uint8_t>(text.size() >> 8), static_cast<std::uint8_t>(text.size())};
    frame.insert(frame.end(), text.begin(), text.end());
    return frame;
}

/// A paired channel, ready to order.
Channel paired(int port)
{
    Channel channel(*connectTo("127.0.0.1", port, Milliseconds(2000)), Side::Client);
    if (!pairAsClient(channel, *keyFrom(kKey))) qFatal("cannot pair");
    return channel;
}

}  // namespace

class ListenerTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void tenBytesDoNotEndIt_data()
    {
        QTest::addColumn<QByteArray>("bytes");
        for (const char* text :
             {"{\"type\":1}", "{\"type\":\"auth\",\"nonce\":3}", "[1]", "1e999", "{\"type\":\"auth\"}", "\xFF\xFE"})
            QTest::newRow(text) << QByteArray(text);
        QTest::newRow("deep") << QByteArray(2000, '[');
    }
    void tenBytesDoNotEndIt()
    {
        QFETCH(QByteArray, bytes);
        const auto server = agent();
        const Socket stranger = strangerFrom("127.0.0.9", server->port());
        QVERIFY(sendAll(stranger, framed(bytes.toStdString())));
        const auto result = run(question(*server));
        QVERIFY2(result, result ? "" : result.error().message().c_str());
    }
    void anAgentThatSendsNonsenseDoesNotEndTheClient()
    {
        for (const char* text : {"{\"type\":1}", "{\"type\":\"hello\",\"protocol\":[],\"nonce\":\"\"}",
                                 "{\"type\":\"hello\",\"protocol\":2,\"nonce\":\"00\"}"}) {
            const auto listener = listenOn("127.0.0.1", 0);
            std::thread other([&] {
                const Socket peer = acceptFrom(*listener, Milliseconds(2000));
                sendAll(peer, framed(text));
                std::this_thread::sleep_for(std::chrono::milliseconds(50));
            });
            TrafficQuestion asked;
            asked.port = listener->localPort();
            asked.key = kKey;
            const auto result = run(asked);
            other.join();
            QVERIFY(!result);
            QCOMPARE(result.error().code, ErrorCode::Unreachable);
        }
    }
    /// The agent tells a peer that proves the key what its machine has; a test after it is served as ever.
    void anAgentTellsOfItsMachine()
    {
        const auto server = agent();
        AgentReader reader("127.0.0.1", server->port(), kKey);
        const auto refused = reader.read();
        QVERIFY(!refused);
        QCOMPARE(refused.error().code, ErrorCode::NotAllowed);
        QVERIFY(refused.error().message().find("tests only") != std::string::npos);
        auto telling = TrialServer::listen("127.0.0.1", 0, kKey);
        HostSnapshot host;
        host.name = "kiln-a";
        host.cores = 8;
        host.interfaces.push_back({});
        host.interfaces.back().name = "enp1s0";
        host.interfaces.back().speed = Reading<BitRate>::of(gigabits(25));
        (*telling)->setHostReader([&] { return Result<HostSnapshot>(host); });
        (*telling)->serveInBackground();
        const auto seen = AgentReader("127.0.0.1", (*telling)->port(), kKey).read();
        QVERIFY2(seen, seen ? "" : seen.error().message().c_str());
        QCOMPARE(seen->name, std::string("kiln-a"));
        QCOMPARE(*seen->interfaces.at(0).speed, gigabits(25));
        QVERIFY(!AgentReader("127.0.0.1", (*telling)->port(), "abcdefgh-12345679").read());
        QVERIFY2(run(question(**telling)), "no test after it");
    }
    /// An answer that cannot be read is another thing than none.
    void anUnreadableDescriptionIsNoSilence()
    {
        auto telling = TrialServer::listen("127.0.0.1", 0, kKey);
        HostSnapshot host;
        host.cores = 100'001;  // more than a description may say
        (*telling)->setHostReader([&] { return Result<HostSnapshot>(host); });
        (*telling)->serveInBackground();
        const auto seen = AgentReader("127.0.0.1", (*telling)->port(), kKey).read();
        QVERIFY(!seen);
        QCOMPARE(seen.error().code, ErrorCode::Corrupt);
        QVERIFY2(toQt(seen.error().message()).contains("cannot be read"), seen.error().message().c_str());
    }
    void addressesOfAgents()
    {
        QCOMPARE(*agentAddress("10.20.0.5"), std::pair(std::string("10.20.0.5"), 7411));
        QCOMPARE(*agentAddress(" vault:7500 "), std::pair(std::string("vault"), 7500));
        QCOMPARE(*agentAddress("[fd00::1]:7500"), std::pair(std::string("fd00::1"), 7500));
        QCOMPARE(*agentAddress("fd00::1"), std::pair(std::string("fd00::1"), 7411));
        for (const char* wrong : {"", ":7411", "vault:0", "vault:port", "vault:65535"}) QVERIFY(!agentAddress(wrong));
    }
    /// One that guesses without end, from the address of the rightful peer, keeps nobody out.
    void wrongKeysShutNobodyOut()
    {
        const auto server = agent();
        std::atomic<bool> isOver{false};
        std::thread guesser([&] {
            while (!isOver) {
                auto socket = connectTo("127.0.0.1", server->port(), Milliseconds(2000));
                if (!socket) continue;
                Channel channel(std::move(*socket), Side::Client);
                (void)pairAsClient(channel, *keyFrom("abcdefgh-12345679"));
            }
        });
        int served = 0;
        for (int i = 0; i < 15; ++i) {
            Channel channel(*connectTo("127.0.0.1", server->port(), Milliseconds(2000)), Side::Client);
            served += pairAsClient(channel, *keyFrom(kKey)).has_value();
        }
        isOver = true;
        guesser.join();
        QVERIFY2(served >= 14, qPrintable(QString::number(served)));
    }
    /// 32 silent callers from eight addresses that come back as soon as they are turned away.
    void silentCallersFromManyAddressesLeaveTheRightfulPeerItsTurn()
    {
        const auto server = agent();
        std::atomic<bool> isOver{false};
        std::vector<std::thread> strangers;
        for (int address = 0; address < 8; ++address)
            strangers.emplace_back([&, address] {
                const std::string own = "127.0.1." + std::to_string(address + 1);
                std::vector<Socket> open;
                while (!isOver) {
                    if (open.size() == 4) open.erase(open.begin());
                    open.push_back(strangerFrom(own.c_str(), server->port()));
                    std::this_thread::sleep_for(std::chrono::milliseconds(open.size() < 4 ? 1 : 25));
                }
            });
        std::this_thread::sleep_for(std::chrono::milliseconds(400));
        int served = 0;
        for (int i = 0; i < 15; ++i) {
            Channel channel(*connectTo("127.0.0.1", server->port(), Milliseconds(2000)), Side::Client);
            served += pairAsClient(channel, *keyFrom(kKey)).has_value();
        }
        isOver = true;
        for (std::thread& one : strangers) one.join();
        QVERIFY2(served >= 14, qPrintable(QString::number(served)));
    }
    void silentAndDrippingPeersHoldNobodyUp()
    {
        const auto server = agent();
        std::vector<Socket> silent;
        for (int i = 0; i < 40; ++i) silent.push_back(strangerFrom("127.0.0.9", server->port()));
        for (Socket& one : silent) sendAll(one, Bytes{0, 0, 0});
        QElapsedTimer timer;
        timer.start();
        const auto result = run(question(*server));
        QVERIFY2(result, result ? "" : result.error().message().c_str());
        QVERIFY2(timer.elapsed() < 4000, qPrintable(QString::number(timer.elapsed())));
    }
    void manyAddressesFillNoMoreThanTheirShare()
    {
        CallerLimits door;
        const auto start = CallerLimits::Clock::now();
        int inside = 0;
        for (int host = 1; host <= 60; ++host)
            for (int i = 0; i < 6; ++i)
                if (door.enter("192.0.2." + std::to_string(host), start).ticket) ++inside;
        QCOMPARE(inside, CallerLimits::kMostCallers);
        // Once those inside had the time to speak, the one who is there longest gives way.
        const auto later = door.enter("192.0.2.77", start + CallerLimits::kFirstWords);
        QVERIFY(later.ticket);
        QCOMPARE(*later.givesWay, CallerLimits::Ticket{1});
        // A host of an IPv6 network has any number of addresses: they count as one, and make room for each other.
        CallerLimits six;
        inside = 0;
        for (int i = 1; i <= 9; ++i)
            if (six.enter("2001:db8:1:2::" + std::to_string(i), start).ticket) ++inside;
        QCOMPARE(inside, CallerLimits::kMostFromOne);
        QVERIFY(!six.enter("2001:db8:1:3::1", start).givesWay);
        QVERIFY(six.enter("2001:db8:1:2::77", start + CallerLimits::kFirstWords).givesWay);
    }
    void wrongKeysNarrowAnAddressForAWhile()
    {
        CallerLimits door;
        const auto start = CallerLimits::Clock::now();
        const auto letIn = [&door](std::chrono::seconds at, CallerLimits::Clock::time_point from) {
            int inside = 0;
            std::vector<CallerLimits::Ticket> tickets;
            for (int i = 0; i < 9; ++i)
                if (const auto answer = door.enter("192.0.2.5", from + at); answer.ticket) {
                    ++inside;
                    tickets.push_back(*answer.ticket);
                }
            for (const CallerLimits::Ticket one : tickets) door.leave(one);
            return inside;
        };
        for (int i = 0; i < CallerLimits::kWrongKeys; ++i) door.wrongKey("192.0.2.5", start);
        QCOMPARE(letIn(std::chrono::seconds(9), start), CallerLimits::kMostAfterWrongKeys);
        QCOMPARE(letIn(std::chrono::seconds(11), start), CallerLimits::kMostFromOne);
        // An address that proved the key lately is trusted.
        door.rightKey("192.0.2.5", start);
        for (int i = 0; i < CallerLimits::kWrongKeys; ++i) door.wrongKey("192.0.2.5", start);
        QCOMPARE(letIn(std::chrono::seconds(9), start), CallerLimits::kMostFromOne);
    }
    void silentDataConnectionsDoNotFailTheNextTest()
    {
        const auto server = agent();
        std::vector<Socket> silent;
        for (int i = 0; i < 30; ++i) silent.push_back(strangerFrom("127.0.0.9", server->dataPort()));
        TrafficQuestion asked = question(*server);
        asked.streams = 3;
        asked.direction = Direction::Both;
        std::atomic<bool> isOver{false};
        std::thread more([&] {
            while (!isOver) {
                silent.push_back(strangerFrom("127.0.0.9", server->dataPort()));
                std::this_thread::sleep_for(std::chrono::milliseconds(20));
            }
        });
        const auto result = run(asked);
        isOver = true;
        more.join();
        QVERIFY2(result, result ? "" : result.error().message().c_str());
    }
    void aGreetingCountsOnce()
    {
        const auto server = agent();
        Channel channel = paired(server->port());
        channel.send(TestOrder{2, Direction::Forward, Duration::of(1), Duration{}, {}});
        const auto ready = channel.receiveA<Ready>(Milliseconds(2000));
        QVERIFY(ready);
        std::vector<Socket> data;
        const auto greet = [&](std::uint8_t stream, std::uint8_t direction) {
            data.push_back(*connectTo("127.0.0.1", ready->port, Milliseconds(1000)));
            sendAll(data.back(), greeting(*channel.key(), ready->token, stream, direction));
        };
        greet(0, 0);
        greet(0, 0);  // the same again
        greet(9, 0);  // a stream that was not ordered
        greet(1, 1);  // a direction that was not ordered
        QVERIFY(!channel.hasMessage(Milliseconds(600)));
        greet(1, 0);
        QVERIFY(channel.receiveA<Go>(Milliseconds(2000)));
    }
    void twoTestsAtOnceAreRefusedInWords()
    {
        const auto server = agent();
        TrafficQuestion asked = question(*server);
        asked.duration = Duration::of(2);
        std::thread first([&] { QVERIFY(run(asked)); });
        std::this_thread::sleep_for(std::chrono::milliseconds(700));
        const auto second = run(question(*server));
        first.join();
        QVERIFY(!second && toQt(second.error().what.text()).contains("another test is running"));
    }
    /// A rate so low that it rounds to none is refused: a peer gets round no bound by asking for less than it.
    void aRateBelowAnyUseIsRefused()
    {
        ServerBounds bounds;
        bounds.mostRate = gigabits(0.2);
        const auto server = agent(bounds);
        for (const std::int64_t bps : {1, 7, 999'999})
            for (const Direction way : {Direction::Forward, Direction::Reverse}) {
                Channel channel = paired(server->port());
                channel.send(TestOrder{1, way, Duration::of(1), Duration{}, BitRate::fromSteps(bps)});
                const auto answer = channel.receive(Milliseconds(2000));
                QVERIFY(answer && std::holds_alternative<Refused>(*answer));
                QVERIFY(toQt(std::get<Refused>(*answer).why).contains("1\u202fMb/s"));
            }
    }
    void aCapHoldsForWhatTheAgentTakes()
    {
        ServerBounds bounds;
        bounds.mostRate = gigabits(0.2);
        const auto server = agent(bounds);
        // A client that does not keep to the rate it was told.
        Channel channel = paired(server->port());
        channel.send(TestOrder{1, Direction::Forward, Duration::of(1.5), Duration{}, {}});
        const auto ready = channel.receiveA<Ready>(Milliseconds(2000));
        QVERIFY(ready && ready->cap == gigabits(0.2));
        const auto data = connectTo("127.0.0.1", ready->port, Milliseconds(1000));
        sendAll(*data, greeting(*channel.key(), ready->token, 0, 0));
        QVERIFY(channel.receiveA<Go>(Milliseconds(2000)));
        channel.send(Go{});
        std::atomic<bool> isOver{false};
        std::thread sender([&] {
            const Bytes block(65536, 1);
            while (!isOver && sendAll(*data, block)) {}
        });
        std::optional<TestResult> result;
        std::int64_t seen = 0;
        while (const auto message = channel.receive(Milliseconds(3000))) {
            if (const auto* count = std::get_if<SampleCount>(&*message)) seen = count->bytes;
            if (const auto* last = std::get_if<TestResult>(&*message)) {
                result = *last;
                break;
            }
        }
        isOver = true;
        data->shutdown();
        sender.join();
        QVERIFY(result);
        QVERIFY2(inGigabits(result->forward) < 0.22 && inGigabits(result->forward) > 0.05,
                 qPrintable(QString::number(inGigabits(result->forward))));
        QVERIFY(seen > 0);
    }
    void theLifetimeIsNotOverrun()
    {
        ServerBounds bounds;
        bounds.lifetime = Duration::of(3);
        const auto server = agent(bounds);
        TrafficQuestion asked = question(*server);
        asked.duration = Duration::of(5);
        const auto result = run(asked);
        QVERIFY(!result && toQt(result.error().what.text()).contains("the agent stops in"));
        QVERIFY(run(question(*server)));
    }
    void stoppingEndsATestAndAllCallers()
    {
        auto server = agent();
        const Socket silent = strangerFrom("127.0.0.9", server->port());
        TrafficQuestion asked = question(*server);
        asked.duration = Duration::of(30);
        std::thread running([&] { QVERIFY(!run(asked)); });
        std::this_thread::sleep_for(std::chrono::milliseconds(600));
        QElapsedTimer timer;
        timer.start();
        server.reset();
        running.join();
        QVERIFY2(timer.elapsed() < 7000, qPrintable(QString::number(timer.elapsed())));
    }
};

SOKUDO_TEST(ListenerTest)
#include "listener_test.moc"
