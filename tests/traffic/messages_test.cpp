// SPDX-License-Identifier: GPL-3.0-or-later
// Every message is read once into a value, or refused; nothing a stranger sends throws.
#include <random>

#include "testing.h"
#include "traffic/messages.h"

using namespace sokudo;
using namespace sokudo::traffic;
using sokudo::testing::toQt;

class MessagesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void allMessagesRoundTrip()
    {
        const Bytes nonce = randomBytes(kNonceBytes), token = randomBytes(kTokenBytes);
        const std::vector<Message> all{
            Hello{kProtocol, nonce},
            Auth{nonce, nonce},
            Welcome{nonce},
            Refused{"a reason"},
            TestOrder{4, measure::Direction::Both, Duration::of(10), Duration::of(2), gigabits(2.5)},
            Ready{7412, token, std::nullopt},
            Go{},
            Stop{},
            SampleCount{Duration::of(1.25), 123456789},
            TestResult{gigabits(9.4), {{"sent_again_percent", "0.1"}}, 88.5, 12}};
        for (const Message& message : all) {
            const auto again = messageFrom(textOf(message));
            QVERIFY2(again, again ? "" : again.error().message().c_str());
            QCOMPARE(again->index(), message.index());
            QCOMPARE(toQt(textOf(*again)), toQt(textOf(message)));
        }
    }
    void whatIsNoMessageIsRefused_data()
    {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("what");
        const auto row = [](const QByteArray& text, const char* what) { QTest::newRow(text.left(60)) << text << what; };
        row("{\"type\":1}", "type must be text");
        row("{\"type\":null}", "type must be text");
        row("{\"type\":[]}", "type must be text");
        row("{}", "type must be text");
        row("[]", "is an object");
        row("1e999", "too large");
        row("{\"type\":\"hullo\"}", "none that is known");
        row("{\"type\":\"hello\",\"protocol\":\"2\"}", "protocol must be a number");
        row("{\"type\":\"hello\",\"protocol\":2,\"nonce\":5}", "nonce must be text");
        row("{\"type\":\"hello\",\"protocol\":2,\"nonce\":\"zz\"}", "32 bytes in hexadecimal");
        row("{\"type\":\"test\",\"streams\":1.5,\"direction\":\"both\",\"seconds\":1,\"warmup\":0,\"cap_bps\":0}",
            "streams must be a whole number");
        row("{\"type\":\"test\",\"streams\":1,\"direction\":\"both\",\"seconds\":1,\"warmup\":0,\"cap_bps\":0.3}",
            "cap_bps");
        row("{\"type\":\"test\",\"streams\":17,\"direction\":\"both\",\"seconds\":1,\"warmup\":0,\"cap_bps\":0}",
            "from 1 to 16");
        row("{\"type\":\"test\",\"streams\":1,\"direction\":\"up\",\"seconds\":1,\"warmup\":0,\"cap_bps\":0}",
            "forward, reverse, both");
        row("{\"type\":\"test\",\"streams\":1,\"direction\":\"both\",\"seconds\":-1,\"warmup\":0,\"cap_bps\":0}",
            "seconds must be a number");
        row("{\"type\":\"ready\",\"port\":70000}", "port must be a number from 1 to 65535");
        row("{\"type\":\"sample\",\"at_s\":1,\"bytes\":-4}", "bytes must be a number");
        row("{\"type\":\"result\",\"forward_bps\":1e15}", "forward_bps must be");
        row("{\"type\":\"result\",\"forward_bps\":1,\"conditions\":{\"a\":{}}}", "short texts");
        row("{\"type\":\"refused\",\"why\":\"" + QByteArray(500, 'x') + "\"}", "at most 400 bytes");
        row(QByteArray(60000, '['), "levels");
        row("{\"type\":\"refused\",\"why\":\"\xFF\"}", "not UTF-8");
    }
    void whatIsNoMessageIsRefused()
    {
        QFETCH(QByteArray, text);
        QFETCH(QString, what);
        const auto got = messageFrom(text.toStdString());
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().message()).contains(what), got.error().message().c_str());
    }
    void controlSignsDoNotReachTheTerminal()
    {
        const auto got = messageFrom("{\"type\":\"refused\",\"why\":\"a\\u001b[31mb\\u0007\"}");
        QVERIFY(got);
        QCOMPARE(toQt(std::get<Refused>(*got).why), "a[31mb");
    }
    void anyChangeOfAByteIsReadOrRefused()
    {
        const unsigned start = 7;
        qInfo("changes start from %u", start);
        std::mt19937 engine(start);
        const std::string whole = textOf(TestResult{gigabits(9.4), {{"sent_again_percent", "0.1"}}, 88.5, 12});
        int read = 0, refused = 0;
        for (int i = 0; i < 4000; ++i) {
            std::string text = whole;
            // One byte of a kind that text holds, or three of any.
            if (i % 2) text[engine() % text.size()] = static_cast<char>(' ' + engine() % 95);
            else
                for (int n = 0; n < 3; ++n) text[engine() % text.size()] = static_cast<char>(engine());
            const auto got = messageFrom(text);
            if (!got) {
                ++refused;
                QVERIFY(!got.error().what.empty());
                continue;
            }
            // What is read holds what a message may hold: it is written and read again as the same.
            ++read;
            const std::string written = textOf(*got);
            const auto again = messageFrom(written);
            QVERIFY2(again, text.c_str());
            QCOMPARE(textOf(*again), written);
        }
        QVERIFY2(read > 20 && refused > 1000, qPrintable(QString("%1 read, %2 refused").arg(read).arg(refused)));
    }
};

SOKUDO_TEST(MessagesTest)
#include "messages_test.moc"
