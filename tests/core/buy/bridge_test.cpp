// SPDX-License-Identifier: GPL-3.0-or-later
// Fibre in the ground against a radio bridge: sums by hand at the prices of digs.csv and bridges.csv.
#include "core/buy/bridge.h"
#include "core/buy/risk.h"
#include "core/kb/worth_rows.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;

namespace {

BridgeQuestion over(double metres, double gbit, const char* dig, double hour = 20, double perKwh = 0)
{
    return {Length::of(metres), gigabits(gbit), dig, Money::of(hour), 8, perKwh};
}

BridgeAnswer answered(const BridgeQuestion& asked)
{
    auto found = bridgeAnswer(asked, knowledge());
    if (!found) qFatal("%s", found.error().message().c_str());
    return std::move(*found);
}

const BridgeOption* called(const BridgeAnswer& answer, const std::string& name)
{
    for (const BridgeOption& one : answer.options)
        if (one.name.find(name) == 0) return &one;
    return nullptr;
}

}  // namespace

class BridgeTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void atAGigabitARadioCostsLessThanALongTrench()
    {
        const BridgeAnswer found = answered(over(60, 1, "trench-by-hand"));
        const BridgeOption* fibre = called(found, "Fibre");
        const BridgeOption* radio = called(found, "60 GHz bridge, 1G port");
        QVERIFY(fibre && radio);
        // 20 + 2.5 × 60 to dig, 0.4 × 60 of cable, four ends of 7, two modules of 9.
        NEAR(fibre->buy.in(), 170 + 24 + 28 + 18, 1e-6);
        // 60 + 18 × 60 to dig, 15 + 2 × 60 to lay.
        NEAR(fibre->minutes, 1140 + 135, 1e-9);
        NEAR(fibre->total.in(), 240 + 425, 1e-6);
        // 220 the pair, 45 minutes an end.
        NEAR(radio->total.in(), 220 + 30, 1e-6);
        QVERIFY(radio->isEnough);
        QVERIFY(!found.options[*found.best].isFibre);
        // A metre is 2.5 + 0.4 + 20 × 20/60; at once 665 − 60 of them.
        const double each = 2.9 + 20.0 / 3;
        NEAR(found.breakEven->in(), (250 - (665 - 60 * each)) / each, 1e-3);
    }

    void inADuctThatIsThereFibreWins()
    {
        const BridgeAnswer found = answered(over(60, 1, "duct-there"));
        QVERIFY(found.options[*found.best].isFibre);
        // 5 + 12, 24, 28, 18; 30 + 60 + 135 minutes.
        NEAR(found.options.front().total.in(), 87 + 75, 1e-6);
        NEAR(found.breakEven->in(), (250 - (162 - 60 * 1.6)) / 1.6, 1e-3);
        QVERIFY(found.sentence.text().find("Fibre, a duct that is there") == 0);
    }

    void atTheBreakEvenBothCostTheSame()
    {
        for (const char* dig : {"trench-by-hand", "trench-hired", "duct-there", "along-wall"}) {
            const BridgeAnswer found = answered(over(40, 1, dig));
            if (!found.breakEven || *found.breakEven < Length::of(1)) continue;
            const BridgeAnswer there = answered(over(found.breakEven->in(), 1, dig));
            const BridgeOption* radio = called(there, "60 GHz bridge, 1G port");
            NEAR(there.options.front().total.in(), radio->total.in(), 1e-3);
        }
    }

    void noRadioCarriesTenGigabit()
    {
        const BridgeAnswer found = answered(over(60, 10, "trench-by-hand"));
        for (const BridgeOption& one : found.options) {
            if (one.isFibre) continue;
            QVERIFY(!one.isEnough);
            QVERIFY2(one.why.find("it carries") == 0, one.why.c_str());
        }
        QVERIFY(!found.breakEven);
        QVERIFY(found.options[*found.best].isFibre);
        // Two LR modules of 22.
        NEAR(found.options.front().buy.in(), 170 + 24 + 28 + 44, 1e-6);
        // 10G less framing.
        QVERIFY(std::abs(inGigabits(found.options.front().rate) - 9.4148) < 0.001);
        QVERIFY(found.sentence.text().find("no bridge of the tables is enough") != std::string::npos);
    }

    void aBridgeHasARange()
    {
        const BridgeAnswer found = answered(over(600, 1, "trench-hired"));
        QVERIFY(called(found, "60 GHz bridge, 1G port")->why.find("made for 400") != std::string::npos);
    }

    void powerIsCountedOverTheYears()
    {
        const BridgeAnswer found = answered(over(60, 1, "duct-there", 0, 0.3));
        // 10 W for 8 years of 8766 h at 0.30 a kWh; two modules of 0.8 W.
        NEAR(called(found, "60 GHz bridge, 1G port")->power.in(), 0.010 * 8766 * 8 * 0.3, 1e-4);
        NEAR(found.options.front().power.in(), 0.0016 * 8766 * 8 * 0.3, 1e-3);
        QCOMPARE(answered(over(60, 1, "duct-there")).options.front().power, Money{});
    }

    void theCautionsAreThere()
    {
        const BridgeAnswer found = answered(over(60, 1, "duct-there"));
        const auto mentions = [](const BridgeOption& option, const char* words) {
            return std::any_of(option.cautions.begin(), option.cautions.end(),
                               [&](const std::string& one) { return one.find(words) != std::string::npos; });
        };
        QVERIFY(mentions(found.options.front(), "Before you dig"));
        QVERIFY(mentions(found.options.front(), "Laser light"));
        QVERIFY(mentions(*called(found, "60 GHz"), "Roofs, masts"));
        QVERIFY(mentions(*called(found, "60 GHz"), "licensed work"));
    }

    void everyBridgeHasACeiling()
    {
        for (const kb::RadioBridge& row : knowledge().all<kb::RadioBridge>())
            QVERIFY2(knowledge().find<kb::Ceiling>(row.ceiling), row.id.c_str());
        QVERIFY(knowledge().all<kb::Dig>().size() >= 3);
    }

    void badQuestionsAreRefused_data()
    {
        QTest::addColumn<double>("metres");
        QTest::addColumn<double>("gbit");
        QTest::addColumn<QString>("dig");
        QTest::addColumn<QString>("says");
        QTest::newRow("next to it") << 0.5 << 1.0 << "duct-there"
                                    << "between 1 m and 2 km";
        QTest::newRow("too far") << 2500.0 << 1.0 << "duct-there"
                                 << "between 1 m and 2 km";
        QTest::newRow("no rate") << 50.0 << 0.0 << "duct-there"
                                 << "above 0";
        QTest::newRow("no such dig") << 50.0 << 1.0 << "tunnel"
                                     << "there are trench-by-hand";
    }
    void badQuestionsAreRefused()
    {
        QFETCH(double, metres);
        QFETCH(double, gbit);
        QFETCH(QString, dig);
        QFETCH(QString, says);
        const auto found = bridgeAnswer(over(metres, gbit, qPrintable(dig)), knowledge());
        QVERIFY(!found);
        QVERIFY2(testing::toQt(found.error().message()).contains(says), found.error().message().c_str());
    }
    void yearsAndMoneyHaveRanges()
    {
        BridgeQuestion asked = over(50, 1, "duct-there");
        asked.years = 0;
        QVERIFY(!bridgeAnswer(asked, knowledge()));
        asked.years = 8;
        asked.hour = Money::of(-1);
        QVERIFY(!bridgeAnswer(asked, knowledge()));
    }

    // Sellers who take nothing back.
    void goodsThatFailAreBoughtAgain()
    {
        const auto* known = knowledge().find<kb::SellerKind>("known");
        const auto* used = knowledge().find<kb::SellerKind>("second-hand");
        // Taken back within 30 days.
        QCOMPARE(expectedLoss(Money::of(100), *known), Money{});
        // One of ten fails: 1/9 more pieces are bought on average.
        NEAR(expectedLoss(Money::of(90), *used).in(), 10, 1e-9);
        kb::SellerKind hopeless = *used;
        hopeless.failsPercent = 100;
        QCOMPARE(expectedLoss(Money::of(90), hopeless), Money{});
    }
};

SOKUDO_TEST(BridgeTest)
#include "bridge_test.moc"
