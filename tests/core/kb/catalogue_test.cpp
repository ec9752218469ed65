// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"

#include "core/base/text.h"
#include "core/kb/check.h"
#include "core/kb/host_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/provenance.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"

using namespace sokudo;
using namespace sokudo::literals;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

class CatalogueTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void namesAndAliasesResolve()
    {
        const auto& kb = knowledge();
        QCOMPARE(toQt(kb.find<kb::Medium>("om3")->name), "OM3");
        QCOMPARE(kb.find<kb::Medium>("twinax"), kb.find<kb::Medium>("dac"));
        QCOMPARE(kb.find<kb::Phy>("10g-sr"), kb.find<kb::Phy>("10gbase-sr"));
        QCOMPARE(toQt(kb::moduleNamed(kb, "10gbase-t")->id), "10gbase-t-30");
        QCOMPARE(kb.find<kb::Medium>("om9"), nullptr);
        QCOMPARE(toQt(kb.citation("802.3-52")), "IEEE 802.3 Clause 52");
        QCOMPARE(toQt(kb.citation("tia-568.3")), "ANSI/TIA-568.3-D");
        QCOMPARE(toQt(kb.citation("unheard of")), "unheard of");
    }
    /// Clause "sf-06" speaks about our own words.
    void noTextSendsAnEyeToTheLight()
    {
        QVERIFY(kb::contradictions(knowledge()).empty());
        std::vector<kb::RuleClause> clauses = knowledge().all<kb::RuleClause>();
        clauses.front().remedy = "look into the fibre: red light must be seen";
        const auto found = kb::contradictions(knowledge().with(clauses));
        QCOMPARE(found.size(), std::size_t{1});
        QVERIFY(toQt(found.front()).contains("sf-06"));
        clauses.front().remedy = "never look into a fibre";
        QVERIFY(kb::contradictions(knowledge().with(clauses)).empty());
    }
    void everyOpticHasReachAndModule()
    {
        for (const kb::Phy& phy : knowledge().all<kb::Phy>()) {
            if (!kb::isFibre(phy.medium)) continue;
            const bool reaches = std::any_of(knowledge().all<kb::Reach>().begin(), knowledge().all<kb::Reach>().end(),
                                             [&](const kb::Reach& row) { return row.phy == phy.id; });
            QVERIFY2(reaches, phy.id.c_str());
            QVERIFY2(kb::moduleNamed(knowledge(), phy.id), phy.id.c_str());
        }
    }
    // Read a second time from the standards' reach tables.
    void reachesOfAFewPhys_data()
    {
        QTest::addColumn<QString>("phy");
        QTest::addColumn<QString>("medium");
        QTest::addColumn<double>("metres");
        QTest::newRow("SX on OM2") << "1000base-sx"
                                   << "om2" << 550.0;
        QTest::newRow("10G SR on OM3") << "10gbase-sr"
                                       << "om3" << 300.0;
        QTest::newRow("10G SR on OM4") << "10gbase-sr"
                                       << "om4" << 400.0;
        QTest::newRow("25G SR on OM3") << "25gbase-sr"
                                       << "om3" << 70.0;
        QTest::newRow("40G SR4 on OM4") << "40gbase-sr4"
                                        << "om4" << 150.0;
        QTest::newRow("100G SR4 on OM4") << "100gbase-sr4"
                                         << "om4" << 100.0;
        QTest::newRow("10G LR") << "10gbase-lr"
                                << "os2" << 10000.0;
        QTest::newRow("CWDM4") << "100g-cwdm4"
                               << "os2" << 2000.0;
        QTest::newRow("PSM4") << "100g-psm4"
                              << "os2" << 500.0;
    }
    void reachesOfAFewPhys()
    {
        QFETCH(QString, phy);
        QFETCH(QString, medium);
        QFETCH(double, metres);
        const kb::Reach* row = kb::reachOf(knowledge(), phy.toStdString(), medium.toStdString());
        QVERIFY(row);
        QCOMPARE(row->max, Length::of(metres));
    }
    void fileSharesPickTheRowOfTheLink_data()
    {
        QTest::addColumn<double>("gbps");
        QTest::addColumn<double>("row");
        QTest::newRow("below the first") << 0.1 << 1.0;
        QTest::newRow("exactly") << 10.0 << 10.0;
        QTest::newRow("between takes the next") << 6.0 << 10.0;
        QTest::newRow("above the last") << 400.0 << 100.0;
    }
    void fileSharesPickTheRowOfTheLink()
    {
        QFETCH(double, gbps);
        QFETCH(double, row);
        QCOMPARE(kb::fileShareAt(knowledge(), "smb", gigabits(gbps))->at, gigabits(row));
        QCOMPARE(kb::fileShareAt(knowledge(), "scp", 1_Gbps)->id, std::string("ssh"));
        QCOMPARE(kb::fileShareAt(knowledge(), "pigeon", 1_Gbps), nullptr);
    }
    void pairingsHoldBothWays()
    {
        QVERIFY(kb::pairingOf(knowledge(), "1000base-lx", "1000base-lx10"));
        QCOMPARE(kb::pairingOf(knowledge(), "1000base-lx10", "1000base-lx"),
                 kb::pairingOf(knowledge(), "1000base-lx", "1000base-lx10"));
        QCOMPARE(kb::pairingOf(knowledge(), "10gbase-sr", "10gbase-lr"), nullptr);
    }
    void noRealFactIsWithoutSource()
    {
        for (const kb::Reach& row : knowledge().all<kb::Reach>())
            QVERIFY(knowledge().find<kb::Clause>(row.from.source));
        for (const kb::TwistedPairCase& row : knowledge().all<kb::TwistedPairCase>())
            QVERIFY2(!row.text.empty(), row.id.c_str());
    }
};

SOKUDO_TEST(CatalogueTest)
#include "catalogue_test.moc"
