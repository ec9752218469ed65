// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/headline.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class HeadlineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void whatOneClientSees_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<double>("low");
        QTest::addColumn<double>("typical");
        QTest::addColumn<double>("high");
        QTest::newRow("radio") << "wifi 2402" << 2.402 * 0.45 << 2.402 * 0.60 << 2.402 * 0.75;
        QTest::newRow("two bands") << "wifi 4804 bands=2" << 2.402 * 0.45 << 2.402 * 0.60 << 2.402 * 0.75;
        QTest::newRow("power line") << "powerline 2000" << 0.05 << 0.20 << 0.50;
        QTest::newRow("with a unit") << "powerline 2gbit" << 0.05 << 0.20 << 0.50;
        QTest::newRow("a 1G socket") << "wifi 2402 port=1g" << 0.941482 << 0.941482 << 0.941482;
        QTest::newRow("coax") << "coax 2500" << 1.2 << 2.1 << 2.35;
        QTest::newRow("power line, 1200") << "powerline 1200" << 0.03 << 0.12 << 0.40;
        QTest::newRow("power line, 600") << "powerline 600" << 0.015 << 0.06 << 0.15;
        QTest::newRow("coax, 1G port") << "coax 2500 port=1g" << 0.85 << 0.935 << 0.941482445;
        QTest::newRow("coax by its generation") << "coax 2.5" << 1.2 << 2.1 << 2.35;
        QTest::newRow("60 GHz") << "60ghz 4620" << 4.62 * 0.35 << 4.62 * 0.55 << 4.62 * 0.66;
    }
    void whatOneClientSees()
    {
        QFETCH(QString, line);
        QFETCH(double, low);
        QFETCH(double, typical);
        QFETCH(double, high);
        const auto got = oneline::readHeadline(line.toStdString(), knowledge());
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        NEAR(inGigabits(got->client.low), low, 1e-6);
        NEAR(inGigabits(got->client.typical), typical, 1e-6);
        NEAR(inGigabits(got->client.high), high, 1e-6);
        QVERIFY(!got->beware.empty() && !got->working.empty());
    }
    void whatIsNotUnderstood()
    {
        QVERIFY(toQt(oneline::readHeadline("", knowledge()).error().message()).contains("wifi"));
        QVERIFY(toQt(oneline::readHeadline("pigeon 1000", knowledge()).error().message()).contains("pigeon"));
        QVERIFY(toQt(oneline::readHeadline("wifi 6", knowledge()).error().message()).contains("write 6g for the rate"));
        QVERIFY(toQt(oneline::readHeadline("wifi", knowledge()).error().message()).contains("figure"));
        QVERIFY(toQt(oneline::readHeadline("wifi 2402 loud", knowledge()).error().message()).contains("loud"));
        QVERIFY(!oneline::readHeadline("wifi 2402 bands=9", knowledge()));
    }
};

SOKUDO_TEST(HeadlineTest)
#include "headline_test.moc"
