// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

#include "core/match/power.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:1000base-t pse=type2 / cat5e 100m / rj45:1000base-t pd=class4", Verdict::Fits, kNoRate, "po-01"},
    {"rj45:1000base-t pse=type4 / cat6a 90m / rj45:1000base-t pd=class8", Verdict::Fits, kNoRate, "po-01"},
    {"rj45:1000base-t pse=type1 / cat5e 50m / rj45:1000base-t pd=class4", Verdict::Marginal, kNoRate, "po-02"},
    {"rj45:1000base-t pse=type3 / cat5e 50m / rj45:1000base-t pd=class7", Verdict::Marginal, kNoRate, "po-02"},
    {"rj45:1000base-t pse=type3 / cat5e 50m / rj45:1000base-t pd=class6", Verdict::Fits, kSilent, "po-02"},
    {"rj45:1000base-t pse=passive / cat5e 50m / rj45:1000base-t pd=class3", Verdict::Unsafe, kNoRate, "po-04"},
    {"rj45:1000base-t pse=passive / cat5e 50m / rj45:1000base-t", Verdict::Unsafe, kNoRate, "po-04"},
    {"rj45:1000base-t pse=passive / cat5e 50m / rj45:1000base-t pd=passive", Verdict::Fits, kSilent, "po-04"},
    {"rj45:1000base-t pse=passive / cat5e 50m / rj45:1000base-t pd=passive", Verdict::Unknown, kNoRate, "po-15"},
    {"rj45:1000base-t pse=passive passive-volt=48 / cat5e 9m / rj45:1000base-t pd=passive", Verdict::Unknown, kNoRate,
     "po-15"},
    {"rj45:1000base-t pse=passive passive-volt=48v / cat5e 9m / rj45:1000base-t pd=passive passive-volt=24v",
     Verdict::Unsafe, kNoRate, "po-13"},
    {"rj45:1000base-t pse=passive passive-volt=24 / cat5e 9m / rj45:1000base-t pd=passive passive-volt=48",
     Verdict::NoLink, kNoRate, "po-14"},
    {"rj45:1000base-t pse=passive passive-volt=56 / cat5e 9m / rj45:1000base-t pd=passive passive-volt=48",
     Verdict::Fits, kSilent, "po-13"},
    {"rj45:1000base-t pse=passive passive-volt=24 / cat5e 9m / rj45:1000base-t pd=passive passive-volt=24",
     Verdict::Fits, kSilent, "po-15"},
    {"rj45:1000base-t pse=type2 / cat5e 50m wiremap=open-ab / rj45:1000base-t pd=class4", Verdict::NoLink, kNoRate,
     "po-10"},
    {"rj45:1000base-t pse=type2 / cat5e 50m wiremap=open-cd / rj45:1000base-t pd=class4", Verdict::Fits, kSilent,
     "po-10"},
    {"rj45:1000base-t pse=type3 / cat5e 50m wiremap=open-cd / rj45:1000base-t pd=class6", Verdict::Marginal, kNoRate,
     "po-11"},
    {"rj45:1000base-t pse=type2 / cat5e 50m wiremap=open-cd / rj45:1000base-t pd=class4", Verdict::Fits, kSilent,
     "po-11"},
    {"rj45:1000base-t pse=type2 / cat5e 50m / rj45:1000base-t pd=passive", Verdict::NoLink, kNoRate, "po-12"},
    {"rj45:1000base-t pse=passive / cat5e 50m / rj45:1000base-t pd=passive", Verdict::Fits, kSilent, "po-12"},
    {"rj45:1000base-t pse=none / cat5e 50m / rj45:1000base-t pd=class4", Verdict::NoLink, kNoRate, "po-16"},
    {"rj45:1000base-t pse=none / cat5e 50m / rj45:1000base-t pd=none", Verdict::Fits, kSilent, "po-16"},
    {"rj45:1000base-t pse=none / cat5e 50m midspan=multigig / rj45:1000base-t pd=class4", Verdict::Fits, kSilent,
     "po-16"},
    {"rj45:1000base-t / cat5e 50m / rj45:1000base-t pd=class4", Verdict::Unknown, kNoRate, "po-17"},
    {"rj45:1000base-t / cat5e 50m / rj45:1000base-t", Verdict::Fits, kSilent, "po-17"},
    {"rj45:1000base-t pse=type2 / cat5e 50m / rj45:1000base-t pd=class4", Verdict::Fits, kSilent, "po-17"},
    {"rj45:10gbase-t / cat6a 50m midspan=gigabit / rj45:10gbase-t", Verdict::Limited, 1, "po-05"},
    {"rj45:1000base-t / cat6a 50m midspan=10-100 / rj45:1000base-t", Verdict::Limited, 0.1, "po-05"},
    {"rj45:1000base-t / cat6a 50m midspan=gigabit / rj45:1000base-t", Verdict::Fits, kSilent, "po-05"},
    {"rj45:10gbase-t / cat6a 50m midspan=multigig / rj45:10gbase-t", Verdict::Fits, kSilent, "po-05"},
    // 25.5 W through 100 m of clad 24 AWG: 41.9 V arrive, 42.5 V are needed
    {"rj45:1000base-t pse=type2 / cat5e 100m copper-clad / rj45:1000base-t pd=class4", Verdict::NoLink, kNoRate,
     "po-06"},
    {"rj45:1000base-t pse=type2 / cat5e 50m copper-clad / rj45:1000base-t pd=class4", Verdict::Fits, kNoRate, "po-01"},
    {"rj45:1000base-t pse=type4 / cat5e 100m copper-clad / rj45:1000base-t pd=class8", Verdict::NoLink, kNoRate,
     "po-06"},
    {"rj45:1000base-t pse=type1 / cat5e 100m copper-clad / rj45:1000base-t pd=class3", Verdict::Fits, kNoRate, "po-01"},
    {"rj45:1000base-t pse=type4 / cat6 50m bundle-size=25 / rj45:1000base-t pd=class8", Verdict::Limited, kNoRate,
     "po-07"},
    {"rj45:1000base-t pse=type4 / cat6 50m bundle-size=24 / rj45:1000base-t pd=class8", Verdict::Fits, kSilent,
     "po-07"},
    {"rj45:1000base-t pse=type2 / cat6 50m bundle-size=25 / rj45:1000base-t pd=class4", Verdict::Fits, kSilent,
     "po-07"},
    {"rj45:1000base-t pse=type2 / cat6 50m surge=data / rj45:1000base-t pd=class4", Verdict::Marginal, kNoRate,
     "po-08"},
    {"rj45:1000base-t pse=type2 / cat6 50m surge=poe / rj45:1000base-t pd=class4", Verdict::Fits, kSilent, "po-08"},
};

}  // namespace

