// SPDX-License-Identifier: GPL-3.0-or-later
// Working time and times of the day as people write them.
#include "core/base/hours.h"

#include "testing.h"

using namespace sokudo;
using sokudo::testing::toQt;

class HoursTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void minutesWithTheirUnit()
    {
        QCOMPARE(minutesIn("2h").value_or(-1), 120.0);
        QCOMPARE(minutesIn("90min").value_or(-1), 90.0);
        QCOMPARE(minutesIn("1.5h").value_or(-1), 90.0);
        QVERIFY(!minutesIn("90"));
        QVERIFY(!minutesIn("soon"));
    }
    void aWeek()
    {
        const auto week = weekOf("Tuesday 2h, sat 4h");
        QVERIFY(week);
        QCOMPARE((*week)[1], 120.0);
        QCOMPARE((*week)[5], 240.0);
        QCOMPARE((*week)[0], 0.0);
        QVERIFY(weekOf(""));
    }
    void whatIsNoWeek_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("says");
        QTest::newRow("below 0") << "mon -2h"
                                 << "0 to 24 hours";
        QTest::newRow("too long") << "mon 25h"
                                  << "0 to 24 hours";
        QTest::newRow("no day") << "2h"
                                << "how long on which day";
        QTest::newRow("no time") << "mon soon"
                                 << "soon";
        QTest::newRow("a day alone") << "mon"
                                     << "how long on that day";
    }
    void whatIsNoWeek()
    {
        QFETCH(QString, text);
        QFETCH(QString, says);
        const auto week = weekOf(text.toStdString());
        QVERIFY(!week);
        QVERIFY2(toQt(week.error().message()).contains(says), week.error().message().c_str());
    }
    void timesOfTheDay()
    {
        QCOMPARE(minuteOfDay("18:05").value_or(-1), 18 * 60 + 5);
        QCOMPARE(minuteOfDay("0:00").value_or(-1), 0);
        for (const char* wrong : {"24:00", "18:60", "18", "18:5", "a:05", "", "18:05:10"})
            QVERIFY2(!minuteOfDay(wrong), wrong);
        QCOMPARE(toQt(clockOf(18 * 60 + 5)), QString("18:05"));
        QCOMPARE(toQt(clockOf(25 * 60)), QString("01:00"));
        QCOMPARE(toQt(clockOf(-30)), QString("23:30"));
    }
};

SOKUDO_TEST(HoursTest)
#include "hours_test.moc"
