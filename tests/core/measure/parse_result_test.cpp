// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/parse_result.h"
#include "testing.h"

using namespace sokudo;
using sokudo::measure::parseResult;
using sokudo::testing::toQt;

class ParseResultTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void reads_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("value");
        QTest::addColumn<double>("low");
        QTest::addColumn<double>("high");
        const auto row = [](const char* text, double value, double low = 0, double high = 0) {
            QTest::newRow(text) << QString::fromUtf8(text) << value << (low > 0 ? low : value)
                                << (high > 0 ? high : value);
        };
        row("1.2 GB in 9.8 s ±1", 9.6e9 / 9.8, 9.6e9 / 10.8, 9.6e9 / 8.8);
        row("1.2 GB in 9.8 s +-1", 9.6e9 / 9.8, 9.6e9 / 10.8, 9.6e9 / 8.8);
        row("1.2GB in 9.8s +/- 1 s", 9.6e9 / 9.8, 9.6e9 / 10.8, 9.6e9 / 8.8);
        row("3 GiB in 27 s ±1", 25769803776.0 / 27, 25769803776.0 / 28, 25769803776.0 / 26);
        row("3 GB in 27 s", 24e9 / 27);
        row("20 GB in 18 s ±1", 160e9 / 18, 160e9 / 19, 160e9 / 17);
        row("1.15 GB/s", 9.2e9);
        row("1.15 GB / s", 9.2e9);
        row("1.15 GiB/s", 1.15 * 1073741824 * 8);
        row("2.35 Gbit/s", 2.35e9);
        row("2.35Gbps", 2.35e9);
        row("280 Mb/s", 280e6);
        row("280 MB/s", 2240e6);
        row("112.2 MiB/s", 112.2 * 8388608);
        row("940 mbit/s", 940e6);
        row("9.4 Gb/s ±0.1", 9.4e9, 9.3e9, 9.5e9);
        row("9.4 Gb/s ± 5 %", 9.4e9, 8.93e9, 9.87e9);
        row("9.4 Gb/s ±100 Mb/s", 9.4e9, 9.3e9, 9.5e9);
        row("100 GB in 1:30", 800e9 / 90);
        row("100 GB in 1 min 30 s", 800e9 / 90);
        row("1 TB in 14.16 min", 8e12 / 849.6);
        row("450 GB over 1 h", 3600e9 / 3600);
        row("500 B in 1 s", 4000);
        row("1 Tbit/s", 1e12);
    }
    void reads()
    {
        QFETCH(QString, text);
        QFETCH(double, value);
        QFETCH(double, low);
        QFETCH(double, high);
        const auto got = parseResult(text.toStdString());
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        NEAR(got->rate.value.in(), value, 1e-9);
        NEAR(got->rate.low.in(), low, 1e-9);
        NEAR(got->rate.high.in(), high, 1e-9);
        QVERIFY(!got->working.empty());
    }
    void theNamedExample()
    {
        const auto got = parseResult("1.2 GB in 9.8 s ±1");
        QCOMPARE(QString::number(inGigabits(got->rate.value), 'f', 3), "0.980");
        QCOMPARE(QString::number(inGigabits(got->rate.low), 'f', 3), "0.889");
        QCOMPARE(QString::number(inGigabits(got->rate.high), 'f', 3), "1.091");
    }
    void binaryIsNotDecimal()
    {
        QVERIFY(parseResult("3 GiB in 27 s")->rate.value.in() > 1.07 * parseResult("3 GB in 27 s")->rate.value.in());
    }
    void refusesWithTheWordAndTheWay_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("part");
        QTest::newRow("nothing") << ""
                                 << "nothing to read";
        QTest::newRow("no unit") << "940"
                                 << "no unit";
        QTest::newRow("unit of nothing") << "940 parsecs"
                                         << "parsecs";
        QTest::newRow("upper case guess") << "5 GBPS"
                                          << "b is bits, B is bytes";
        QTest::newRow("a size alone") << "3 GiB"
                                      << "in how many seconds";
        QTest::newRow("a rate in a time") << "3 GB/s in 4 s"
                                          << "already a rate";
        QTest::newRow("comma") << "1,15 GB/s"
                               << "point for decimals";
        QTest::newRow("time without unit") << "3 GB in 27"
                                           << "unit of time";
        QTest::newRow("zero time") << "3 GB in 0 s"
                                   << "above 0 s";
        QTest::newRow("error too large") << "3 GB in 1 s ±1"
                                         << "as large as";
        QTest::newRow("empty error") << "9.4 Gb/s ±"
                                     << "nothing follows";
        QTest::newRow("negative") << "-3 Gb/s"
                                  << "does not start with a figure";
        QTest::newRow("words") << "fast"
                               << "does not start with a figure";
        QTest::newRow("absurd") << "99999999999 Tb/s"
                                << "more than any link";
    }
    void refusesWithTheWordAndTheWay()
    {
        QFETCH(QString, text);
        QFETCH(QString, part);
        const auto got = parseResult(text.toStdString());
        QVERIFY(!got);
        QVERIFY2(toQt(got.error().what.text()).contains(part), got.error().what.text().c_str());
        QVERIFY2(toQt(got.error().what.text()).contains("write it like"), got.error().what.text().c_str());
    }
};

SOKUDO_TEST(ParseResultTest)
#include "parse_result_test.moc"