SOKUDO_RULE_ROWS(PowerOverEthernetTest, "power-over-ethernet", kRows)

class PowerOverEthernetTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void dropAsInTheTable_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<double>("ampere");
        QTest::addColumn<double>("volt");
        QTest::newRow("12.95 W, 100 m of 24 AWG") << "rj45 pse=type1 / cat5e 100m / rj45 pd=class3" << 0.313 << 41.4;
        QTest::newRow("25.5 W, 50 m of 23 AWG") << "rj45 pse=type2 / cat5e 50m 23awg / rj45 pd=class4" << 0.529 << 48.2;
        QTest::newRow("51 W, 100 m of clad 24 AWG")
            << "rj45 pse=type3 / cat5e 100m copper-clad / rj45 pd=class6" << 1.216 << 41.9;
        QTest::newRow("71.3 W, 20 m of 26 AWG") << "rj45 pse=type4 / cat5e 20m 26awg / rj45 pd=class8" << 1.423 << 50.1;
    }
    void dropAsInTheTable()
    {
        QFETCH(QString, line);
        QFETCH(double, ampere);
        QFETCH(double, volt);
        const auto plan = oneline::planFromLinkLine(line.toStdString(), knowledge());
        QVERIFY(plan);
        const match::LinkContext link = match::linkContext(*plan, plan::links(*plan).front(), knowledge());
        const auto answer = match::powerDrop(link, *match::powerOn(link));
        QVERIFY(answer.known && answer.drop);
        NEAR(answer.drop->ampere, ampere, 0.002);
        NEAR(answer.drop->atDevice.in(), volt, 0.002);
    }
    /// A device that is fed otherwise needs nothing from this cable: from another device, or by a brick.
    void fedOtherwise_data()
    {
        QTest::addColumn<QString>("fed");
        QTest::addColumn<bool>("isDark");
        QTest::newRow("not stated") << "" << true;
        QTest::newRow("over this cable") << "set ap fed=other" << true;
        QTest::newRow("by another switch") << "set ap fed=sw" << false;
        QTest::newRow("by a brick") << "set ap fed=\"brick 12w\"" << false;
    }
    void fedOtherwise()
    {
        QFETCH(QString, fed);
        QFETCH(bool, isDark);
        const plan::Plan plan = sokudo::testing::houseOf(
            "add place a\nadd switch sw in a: 4x rj45 1g poe\nadd switch other in a: 4x rj45 1g\n"
            "add access point ap in a: 2x rj45 1g\nadd run ap 2 - other 2, cat6 5m label=up\n"
            "set other 2 pse=none\nset ap 2 pd=class4\n" +
            fed.toStdString());
        const auto reports = match::judgeAll(plan, knowledge());
        QCOMPARE(reports.front().verdict == Verdict::NoLink, isDark);
    }
};

SOKUDO_TEST(PowerOverEthernetTest)
#include "power_over_ethernet_test.moc"
