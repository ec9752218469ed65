// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: practice
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class BetweenBuildingsTest : public QObject {
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
        checkRow("between-buildings", kRows[row]);
    }
    void fibreMayCrossTheYard()
    {
        QVERIFY(!outcomeOf("between-buildings", "sfp+:10gbase-lr / os2 80m between-buildings / sfp+:10gbase-lr"));
        QVERIFY(!outcomeOf("between-buildings", "qsfp28 / aoc 20m between-buildings / qsfp28"));
        QVERIFY(!outcomeOf("between-buildings", "rj45 / cat6 60m / rj45"));
    }

private:
    static constexpr LinkRow kRows[] = {
        {"rj45 / cat6 60m between-buildings / rj45", Verdict::Unsafe, -1, "sf-01"},
        {"rj45 / cat6 60m between-buildings protected / rj45", Verdict::Limited, -1, "sf-01"},
        {"rj45 / cat6 60m screened between-buildings protected / rj45", Verdict::Unsafe, -1, "sf-01"},
        {"sfp+ / dac 5m between-buildings protected / sfp+", Verdict::Unsafe, -1, "sf-01"},
        {"rj45,building=house / cat6 60m / rj45,building=shed", Verdict::Unsafe, -1, "sf-01"},
        {"f / coax 60m between-buildings / f", Verdict::Unsafe, -1, "sf-01"},
    };
};

SOKUDO_TEST(BetweenBuildingsTest)
#include "between_buildings_test.moc"
