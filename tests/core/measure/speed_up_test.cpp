// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/speed_up.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;

class SpeedUpTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void words_data()
    {
        QTest::addColumn<double>("least");
        QTest::addColumn<double>("most");
        QTest::newRow("10 times as fast") << 10.0 << 10.0;
        QTest::newRow("10 times faster") << 10.0 << 11.0;
        QTest::newRow("900 % faster") << 10.0 << 10.0;
        QTest::newRow("50% faster") << 1.5 << 1.5;
        QTest::newRow("takes 90 % less time") << 10.0 << 10.0;
        QTest::newRow("half the time") << 2.0 << 2.0;
        QTest::newRow("20 min to 5 min") << 4.0 << 4.0;
        QTest::newRow("14 min 10 s → 1:25") << 10.0 << 10.0;
        QTest::newRow("2h->30m") << 4.0 << 4.0;
        QTest::newRow("0.94 Gb/s to 2.35 Gb/s") << 2.5 << 2.5;
        QTest::newRow("250 MB/s to 1 Gb/s") << 0.5 << 0.5;
    }
    void words()
    {
        QFETCH(double, least);
        QFETCH(double, most);
        const auto got = measure::readSpeedUp(QTest::currentDataTag());
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        NEAR(got->least, least, 1e-9);
        NEAR(got->most, most, 1e-9);
        QVERIFY(!got->working.empty());
    }
    void otherWordsAreRefused()
    {
        for (const char* text : {"", "faster", "100 % less time", "0 times as fast", "20 min to",
                                 "5 apples to 3 apples", "-3 times as fast"}) {
            const auto got = measure::readSpeedUp(text);
            QVERIFY2(!got, text);
            QVERIFY(toQt(got.error().what.text()).contains("times as fast"));
        }
    }
};

SOKUDO_TEST(SpeedUpTest)
#include "speed_up_test.moc"
