// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // two lanes of 25.78 GBd: none to 2 m, BASE-R to 3 m, RS(528) to 5 m
    {"qsfp28,split=2,can-split=yes,leg=1,fec=none / dac 2m / qsfp28,rates=50,fec=none", Verdict::Fits, 50, "fe-01"},
    {"qsfp28,split=2,can-split=yes,leg=1,fec=none / dac 3m / qsfp28,rates=50,fec=none", Verdict::Marginal, 50, "fe-03"},
    {"qsfp28,split=2,can-split=yes,leg=1,fec=base-r / dac 3m / qsfp28,rates=50,fec=base-r", Verdict::Fits, 50, "fe-01"},
    {"qsfp28,split=2,can-split=yes,leg=1,fec=rs / dac 5m / qsfp28,rates=50,fec=rs", Verdict::Fits, 50, "fe-01"},
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
    {"sfp28,fec=none / dac 2.001m / sfp28,fec=none", Verdict::Marginal, 25, "fe-04"},
    {"sfp28,fec=base-r / dac 3m / sfp28,fec=base-r", Verdict::Fits, 25, "fe-01"},
    {"sfp28,fec=base-r / dac 3.001m / sfp28,fec=base-r", Verdict::Marginal, 25, "fe-05"},
    // the class printed on a lead counts before its length
    {"sfp28,fec=none / dac 3m class=n / sfp28,fec=none", Verdict::Fits, 25, "fe-01"},
    {"sfp28,fec=none / dac 1m class=s / sfp28,fec=none", Verdict::Marginal, 25, "fe-04"},
    {"sfp28,fec=fire-code / dac 1m class=s / sfp28,fec=cl74", Verdict::Fits, 25, "fe-01"},
    {"sfp28,fec=cl74 / dac 1m class=l / sfp28,fec=cl74", Verdict::Marginal, 25, "fe-05"},
    {"sfp28,fec=cl108 / dac 1m class=l / sfp28,fec=cl91", Verdict::Fits, 25, "fe-01"},
    // active optical cable by its code
    {"qsfp28,fec=none / aoc 10m aoc-code=needs-fec / qsfp28,fec=none", Verdict::Marginal, 100, "fe-10"},
    {"qsfp28,fec=none / aoc 10m aoc-code=low-error / qsfp28,fec=none", Verdict::Fits, 100, "fe-01"},
    {"qsfp28,fec=rs / aoc 10m aoc-code=needs-fec / qsfp28,fec=rs", Verdict::Marginal, kSilent, "fe-10"},
    {"sfp28:25gbase-sr,fec=rs fec-errors=rising / om4 10m / sfp28:25gbase-sr,fec=rs", Verdict::Marginal, 25, "fe-12"},
    {"sfp28:25gbase-sr,fec=rs fec-errors=still / om4 10m / sfp28:25gbase-sr,fec=rs", Verdict::Marginal, kSilent,
     "fe-12"},
    {"sfp28,fec=rs / dac 5m / sfp28,fec=rs", Verdict::Fits, 25, "fe-01"},
    // 100 Gb/s
    {"qsfp28:100gbase-sr4,fec=rs / om4 10m / qsfp28:100gbase-sr4,fec=rs", Verdict::Fits, 100, "fe-01"},
    {"qsfp28:100gbase-sr4,fec=none / om4 10m / qsfp28:100gbase-sr4,fec=none", Verdict::Marginal, 100, "fe-06"},
    {"qsfp28:100gbase-lr4,fec=none / os2 1km / qsfp28:100gbase-lr4,fec=none", Verdict::Fits, 100, "fe-01"},
    {"qsfp28:100gbase-lr4,fec=rs / os2 1km / qsfp28:100gbase-lr4,fec=none", Verdict::NoLink, -1, "fe-08"},
    {"qsfp28:100gbase-dr,fec=rs / os2 100m / qsfp28:100gbase-dr,fec=rs", Verdict::Marginal, 100, "fe-07"},
    {"qsfp28:100gbase-dr,fec=rs / os2 100m / qsfp28:100gbase-dr,fec=none", Verdict::NoLink, -1, "fe-07"},
    {"qsfp28,fec=rs / dac 3m / qsfp28,fec=rs", Verdict::Fits, 100, "fe-01"},
    {"sfp56:50gbase-sr,fec=none / om4 10m / sfp56:50gbase-sr,fec=none", Verdict::NoLink, -1, "fe-03"},
    // at 10 Gb/s and below there is none to set
    {"sfp+:10gbase-sr,fec=rs / om3 10m / sfp+:10gbase-sr,fec=rs", Verdict::NoLink, -1, "fec-rate"},
    // 40GBASE-CR4 may
    {"qsfp+,fec=base-r / dac 3m / qsfp+,fec=base-r", Verdict::Fits, 40, "fe-11"},
    {"qsfp+,fec=none / dac 3m / qsfp+,fec=none", Verdict::Fits, 40, "fe-11"},
    {"qsfp+,fec=base-r / dac 3m / qsfp+,fec=none", Verdict::NoLink, -1, "fe-02"},
    // there is no RS-FEC at 40 Gb/s
    {"qsfp+,fec=rs / dac 3m / qsfp+,fec=rs", Verdict::NoLink, -1, "fec-rate"},
    // a dual-rate optic at its lower rate needs none
    {"sfp28:25g-dual-sr,rate=10 / om4 80m / sfp28:25g-dual-sr,rate=10", Verdict::Limited, kSilent, "fe-01"},
};

}  // namespace

SOKUDO_RULE_ROWS(FecTest, "fec", kRows)

class FecTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void withoutFecToSetTheRuleIsSilent()
    {
        QVERIFY(!outcomeOf("fec", "sfp+:10gbase-sr,fec=none / om3 10m / sfp+:10gbase-sr,fec=none"));
        QVERIFY(!outcomeOf("fec", "rj45:10gbase-t / cat6a 10m / rj45:10gbase-t"));
    }
};

SOKUDO_TEST(FecTest)
#include "fec_test.moc"
