// SPDX-License-Identifier: GPL-3.0-or-later
// The demo house shows every fault that was built into it.
#include "core/analyse.h"
#include "plan_builder.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class AnalyseTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theBuiltInFaults_data()
    {
        QTest::addColumn<QString>("title");
        QTest::addColumn<QString>("verdict");
        QTest::addColumn<QString>("reason");
        QTest::newRow("25G module, rate forced") << "core 5 — kiln-b 1"
                                                 << "no-link"
                                                 << "forced to 10";
        QTest::newRow("FEC differs") << "core Q2 — kiln-a 1"
                                     << "no-link"
                                     << "blocks do not align";
        QTest::newRow("narrow slot") << "core Q1 — platen 1"
                                     << "limited"
                                     << "4.0 ×4";
        QTest::newRow("Cat 6 of 58 m in a bundle") << "spread 20 — attic-ap 1"
                                                   << "marginal"
                                                   << "58 m of Cat 6 in a bundle";
        QTest::newRow("old copper across the yard") << "spread 12 — store-sw 8"
                                                    << "unsafe"
                                                    << "two buildings";
        QTest::newRow("untraced jack") << "bindery W2 — not traced"
                                       << "unknown"
                                       << "not traced";
        QTest::newRow("never measured") << "gate L1 — spread 16"
                                        << "unknown"
                                        << "never measured";
        QTest::newRow("broken pair") << "spread 13 — ledger LAN"
                                     << "limited"
                                     << "is open";
        QTest::newRow("fibre across the yard") << "core 3 — store-sw X1"
                                               << "fits"
                                               << "OS2";
    }
    void theBuiltInFaults()
    {
        QFETCH(QString, title);
        QFETCH(QString, verdict);
        QFETCH(QString, reason);
        const Analysis analysis = analyse(testing::lanternRow(), knowledge());
        for (const auto& link : analysis.links) {
            if (toQt(link.title) != title) continue;
            QCOMPARE(toQt(code(link.verdict)), verdict);
            QVERIFY2(toQt(link.reason()).replace(toQt(text::kThin), " ").contains(reason), link.reason().c_str());
            return;
        }
        QFAIL("no such link");
    }
    void countsAndGaps()
    {
        const Analysis analysis = analyse(testing::lanternRow(), knowledge());
        int sum = 0;
        for (Verdict verdict : kAllVerdicts) sum += analysis.count(verdict);
        QCOMPARE(sum, static_cast<int>(analysis.links.size()));
        int lengths = 0;
        for (const Gap& gap : analysis.gaps) lengths += toQt(gap.text).contains("no measured length");
        QCOMPARE(lengths, 4);
        for (const Gap& gap : analysis.gaps) QVERIFY(gap.run.isSet() || gap.device.isSet());
    }
    void everyRunHasItsReport()
    {
        const plan::Plan plan = testing::lanternRow();
        const Analysis analysis = analyse(plan, knowledge());
        for (const plan::Run& run : plan.runs) QVERIFY2(analysis.reportOf(run.id), run.label.c_str());
        QCOMPARE(analysis.reportOf({987654321}), nullptr);
    }
};

SOKUDO_TEST(AnalyseTest)
#include "analyse_test.moc"
