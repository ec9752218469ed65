// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::literals;
using sokudo::testing::toQt;

namespace {
/// Thin spaces as plain ones, so that the expected text can be typed.
QString plain(const std::string& text) { return toQt(text).replace(toQt(text::kThin), " "); }
}  // namespace

class TextTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void figuresKeepSignificantDigits_data()
    {
        QTest::addColumn<double>("value");
        QTest::addColumn<int>("digits");
        QTest::addColumn<QString>("text");
        QTest::newRow("nine") << 9.41482 << 5 << "9.4148";
        QTest::newRow("no trailing zeros") << 10.0 << 4 << "10";
        QTest::newRow("large stays whole") << 23496.4 << 3 << "23496";
        QTest::newRow("small") << 0.004782 << 3 << "0.00478";
        QTest::newRow("zero") << 0.0 << 4 << "0";
        QTest::newRow("negative") << -11.1 << 4 << "-11.1";
        QTest::newRow("half") << 2.5 << 3 << "2.5";
    }
    void figuresKeepSignificantDigits()
    {
        QFETCH(double, value);
        QFETCH(int, digits);
        QFETCH(QString, text);
        QCOMPARE(toQt(text::number(value, digits)), text);
    }
    void ratesPickTheirUnit()
    {
        QCOMPARE(plain(text::rate(gigabits(9.41482))), "9.415 Gb/s");
        QCOMPARE(plain(text::rate(BitRate::of(941.5e6))), "941.5 Mb/s");
        QCOMPARE(plain(text::rate(BitRate::of(999.99e6))), "1 Gb/s");
        QCOMPARE(plain(text::linkRate(100_Mbps)), "100 Mb/s");
        QCOMPARE(plain(text::linkRate(2.5_Gbps)), "2.5 Gb/s");
        QCOMPARE(plain(text::byteRate(9.2_Gbps)), "1.15 GB/s");
        QCOMPARE(toQt(text::gigabitFigure(gigabits(63.015))), "63");
    }
    void otherUnits()
    {
        QCOMPARE(plain(text::length(Length::of(12.5))), "12.5 m");
        QCOMPARE(plain(text::length(Length::of(10000))), "10 km");
        QCOMPARE(plain(text::decibel(Decibel::of(2.375))), "2.375 dB");
        QCOMPARE(plain(text::power(PowerDbm::of(-7.3))), "-7.3 dBm");
        QCOMPARE(plain(text::duration(Duration::of(0.0035))), "3.5 ms");
        QCOMPARE(plain(text::size(DataSize::fromSteps(80'000'000'000))), "80 GB");
    }
    void numbersAreReadWithAPoint()
    {
        QCOMPARE(text::parseNumber("2.5").value_or(0), 2.5);
        QCOMPARE(text::parseNumber(" +1 ").value_or(0), 1.0);
        for (const char* bad : {"", "2,5", "1e9x", "0x10", "1 2", "nan", "inf", "--1"})
            QVERIFY2(!text::parseNumber(bad), bad);
    }
    void patternsTakeArguments()
    {
        QCOMPARE(plain(text::render("{length} of {medium}",
                                    {{"length", Length::of(20)}, {"medium", std::string("Cat 5e")}})),
                 "20 m of Cat 5e");
        QCOMPARE(plain(text::render("{unknown} stays", {})), "{unknown} stays");
        QCOMPARE(plain(text::render("open { brace", {})), "open { brace");
    }
    void nearWordsAreSuggested()
    {
        QCOMPARE(toQt(text::nearest("om6", {"cat6", "om4", "dac"})), "om4");
        QCOMPARE(toQt(text::nearest("25gbase-rs", {"25gbase-sr", "10gbase-t"})), "25gbase-sr");
        QVERIFY(text::nearest("zzzzzz", {"cat6", "om4"}).empty());
    }
    void splitsAndTrims()
    {
        QCOMPARE(text::split("a//b", '/').size(), std::size_t{3});
        QCOMPARE(text::words("  two\twords ").size(), std::size_t{2});
        QCOMPARE(toQt(text::trimmed(" \n x ")), "x");
    }
};

SOKUDO_TEST(TextTest)
#include "text_test.moc"
