// SPDX-License-Identifier: GPL-3.0-or-later
// Power in one line, against figures worked out by hand.
#include "core/formulas/cable_feed.h"
#include "core/oneline/power_line.h"
#include "core/power/backup_internet.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::oneline;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

QString refusalOf(const char* line)
{
    const auto poe = readPoeLine(line, knowledge());
    return poe ? "accepted" : toQt(poe.error().message());
}

}  // namespace

class PowerLinesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The worked values of the reference: solid cable only, the least voltage of each type.
    void overACable_data()
    {
        QTest::addColumn<double>("volt");
        QTest::addColumn<double>("ohm");
        QTest::addColumn<double>("watt");
        QTest::addColumn<double>("ampere");
        QTest::addColumn<double>("lost");
        QTest::addColumn<double>("left");
        const auto row = [](double v, double r, double w, double i, double lost, double left) {
            QTest::addRow("%g W through %g Ohm", w, r) << v << r << w << i << lost << left;
        };
        row(44, 6.68, 12.95, 0.309, 0.64, 41.9);
        row(44, 13.26, 12.95, 0.326, 1.41, 39.7);
        row(50, 8.42, 25.5, 0.563, 2.67, 45.3);
        row(50, 3.34, 51, 1.101, 4.05, 46.3);
        row(52, 4.21, 71.3, 1.571, 10.39, 45.4);
        row(52, 0, 71.3, 71.3 / 52, 0, 52);
    }
    void overACable()
    {
        QFETCH(double, volt);
        QFETCH(double, ohm);
        QFETCH(double, watt);
        QFETCH(double, ampere);
        QFETCH(double, lost);
        QFETCH(double, left);
        const auto fed = formulas::feedThrough(Volt::of(volt), Ohm::of(ohm), Watt::of(watt));
        QVERIFY(fed);
        NEAR(fed->current.in(), ampere, 0.002);
        NEAR(fed->lost.in(), lost, 0.01);
        NEAR(fed->atLoad.in(), left, 0.06);
    }
    void moreThanTheCableLetsThrough()
    {
        QVERIFY(!formulas::feedThrough(Volt::of(44), Ohm::of(40), Watt::of(13)));
        // 60 W at 50 V are 1.2 A; through 2.5 Ohm 3.6 W are lost.
        NEAR(formulas::mostThrough(Volt::of(50), Ohm::of(2.5), Watt::of(60)).in(), 56.4, 0.001);
    }
    /// More length never gives more watts.
    void moreLengthNeverGivesMore()
    {
        double before = 1e9;
        for (int metres = 1; metres <= 100; metres += 9) {
            const std::string line = "type3 / cat6 " + std::to_string(metres) + "m / switch 9w / cat6 5m / class3";
            const auto answer = readPoeLine(line, knowledge());
            QVERIFY(answer);
            QVERIFY(answer->hops[0].left.in() <= before + 1e-9);
            before = answer->hops[0].left.in();
        }
    }
    /// 60 m of 24 AWG are 5.052 Ohm a pairset and 0.3 at contacts, half of it over four pairs: 3.14 W of 51 are lost;
    /// 0.88 of 51 - 9 W are handed on; class 4 takes 30 of them.
    void aChain()
    {
        const auto answer = readPoeLine("type3 / cat6 60m 24awg / switch 9w / cat6 20m 24awg / class4", knowledge());
        QVERIFY2(answer, answer ? "" : answer.error().message().c_str());
        const power::Hop &middle = answer->hops[0], &end = answer->hops[1];
        NEAR(middle.enters.in(), 51, 0.001);
        NEAR(middle.lost.in(), 3.137, 0.005);
        NEAR(middle.volts.in(), 47.10, 0.01);
        NEAR(middle.left.in(), 36.96, 0.001);
        NEAR(middle.leftLow.in(), 35.7, 0.001);
        NEAR(middle.leftHigh.in(), 37.8, 0.001);
        NEAR(end.enters.in(), 25.5, 0.001);
        NEAR(end.lost.in(), 0.538, 0.005);
        NEAR(end.left.in(), 6.96, 0.001);
        QVERIFY(!end.isUnpowered() && !end.isReduced);
    }
    void whereItRunsOut()
    {
        const auto reduced = readPoeLine("type2 / cat6 20m / switch 5w / cat6 20m / class4", knowledge());
        QVERIFY(reduced->hops[1].isReduced);
        QCOMPARE(reduced->hops[1].granted->number, 3);  // 18 W are left: class 3 asks 15.4
        const auto dark = readPoeLine("type1 / cat6 60m / switch 9w / cat6 20m / class4", knowledge());
        QVERIFY(dark->hops[1].isUnpowered());
        QVERIFY(toQt(dark->hops[1].says.text()).contains("gets no power"));
        // A switch that needs more than arrives hands nothing on.
        const auto hungry = readPoeLine("type1 / cat6 60m / switch 14w / cat6 20m / class1", knowledge());
        QVERIFY(hungry->hops[0].isUnpowered() && hungry->hops[1].isUnpowered());
    }
    void wordsOfShops()
    {
        QCOMPARE(readPoeLine("plus / cat6 9m / class4", knowledge())->source->id, std::string("type2"));
        QVERIFY(readPoeLine("plus plus / cat6 9m / class4", knowledge())->beware.find("read the watts") !=
                std::string::npos);
        QVERIFY(refusalOf("triple plus / cat6 9m / class4").contains("no standard term"));
    }
    void whatIsNotUnderstood()
    {
        QVERIFY(refusalOf("type5 / cat6 9m / class4").contains("did you mean type"));
        QVERIFY(refusalOf("type3 / cat6 9m").contains("by turns"));
        QVERIFY(refusalOf("type3 / cat6 / class4").contains("no length"));
        QVERIFY(refusalOf("type3 / cat6 9m blue / class4").contains("blue"));
        QVERIFY(refusalOf("type3 / cat6 9m / lamp").contains("what it draws"));
        QVERIFY(refusalOf("type3 / cat6 9m / class4 / cat6 9m / class4").contains("nothing can follow"));
        QVERIFY(refusalOf("type3 / cat6 9m 99awg / class4").contains("no such gauge"));
    }
    /// Box of 1.4 m3: 7.51 m2 of walls; at U = 2 and vents of 0.6 the heat leaves at 9.91 K. At U = 3 and 0.65:
    /// 22.53 K + 1.144 K^1.5 = 180 W at 7.04 K; at U = 1 and 0.55: 7.51 K + 0.853 K^1.5 = 180 W at 16.41 K.
    void heatInACupboard()
    {
        const auto answer = readHeatLine("180 W in 1.4 m3, 2 x 80 cm2 vents, 24 c outside, at most 35 c", knowledge());
        QVERIFY2(answer, answer ? "" : answer.error().message().c_str());
        NEAR(answer->settled.usual.in(), 33.91, 0.05);
        NEAR(answer->settled.low.in(), 31.04, 0.001);
        NEAR(answer->settled.high.in(), 40.41, 0.001);
        NEAR(answer->needed->in(), 180 * 2.985 / 11, 0.02);
        // With a fan: 180 / (1206 * 30 / 3600 + 2 * 7.509) = 7.18 K.
        NEAR(readHeatLine("180 W in 1.4 m3 30 m3/h fan 24 c outside", knowledge())->settled.usual.in(), 31.18, 0.02);
        // At 1500 m the air carries 0.843 of it.
        const auto high = readHeatLine("180 W in 1.4 m3 24 c outside at most 35 c 1500 m up", knowledge());
        NEAR(high->needed->in() / answer->needed->in(), 1 / 0.8428, 0.005);
        QVERIFY(!readHeatLine("180 W in a box", knowledge()));
        QVERIFY(!readHeatLine("180 W 24 c", knowledge()));
    }
    void fromOneRiseToAnother()
    {
        NEAR(formulas::riseAt(Kelvin::of(10), Watt::of(100), Watt::of(150)).in(), 15, 0.001);
        NEAR(formulas::flowRatio(Kelvin::of(18), Kelvin::of(6)), 3, 0.001);
    }
    /// Lead, usual: 35 / 0.85 W out of it, (480 / (41.18 * 20))^0.2 = 0.898 of 480 Wh, 0.75 of it usable: 7.85 h.
    void aBattery()
    {
        const auto answer = readBatteryLine("480 Wh lead 35 W", knowledge());
        QVERIFY2(answer, answer ? "" : answer.error().message().c_str());
        NEAR(answer->time.usual.in() / 3600, 7.848, 0.005);
        NEAR(answer->time.low.in() / 3600, 5.403, 0.005);
        NEAR(answer->time.high.in() / 3600, 9.781, 0.005);
        // Slower than it is rated for it still holds no more than it holds.
        const auto slow = readBatteryLine("480 Wh lead 1 W", knowledge());
        NEAR(slow->time.usual.in() / 3600, 480 * 0.75 * 0.85, 0.002);
        QVERIFY(readBatteryLine("480 Wh lead 35 W 4 years", knowledge())->time.usual < answer->time.usual);
        QVERIFY(!readBatteryLine("480 Wh lead", knowledge()));
        QVERIFY(!readBatteryLine("480 Wh pumpkin 35 W", knowledge()));
        NEAR(formulas::yearOf(Watt::of(28.4)).in() / 1000, 248.8, 0.05);
    }
    /// 12 fees of 10 and 4 people for 3 days at 1.5 GB: 18 GB, 5 of them included, 13 at 2: 146; without it 4 · 3 · 50.
    void aSecondWayToTheInternet()
    {
        const power::BackupTariff tariff{10, DataSize::of(5e9), 2};
        const power::OutageYear year{3, 4, DataSize::of(1.5e9), 50};
        const auto worth = power::backupWorth(tariff, year);
        QVERIFY(worth);
        NEAR(worth->bill, 146, 1e-6);
        NEAR(worth->outage, 600, 1e-6);
        NEAR(worth->used.in(), 18e9, 0.002);
        // Below 5 / 6 of a day nothing is charged beyond the fee: 200 d = 120.
        NEAR(*worth->breakEven, 0.6, 0.011);
        // Over five weeks two months are included.
        NEAR(power::backupWorth(tariff, {35, 4, DataSize::of(1.5e9), 50})->bill, 120 + 2 * (210 - 10), 1e-6);
        // Volume that costs more than the day is worth never pays.
        QVERIFY(!power::backupWorth({10, {}, 100}, {3, 1, DataSize::of(1e9), 50})->breakEven);
        QVERIFY(!power::backupWorth(tariff, {400, 4, {}, 50}));
        QVERIFY(!power::backupWorth(tariff, {3, 0, {}, 50}));
        QVERIFY(!power::backupWorth({-1, {}, 2}, year));
    }
    /// A bigger battery never shortens a minute.
    void aBiggerBatteryNeverLastsLess()
    {
        for (const char* kind : {"lead", "lithium", "li-ion"}) {
            double before = 0;
            for (int energy = 50; energy <= 3000; energy += 150) {
                const auto answer = readBatteryLine(std::to_string(energy) + " Wh " + kind + " 150 W", knowledge());
                QVERIFY(answer && answer->time.usual.in() >= before);
                before = answer->time.usual.in();
            }
        }
    }
};

SOKUDO_TEST(PowerLinesTest)
#include "power_lines_test.moc"
