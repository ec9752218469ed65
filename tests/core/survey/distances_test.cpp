// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/distances.h"

#include "house_lines.h"

using namespace sokudo;
using sokudo::testing::houseOf;

namespace {

/// Two rooms of 4 × 3 m side by side on one floor, one of 8 × 3 m above, a shed 30 m away.
plan::Plan rooms()
{
    return houseOf(
        "add room west\nset place west size=4x3 corner=0x0 ceiling=2.5m\nadd room east\nset place east size=4x3 "
        "corner=4x0 ceiling=2.5m\n"
        "add room above level 1\nset place above size=8x3 corner=0x0\nadd building shed 30m away\nset place shed "
        "size=2x2 corner=0x0\n"
        "add room dark\nadd computer a in west, at=1x1: rj45\nadd computer b in east, at=3x2: rj45\nadd computer c in "
        "above, at=4x1: rj45\n"
        "add computer d in shed: rj45\nadd computer e in dark: rj45\nadd computer f in west: rj45");
}

std::optional<survey::Distance> between(const plan::Plan& plan, const char* a, const char* b)
{
    return survey::distance(plan, plan::deviceNamed(plan, a)->id, plan::deviceNamed(plan, b)->id);
}

}  // namespace

class DistancesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void onOneFloor()
    {
        const auto far = between(rooms(), "a", "b");
        QVERIFY(far);
        // a stands at (1, 1), b at (7, 2): √37 = 6.083 straight, 6 + 1 = 7 along walls, × 1.1 + 6 = 13.7 with slack
        QCOMPARE(far->straight.steps(), 6083);
        QCOMPARE(far->routed.steps(), 7000);
        QCOMPARE(far->withSlack.steps(), 13700);
        QCOMPARE(far->walls, 1);
        QCOMPARE(far->floors, 0);
        QVERIFY(!far->isEstimate);
    }
    void throughACeiling()
    {
        const auto far = between(rooms(), "a", "c");
        // from (1, 1) to (4, 1), 2.5 m up: √(9 + 6.25) = 3.905; 3 + 2.5 = 5.5
        QCOMPARE(far->straight.steps(), 3905);
        QCOMPARE(far->routed.steps(), 5500);
        QCOMPARE(far->floors, 1);
        QVERIFY(!far->isEstimate);
    }
    void toAnotherBuilding()
    {
        const auto far = between(rooms(), "a", "d");
        QCOMPARE(far->straight.steps(), 30000);
        // across the yard 30, to the corner of each building 1 + 1 and 1 + 1
        QCOMPARE(far->routed.steps(), 34000);
        QVERIFY(far->isEstimate);
    }
    void whatIsNotKnown()
    {
        QVERIFY(!between(rooms(), "a", "e"));
        const auto middle = between(rooms(), "f", "b");  // f has no spot: the middle of its room, (2, 1.5)
        QVERIFY(middle && middle->isEstimate);
        QCOMPARE(middle->routed.steps(), 5500);  // to (7, 2): 5 + 0.5
        const auto same = between(rooms(), "a", "a");
        QCOMPARE(same->straight.steps(), 0);
    }
};

SOKUDO_TEST(DistancesTest)
#include "distances_test.moc"
