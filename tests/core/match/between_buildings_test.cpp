// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45 / cat6 60m between-buildings / rj45", Verdict::Unsafe, -1, "sf-01"},
    {"rj45 / cat6 60m between-buildings protected / rj45", Verdict::Limited, -1, "sf-01"},
    {"rj45 / cat6 60m screened between-buildings protected / rj45", Verdict::Unsafe, -1, "sf-01"},
    {"sfp+ / dac 5m between-buildings protected / sfp+", Verdict::Unsafe, -1, "sf-01"},
    {"rj45,building=house / cat6 60m / rj45,building=shed", Verdict::Unsafe, -1, "sf-01"},
    {"f / coax 60m between-buildings / f", Verdict::Unsafe, -1, "sf-01"},
};

}  // namespace

SOKUDO_RULE_ROWS(BetweenBuildingsTest, "between-buildings", kRows)

class BetweenBuildingsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void fibreMayCrossTheYard()
    {
        QVERIFY(!outcomeOf("between-buildings", "sfp+:10gbase-lr / os2 80m between-buildings / sfp+:10gbase-lr"));
        QVERIFY(!outcomeOf("between-buildings", "qsfp28 / aoc 20m between-buildings / qsfp28"));
        QVERIFY(!outcomeOf("between-buildings", "rj45 / cat6 60m / rj45"));
    }
};

SOKUDO_TEST(BetweenBuildingsTest)
#include "between_buildings_test.moc"
