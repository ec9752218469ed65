// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer is taken from: the clause of a stage and of an outcome.
#include "core/match/reports.h"
#include "core/oneline/path_line.h"
#include "house_lines.h"
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class SourcesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void ofStages_data()
    {
        QTest::addColumn<QByteArray>("line");
        QTest::addColumn<int>("stage");
        QTest::addColumn<QByteArray>("clause");
        QTest::newRow("a link") << QByteArray("10g") << 0 << QByteArray("802.3-3");
        QTest::newRow("an own disk") << QByteArray("hdd reads=100MB/s | 10g") << 0 << QByteArray("own-figure");
        QTest::newRow("an own plan") << QByteArray("internet 500M gives=480M | 1g") << 0 << QByteArray("own-figure");
        QTest::newRow("a window") << QByteArray("10g | window 64kib rtt=10ms") << 1 << QByteArray("rfc-9293");
        QTest::newRow("loss") << QByteArray("10g | loss 1% rtt=1ms") << 1 << QByteArray("rfc-9438");
        QTest::newRow("loss of datagrams") << QByteArray("10g udp | loss 1% rtt=1ms") << 1 << QByteArray("rfc-768");
    }
    void ofStages()
    {
        QFETCH(QByteArray, line);
        QFETCH(int, stage);
        QFETCH(QByteArray, clause);
        const auto path = oneline::expectPathLine(line.constData(), knowledge());
        QVERIFY2(path, path ? "" : path.error().message().c_str());
        QCOMPARE(toQt(path->stages.at(static_cast<std::size_t>(stage)).from.source), QString(clause));
    }
    void ofOutcomes_data()
    {
        QTest::addColumn<QByteArray>("rule");
        QTest::addColumn<QByteArray>("line");
        QTest::addColumn<QByteArray>("clause");
        QTest::newRow("rate of copper") << QByteArray("common-rate") << QByteArray("rj45 / cat6a 10m / rj45")
                                        << QByteArray("802.3-28");
        QTest::newRow("rate of a lead") << QByteArray("common-rate") << QByteArray("sfp28 / dac 2m / sfp28")
                                        << QByteArray("802.3-73");
        QTest::newRow("forced") << QByteArray("negotiation")
                                << QByteArray("rj45:1000base-t / cat5e 10m / rj45:1000base-t rate=0.1")
                                << QByteArray("802.3-28");
        QTest::newRow("a bus") << QByteArray("usb-bus")
                               << QByteArray("rj45:2.5gbase-t usb=5 / cat6 5m / rj45:2.5gbase-t")
                               << QByteArray("usb-3.2");
    }
    void ofOutcomes()
    {
        QFETCH(QByteArray, rule);
        QFETCH(QByteArray, line);
        QFETCH(QByteArray, clause);
        const auto outcome = outcomeOf(rule.constData(), line.constData());
        QVERIFY(outcome);
        QCOMPARE(toQt(std::string(outcome->from.source)), QString(clause));
    }
    /// The cables at both sides of an injector are one channel.
    void ofAnInjector()
    {
        const plan::Plan plan = houseOf(
            "add room A\nadd switch sw in A: 8x rj45 1g\nadd injector inj in A: 2x rj45 1g\n"
            "add computer pc in A: rj45 1g\nadd run sw 7 - inj 1, cat6a 1m\nadd run inj 2 - pc 1, cat6a 15m\n");
        QStringList clauses;
        for (const match::LinkReport& report : match::judgeAll(plan, knowledge()))
            for (const match::Finding& finding : report.findings)
                if (std::string_view(finding.outcome.caseId) == "through-injector")
                    clauses << toQt(std::string(finding.outcome.from.source));
        clauses.removeDuplicates();
        QCOMPARE(clauses, QStringList{"802.3-33"});
    }
};

SOKUDO_TEST(SourcesTest)
#include "sources_test.moc"
