// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: 802.3-28 802.3-40 tia-568.2
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class WireMapTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void verdicts_data()
    {
        QTest::addColumn<int>("row");
        for (int i = 0; i < static_cast<int>(std::size(kRows)); ++i) QTest::addRow("%s", kRows[i].line) << i;
    }
    void verdicts()
    {
        QFETCH(int, row);
        checkRow("wire-map", kRows[row]);
    }
    void untestedSaysNothing() { QVERIFY(!outcomeOf("wire-map", "rj45 / cat5e 9m / rj45")); }
    void theWorstOfSeveralRunsCounts() { QCOMPARE(outcomeOf("wire-map", "rj45 / cat5e 9m wiremap=good / cat5e 2m wiremap=split / rj45")->verdict, Verdict::Marginal); }

private:
    static constexpr LinkRow kRows[] = {
        {"rj45:1000base-t / cat5e 9m wiremap=good / rj45:1000base-t", Verdict::Fits, -1, "cu-01"},
        {"rj45:1000base-t / cat5e 9m wiremap=open-ab / rj45:1000base-t", Verdict::NoLink, -1, "cu-23"},
        {"rj45:1000base-t / cat5e 9m wiremap=open-cd / rj45:1000base-t", Verdict::Limited, 0.1, "cu-24"},
        {"rj45:1000base-t / cat5e 9m wiremap=split / rj45:1000base-t", Verdict::Marginal, 0.1, "cu-26"},
    };
};

SOKUDO_TEST(WireMapTest)
#include "wire_map_test.moc"
