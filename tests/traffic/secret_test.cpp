// SPDX-License-Identifier: GPL-3.0-or-later
#include <thread>

#include <sys/socket.h>

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
    return {Channel(Socket(ends[0])), Channel(Socket(ends[1]))};
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
        std::thread other([&, &end = server] { served = pairAsServer(end, key); });
        const auto paired = pairAsClient(client, key);
        other.join();
        QVERIFY(paired && served);
        QCOMPARE(*client.key(), *server.key());
        client.send({{"type", "x"}, {"n", 1}});
        client.send({{"type", "x"}, {"n", 2}});
        QCOMPARE(server.receive(Milliseconds(1000))->value("n", 0), 1);
        QCOMPARE(server.receive(Milliseconds(1000))->value("n", 0), 2);
    }
    void anotherKeyDoesNot()
    {
        auto [client, server] = pipe();
        bool served = true;
        std::thread other([&, &end = server] { served = pairAsServer(end, *keyFrom("abcdefgh12345678")); });
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
        client.send({{"type", "test"}});
        QVERIFY(!server.receive(Milliseconds(500)));
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
