// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/tokens.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::oneline;
using sokudo::testing::toQt;

namespace {
QString flat(const char* text)
{
    QStringList words;
    for (const Token& token : tokens(text, 0))
        words << toQt(token.hasValue() ? token.text + "=" + token.value : token.text);
    return words.join(" ");
}
}  // namespace

class TokensTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void spacesAndCaseDoNotMatter_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("flat");
        const auto row = [](const char* text, const char* flat) { QTest::newRow(text) << text << flat; };
        row("sfp28:25gbase-sr,fec=rs", "sfp28 25gbase-sr fec=rs");
        row(" SFP28 : 25GBASE-SR , FEC = RS ", "sfp28 25gbase-sr fec=rs");
        row("sfp 28:25gbase-sr fec rs", "sfp28 25gbase-sr fec=rs");
        row("Cat 6A 20 m bundled", "cat6a 20m bundled");
        row("om 4 80m lc joints 2", "om4 80m lc joints=2");
        row("hdd * 6 raid6", "hdd*6 raid6");
        row("pcie 3.0 x 8", "pcie 3.0x8");
        row("pcie 3.0 × 8", "pcie 3.0x8");
        row("PCIe 4.0x4", "pcie 4.0x4");
        row("10g mtu = 9000", "10g mtu=9000");
        row("10 g mtu 9000", "10g mtu=9000");
        row("cpu recent-x86 4.5 GHz cores=8", "cpu recent-x86 4.5ghz cores=8");
        row("", "");
    }
    void spacesAndCaseDoNotMatter()
    {
        QFETCH(QString, text);
        QFETCH(QString, flat);
        QCOMPARE(::flat(text.toUtf8().constData()), flat);
    }
    void wordsKnowTheirPlace()
    {
        const auto words = tokens("om4  80m", 10);
        QCOMPARE(words[0].position, 11);
        QCOMPARE(words[1].position, 16);
        QCOMPARE(toQt(pointAt(words[1], "is odd").message()), "character 16, “80m”: is odd");
    }
    void lengthsRatesAndBuses()
    {
        QCOMPARE(*lengthOf("80m"), Length::of(80));
        QCOMPARE(*lengthOf("1.5km"), Length::of(1500));
        QCOMPARE(*lengthOf("100ft"), Length::of(30.48));
        QVERIFY(!lengthOf("m") && !lengthOf("80") && !lengthOf("om4"));
        QCOMPARE(*rateOf("10g"), gigabits(10));
        QCOMPARE(*rateOf("2.5"), gigabits(2.5));
        QCOMPARE(*rateOf("100m"), gigabits(0.1));
        QCOMPARE(*rateOf("25gbit/s"), gigabits(25));
        QVERIFY(!rateOf("0g") && !rateOf("fast") && !rateOf("9999999g"));
        QVERIFY(busOf("3.0x4")->generation == 3 && busOf("gen4x16")->lanes == 16);
        QVERIFY(!busOf("3.5x4") && !busOf("x4") && !busOf("3.0") && !busOf("0x4"));
    }
};

SOKUDO_TEST(TokensTest)
#include "tokens_test.moc"
