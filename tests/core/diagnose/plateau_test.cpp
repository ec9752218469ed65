// SPDX-License-Identifier: GPL-3.0-or-later
// What a slower hop carries, from the book's shares: 1448 / 1538 at MTU 1500, 8960 / 9038 at MTU 9000.
#include "core/diagnose/plateau.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;

class PlateauTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void links_data()
    {
        QTest::addColumn<double>("gbps");
        QTest::addColumn<double>("link");
        const auto row = [](double gbps, double link) { QTest::addRow("%g", gbps) << gbps << link; };
        row(0.094, 0.1);
        row(0.941, 1);
        row(0.99, 1);    // with MTU 9000
        row(0.9134, 1);  // 0.97 * 0.94148 = 0.91324
        row(0.9130, 0);
        row(0.9914, 0);  // 8960 / 9038 = 0.99137
        row(2.35, 2.5);
        row(4.7, 5);
        row(9.4, 10);
        row(3.0, 0);
        row(8.8, 0);
        row(23.5, 25);
        row(37.6, 40);
    }
    void links()
    {
        QFETCH(double, gbps);
        QFETCH(double, link);
        const auto found = diagnose::plateauOf(gigabits(gbps));
        QCOMPARE(found.has_value(), link > 0);
        if (found) QCOMPARE(inGigabits(*found), link);
    }
    void aPlateauOfTheOwnLinkIsNoSlowerHop()
    {
        const auto on = [](const char* line, double gbps) {
            return diagnose::slowerHopOf(gigabits(gbps), *oneline::expectPathLine(line, knowledge())).has_value();
        };
        QVERIFY(on("10g", 0.94));
        QVERIFY(on("2.5g", 0.94));
        QVERIFY(!on("1g", 0.94));
        QVERIFY(!on("10g | 1g", 0.94));
        QVERIFY(on("25g", 9.4));
        QVERIFY(!on("10g", 9.4));
    }
    void ownStagesAndSlowUsbArePlateaus()
    {
        const auto path = *oneline::expectPathLine("10g | pcie 2.0 x1", knowledge());
        const auto plateaus = diagnose::plateausOf(path, knowledge());
        const auto has = [&](double gbps) {
            return std::any_of(plateaus.begin(), plateaus.end(),
                               [&](BitRate one) { return std::abs(inGigabits(one) / gbps - 1) < 0.01; });
        };
        QVERIFY(has(0.9415) && has(2.354) && has(9.415));
        QVERIFY(has(3.17));  // 2.0 x1
        QVERIFY(has(0.28));  // USB 2.0
        QVERIFY(!has(27.1));
    }
};

SOKUDO_TEST(PlateauTest)
#include "plateau_test.moc"
