// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: 802.3-74 802.3-91 802.3-108 802.3-134 802.3-140 802.3-49
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class FecTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void verdicts_data()
    {
        QTest::addColumn<int>("row");
        for (int i = 0; i < static_cast<int>(std::size(kRows)); ++i) QTest::addRow("%s", kRows[i].line) << i;
    }
    void verdicts()
    {
        QFETCH(int, row);
        checkRow("fec", kRows[row]);
    }
    void withoutFecToSetTheRuleIsSilent()
    {
        QVERIFY(!outcomeOf("fec", "sfp+:10gbase-sr,fec=none / om3 10m / sfp+:10gbase-sr,fec=none"));
        QVERIFY(!outcomeOf("fec", "rj45:10gbase-t / cat6a 10m / rj45:10gbase-t"));
    }

private:
    static constexpr LinkRow kRows[] = {
        {"sfp28:25gbase-sr,fec=rs / om4 80m / sfp28:25gbase-sr,fec=rs", Verdict::Fits, 25, "fe-01"},
        {"sfp28:25gbase-sr,fec=rs / om4 80m / sfp28:25gbase-sr,fec=none", Verdict::NoLink, -1, "fe-02"},
        {"sfp28:25gbase-sr,fec=rs / om4 80m / sfp28:25gbase-sr", Verdict::NoLink, -1, "fe-02"},
        {"sfp28:25gbase-sr / om4 80m / sfp28:25gbase-sr,fec=rs", Verdict::NoLink, -1, "fe-02"},
        {"sfp28:25gbase-sr,fec=none / om4 80m / sfp28:25gbase-sr,fec=off", Verdict::Marginal, 25, "fe-03"},
        {"sfp28:25gbase-sr,fec=base-r / om4 80m / sfp28:25gbase-sr,fec=base-r", Verdict::NoLink, -1, "fec-not-allowed"},
        {"sfp28:25gbase-sr / om4 80m / sfp28:25gbase-sr", Verdict::Fits, 25, "fe-01"},
        {"sfp28:25gbase-sr,fec=auto / om4 80m / sfp28:25gbase-sr,fec=auto", Verdict::Fits, 25, "fe-01"},
        // direct attach: none to 2 m, BASE-R to 3 m, RS to 5 m
        {"sfp28,fec=none / dac 2m / sfp28,fec=none", Verdict::Fits, 25, "fe-01"},
        {"sfp28,fec=none / dac 2.001m / sfp28,fec=none", Verdict::Marginal, 25, "fe-03"},
        {"sfp28,fec=base-r / dac 3m / sfp28,fec=base-r", Verdict::Fits, 25, "fe-01"},
        {"sfp28,fec=base-r / dac 3.001m / sfp28,fec=base-r", Verdict::Marginal, 25, "fe-03"},
        {"sfp28,fec=rs / dac 5m / sfp28,fec=rs", Verdict::Fits, 25, "fe-01"},
        // 100 Gb/s
        {"qsfp28:100gbase-sr4,fec=rs / om4 10m / qsfp28:100gbase-sr4,fec=rs", Verdict::Fits, 100, "fe-01"},
        {"qsfp28:100gbase-sr4,fec=none / om4 10m / qsfp28:100gbase-sr4,fec=none", Verdict::Marginal, 100, "fe-03"},
        {"qsfp28:100gbase-lr4,fec=none / os2 1km / qsfp28:100gbase-lr4,fec=none", Verdict::Fits, 100, "fe-01"},
        {"qsfp28:100gbase-lr4,fec=rs / os2 1km / qsfp28:100gbase-lr4,fec=none", Verdict::NoLink, -1, "fe-02"},
        {"qsfp28:100gbase-dr,fec=rs / os2 100m / qsfp28:100gbase-dr,fec=rs", Verdict::Marginal, 100, "fec-not-allowed"},
        {"qsfp28,fec=rs / dac 3m / qsfp28,fec=rs", Verdict::Fits, 100, "fe-01"},
        {"sfp56:50gbase-sr,fec=none / om4 10m / sfp56:50gbase-sr,fec=none", Verdict::NoLink, -1, "fe-03"},
        // at 10 Gb/s and below there is none to set
        {"sfp+:10gbase-sr,fec=rs / om3 10m / sfp+:10gbase-sr,fec=rs", Verdict::NoLink, -1, "fec-rate"},
        // 40GBASE-CR4 may
        {"qsfp+,fec=base-r / dac 3m / qsfp+,fec=base-r", Verdict::Fits, 40, "fe-01"},
        {"qsfp+,fec=base-r / dac 3m / qsfp+,fec=none", Verdict::NoLink, -1, "fe-02"},
    };
};

SOKUDO_TEST(FecTest)
#include "fec_test.moc"
