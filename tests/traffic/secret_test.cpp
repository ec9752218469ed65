// SPDX-License-Identifier: GPL-3.0-or-later
#include <thread>

#include <sys/socket.h>

#include <QElapsedTimer>

#include "testing.h"
#include "traffic/channel.h"

using namespace sokudo;
using namespace sokudo::traffic;
using sokudo::testing::toQt;

namespace {
std::pair<Channel, Channel> pipe()
{
    int ends[2] = {-1, -1};
    if (::socketpair(AF_UNIX, SOCK_STREAM, 0, ends) != 0) qFatal("socketpair");
    return {Channel(Socket(ends[0]), Side::Client), Channel(Socket(ends[1]), Side::Server)};
}
}  // namespace

class SecretTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void keysAreLongRandomAndForgiving()
    {
        const std::string key = newPairingKey();
        QVERIFY(key != newPairingKey());
        QVERIFY(keyFrom(key));
        QString shouted = toQt(key).toUpper().replace('-', ' ');
        QCOMPARE(*keyFrom(key), *keyFrom(shouted.toStdString()));
        QVERIFY(!keyFrom("short"));
        QVERIFY(!keyFrom("---------------------"));
        QVERIFY(keyFrom("abcdefgh12345678"));
    }
    void aKnownProof()
    {
        // HMAC-SHA-256 of the key of 32 times 0x0b and "Hi There", worked with another program.
        Key key{};
        key.fill(0x0b);
        QCOMPARE(toQt(hex(prove(key, {bytesOf("Hi There")}))),
                 toQt(hex(prove(key, {bytesOf("Hi "), bytesOf("There")}))));
        QVERIFY(!isSame(prove(key, {bytesOf("Hi There")}), prove(key, {bytesOf("Hi there")})));
    }
    void hexRoundTrips()
    {
        const Bytes bytes = randomBytes(33);
        QCOMPARE(fromHex(hex(bytes)), bytes);
        QVERIFY(fromHex("zz").empty() && fromHex("abc").empty());
    }
    void theSameKeyPairs()
    {
        auto [client, server] = pipe();
        const Key key = *keyFrom("abcdefgh12345678");
        bool served = false;
        std::thread other([&, &end = server] { served = pairAsServer(end, key) == Pairing::Proved; });
        const auto paired = pairAsClient(client, key);
        other.join();
        QVERIFY(paired && served);
        QCOMPARE(*client.key(), *server.key());
        client.send(SampleCount{Duration::of(1), 1});
        client.send(SampleCount{Duration::of(2), 2});
        QCOMPARE(server.receiveA<SampleCount>(Milliseconds(1000))->bytes, 1);
        QCOMPARE(server.receiveA<SampleCount>(Milliseconds(1000))->bytes, 2);
    }
    void anotherKeyDoesNot()
    {
        auto [client, server] = pipe();
        bool served = true;
        std::thread other(
            [&, &end = server] { served = pairAsServer(end, *keyFrom("abcdefgh12345678")) != Pairing::WrongKey; });
        const auto paired = pairAsClient(client, *keyFrom("abcdefgh12345679"));
        other.join();
        QVERIFY(!paired && !served);
        QCOMPARE(paired.error().code, ErrorCode::NotAllowed);
    }
    void aForgedMessageIsDropped()
    {
        auto [client, server] = pipe();
        server.useKey(*keyFrom("abcdefgh12345678"));
        client.useKey(*keyFrom("abcdefgh12345679"));
        client.send(Go{});
        QVERIFY(!server.receive(Milliseconds(500)));
    }
    void aMessageSentBackIsDropped()
    {
        // What the agent said is no proof when a stranger on the way sends it back.
        auto [client, server] = pipe();
        const Key key = *keyFrom("abcdefgh12345678");
        server.useKey(key);
        client.useKey(key);
        QVERIFY(server.send(Go{}));
        Bytes said(4 + textOf(Go{}).size() + sizeof(Proof));
        QVERIFY(receiveAll(client.socket(), said, Milliseconds(500)));
        QVERIFY(sendAll(client.socket(), said));
        QVERIFY(!server.receive(Milliseconds(500)));
    }
    void weakKeysAreRefused()
    {
        QVERIFY(toQt(keyFrom("aaaaaaaaaaaaaaaaaaaa").error().what.text()).contains("guessed quickly"));
        QVERIFY(toQt(keyFrom("abcdefgh1234567").error().what.text()).contains("at least 16"));
    }
    void aDripIsCutOff()
    {
        auto [client, server] = pipe();
        std::thread drip([&, &end = client] {
            const Bytes head{0, 0, 0, 40};
            sendAll(end.socket(), head);
            for (int i = 0; i < 12; ++i) {
                std::this_thread::sleep_for(std::chrono::milliseconds(50));
                sendAll(end.socket(), Bytes{'x'});
            }
        });
        QElapsedTimer timer;
        timer.start();
        QVERIFY(!server.receive(Milliseconds(300)));
        QVERIFY2(timer.elapsed() < 550, qPrintable(QString::number(timer.elapsed())));
        drip.join();
    }
    void nonsenseOnTheWireIsDropped()
    {
        auto [client, server] = pipe();
        const Bytes huge{0xFF, 0xFF, 0xFF, 0xFF, 'x'};
        QVERIFY(sendAll(client.socket(), huge));
        QVERIFY(!server.receive(Milliseconds(500)));
        auto [client2, server2] = pipe();
        const Bytes bad{0, 0, 0, 3, 'n', 'o', '!'};
        QVERIFY(sendAll(client2.socket(), bad));
        QVERIFY(!server2.receive(Milliseconds(500)));
    }
};

SOKUDO_TEST(SecretTest)
#include "secret_test.moc"
