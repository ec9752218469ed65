// SPDX-License-Identifier: GPL-3.0-or-later
// Octets and frames of a port against the wire: (octets + what it leaves out * frames) * 8 / (time * link).
#include "core/formulas/counters.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/counter_line.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class CountersTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void howBusyTheWireWas_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<double>("share");
        QTest::addColumn<bool>("merged");
        const auto row = [](const char* line, double share, bool merged) {
            QTest::newRow(line) << line << share << merged;
        };
        // 10 Gb/s is 812 743.82 frames of 1538 a second: of each an interface counts 1514, a switch 1518.
        row("12304941132 packets=8127438 time=10s link=10g", 1.0, false);
        row("12337450884 packets=8127438 time=10s link=10g at=switch", 1.0, false);
        row("6152470566 packets=4063719 time=10s link=10g", 0.5, false);
        row("12337450884 packets=8127438 time=10s link=10g at=interface-fcs", 1.0, false);
        // Long packets: 9014 counted of 9038, 138 305 a second.
        row("12466812700 packets=1383050 time=10s link=10g mtu=9000", 1.0, false);
        // The same full wire of 1514s, told as 200 000 blocks of about 61 KB.
        row("12304941132 packets=200000 time=10s link=10g", 1.0, true);
        // Two bare tags of four octets are still one frame.
        row("1522 packets=1 time=1s link=1g", 1546 * 8 / 1e9, false);
        // Words of four octets: 1 G of them in 1 s are 32 Gb/s, and 24 octets more in each of a million frames.
        row("1g packets=1000000 time=1s link=100g at=remote-memory mtu=4200", (4e9 + 24e6) * 8 / 1e11, false);
        row("12.3gb packets=8.1m time=10s link=10g", (12.3e9 + 24 * 8.1e6) * 8 / 1e11, false);
    }
    void howBusyTheWireWas()
    {
        QFETCH(QString, line);
        QFETCH(double, share);
        QFETCH(bool, merged);
        const auto got = oneline::readCounters(line.toStdString(), knowledge());
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        NEAR(got->use.share, share, 1e-6);
        QCOMPARE(got->use.isMerged, merged);
        QVERIFY(toQt(got->use.working).contains("on the wire"));
        QCOMPARE(got->use.notes.empty(), !merged);
    }
    void whatCannotBe()
    {
        const auto notes = [](const char* line) {
            const auto got = oneline::readCounters(line, knowledge());
            return got && !got->use.notes.empty() ? toQt(got->use.notes.front()) : QString();
        };
        QVERIFY(notes("12304941132 packets=8127438 time=5s link=10g").contains("both directions"));
        QVERIFY(notes("30gb packets=1g time=60s link=10g").contains("least Ethernet frame"));
        QVERIFY(notes("12304941132 packets=8127438 time=9.97s link=10g").isEmpty());
    }
    void whatIsNotUnderstood()
    {
        const auto error = [](const char* line) {
            const auto got = oneline::readCounters(line, knowledge());
            return got ? QString() : toQt(got.error().message());
        };
        for (const char* line : {"", "12gb", "packets=8m time=10s link=10g", "12gb packets=8m link=10g",
                                 "12gb packets=8m time=10s", "12gb time=10s link=10g"})
            QVERIFY2(error(line).contains("write octets"), line);
        QVERIFY(error("12gb packets=none time=10s link=10g").contains("packets=8127438"));
        QVERIFY(error("12gb packets=8m time=soon link=10g").contains("time=10s"));
        QVERIFY(error("12gb packets=8m time=10s link=fast").contains("link=10g"));
        QVERIFY(error("12gb packets=8m time=10s link=10g at=home").contains("remote-memory"));
        QVERIFY(error("12gb packets=8m time=10s link=10g mtu=12").contains("576"));
        QVERIFY(error("12gb packets=8m time=10s link=10g loud").contains("loud"));
        QVERIFY(!formulas::wireUse({}, *knowledge().find<kb::CounterPlace>("switch")));
        QVERIFY(!formulas::wireUse({1, 1, Duration::of(1), gigabits(1), 100},
                                   *knowledge().find<kb::CounterPlace>("switch")));
    }
};

SOKUDO_TEST(CountersTest)
#include "counters_test.moc"
