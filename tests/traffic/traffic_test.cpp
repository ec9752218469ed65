// SPDX-License-Identifier: GPL-3.0-or-later
// A real agent on loopback: good key, wrong key, bounds, cancel, cut peer.
#include <thread>

#include <QElapsedTimer>
#include <QTemporaryFile>

#include <csignal>

#include "child.h"
#include "testing.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"

using namespace sokudo;
using namespace sokudo::measure;
using namespace sokudo::traffic;
using sokudo::testing::program;
using sokudo::testing::toQt;

namespace {

constexpr const char* kKey = "abcdefgh-12345678";

struct Agent {
    std::unique_ptr<TrialServer> server;
    explicit Agent(const ServerBounds& bounds = {})
    {
        auto output = TrialServer::listen("127.0.0.1", 0, kKey, bounds);
        if (!output) qFatal("%s", output.error().message().c_str());
        server = std::move(*output);
        server->serveInBackground();
    }
    TrafficQuestion question() const
    {
        TrafficQuestion asked;
        asked.port = server->port();
        asked.key = kKey;
        asked.duration = Duration::of(0.8);
        asked.warmup = Duration::of(0.3);
        return asked;
    }
};

const std::atomic<bool> kRunOn{false};

Result<TrafficResult> run(const TrafficQuestion& question, const std::atomic<bool>& cancel = kRunOn)
{
    return TrafficClient().run(question, {}, cancel);
}

}  // namespace

class TrafficTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void directionsAndStreams_data()
    {
        QTest::addColumn<int>("direction");
        QTest::addColumn<int>("streams");
        QTest::newRow("forward") << static_cast<int>(Direction::Forward) << 1;
        QTest::newRow("reverse, two") << static_cast<int>(Direction::Reverse) << 2;
        QTest::newRow("both, four") << static_cast<int>(Direction::Both) << 4;
        QTest::newRow("forward, sixteen") << static_cast<int>(Direction::Forward) << 16;
    }
    void directionsAndStreams()
    {
        QFETCH(int, direction);
        QFETCH(int, streams);
        const Agent agent;
        TrafficQuestion question = agent.question();
        question.direction = static_cast<Direction>(direction);
        question.streams = streams;
        int measured = 0;
        bool inOrder = true;
        const auto watch = [&](const TrafficSample& sample) {
            if (sample.isWarmup) inOrder = inOrder && measured == 0;
            else ++measured;
        };
        const auto result = TrafficClient().run(question, watch, kRunOn);
        QVERIFY2(result, result ? "" : result.error().message().c_str());
        QCOMPARE(result->forward.steps() > 1'000'000, question.direction != Direction::Reverse);
        QCOMPARE(result->reverse.steps() > 1'000'000, question.direction != Direction::Forward);
        // How many samples arrive depends on how busy the machine is, none where it stood still; their order does not.
        QVERIFY2(inOrder, "a warm-up sample came after a measured one");
        QVERIFY(result->conditions.contains("busiest_core_percent"));
    }
    void aCapIsKept()
    {
        ServerBounds bounds;
        bounds.mostRate = gigabits(0.2);
        const Agent agent(bounds);
        const auto result = run(agent.question());
        QVERIFY2(result, result ? "" : result.error().message().c_str());
        QVERIFY2(inGigabits(result->forward) < 0.3, qPrintable(QString::number(inGigabits(result->forward))));
        QVERIFY(inGigabits(result->forward) > 0.0);
    }
    void aWrongKeyGetsNothing()
    {
        const Agent agent;
        TrafficQuestion question = agent.question();
        question.key = "abcdefgh-12345679";
        const auto result = run(question);
        QVERIFY(!result);
        QCOMPARE(result.error().code, ErrorCode::NotAllowed);
        QVERIFY(toQt(result.error().what.text()).contains("pairing key"));
        question.key = "short";
        QCOMPARE(run(question).error().code, ErrorCode::BadInput);
        QVERIFY(run(agent.question()));
    }
    /// Whoever shares an address with one that guesses is served all the same.
    void wrongKeysKeepNobodyOut()
    {
        const Agent agent;
        TrafficQuestion wrong = agent.question();
        wrong.key = "abcdefgh-12345679";
        for (int i = 0; i < 5; ++i) QVERIFY(!run(wrong));
        QVERIFY(run(agent.question()));
    }
    void theAgentKeepsItsBounds()
    {
        ServerBounds bounds;
        bounds.longestTest = Duration::of(1);
        bounds.mostStreams = 2;
        const Agent agent(bounds);
        TrafficQuestion question = agent.question();
        question.duration = Duration::of(2);
        auto result = run(question);
        QVERIFY(!result);
        QCOMPARE(result.error().code, ErrorCode::NotAllowed);
        question = agent.question();
        question.warmup = Duration::of(0);
        question.streams = 3;
        result = run(question);
        QVERIFY(!result && toQt(result.error().what.text()).contains("1 to 2 streams"));
    }
    void theClientKeepsItsOwn_data()
    {
        QTest::addColumn<int>("streams");
        QTest::addColumn<double>("seconds");
        QTest::addColumn<double>("warmup");
        QTest::addColumn<int>("port");
        QTest::newRow("no stream") << 0 << 1.0 << 0.0 << 7411;
        QTest::newRow("too many streams") << 17 << 1.0 << 0.0 << 7411;
        QTest::newRow("too long") << 1 << 60.1 << 0.0 << 7411;
        QTest::newRow("too short") << 1 << 0.4 << 0.0 << 7411;
        QTest::newRow("long warm-up") << 1 << 1.0 << 10.1 << 7411;
        QTest::newRow("no port") << 1 << 1.0 << 0.0 << 0;
    }
    void theClientKeepsItsOwn()
    {
        QFETCH(int, streams);
        QFETCH(double, seconds);
        QFETCH(double, warmup);
        QFETCH(int, port);
        TrafficQuestion question;
        question.streams = streams;
        question.duration = Duration::of(seconds);
        question.warmup = Duration::of(warmup);
        question.port = port;
        const auto bounds = checkBounds(question);
        QVERIFY(!bounds);
        QCOMPARE(bounds.error().code, ErrorCode::OutOfRange);
    }
    void cancelStopsAtOnce()
    {
        const Agent agent;
        TrafficQuestion question = agent.question();
        question.duration = Duration::of(30);
        std::atomic<bool> cancel{false};
        std::thread later([&] {
            std::this_thread::sleep_for(std::chrono::milliseconds(600));
            cancel = true;
        });
        QElapsedTimer timer;
        timer.start();
        const auto result = run(question, cancel);
        later.join();
        QVERIFY(!result);
        QCOMPARE(result.error().code, ErrorCode::Cancelled);
        QVERIFY(timer.elapsed() < 5000);
        QVERIFY2(run(agent.question()), "the agent must be free again");
    }
    void aDeadAgentIsSaid()
    {
        TrafficQuestion question;
        question.port = 1;
        question.key = kKey;
        const auto result = run(question);
        QVERIFY(!result);
        QCOMPARE(result.error().code, ErrorCode::Unreachable);
        QVERIFY(toQt(result.error().what.text()).contains("sokudo-agent"));
    }
    void aCutPeerEndsTheTest()
    {
        sokudo::testing::Child agent;
        QTemporaryFile key;
        QVERIFY(key.open());
        key.write(kKey);
        key.close();
        agent.start(program("sokudo-agent"), {"--port", "0", "--key-file", key.fileName()});
        QVERIFY(agent.waitForReadyRead(5000));
        const auto found = QRegularExpression("port (\\d+)").match(QString::fromUtf8(agent.readAllStandardOutput()));
        QVERIFY(found.hasMatch());
        TrafficQuestion question;
        question.port = found.captured(1).toInt();
        question.key = kKey;
        question.duration = Duration::of(20);
        std::thread killer([pid = agent.processId()] {
            std::this_thread::sleep_for(std::chrono::milliseconds(700));
            ::kill(static_cast<pid_t>(pid), SIGKILL);
        });
        QElapsedTimer timer;
        timer.start();
        const auto result = run(question);
        killer.join();
        QVERIFY(!result);
        QCOMPARE(result.error().code, ErrorCode::Unreachable);
        QVERIFY(timer.elapsed() < 10000);
        agent.waitForFinished(3000);
    }
    void theAgentProgram()
    {
        sokudo::testing::Child agent;
        agent.start(program("sokudo-agent"), {"--port", "0", "--minutes", "0.02"});
        QVERIFY(agent.waitForFinished(10000));
        const QString said = QString::fromUtf8(agent.readAllStandardOutput());
        QVERIFY2(said.contains("listening on 127.0.0.1 port") && said.contains("pairing key: "), qPrintable(said));
        QVERIFY(said.contains("the agreed time is over"));
        QCOMPARE(agent.exitCode(), 0);
        agent.start(program("sokudo-agent"), {"--max-streams", "99"});
        QVERIFY(agent.waitForFinished(5000));
        QCOMPARE(agent.exitCode(), 2);
        QCOMPARE(agent.readAllStandardError().count('\n'), 1);
        agent.start(program("sokudo-agent"), {"--listen", "203.0.113.7"});
        QVERIFY(agent.waitForFinished(5000));
        QCOMPARE(agent.exitCode(), 2);
    }
};

SOKUDO_TEST(TrafficTest)
#include "traffic_test.moc"
