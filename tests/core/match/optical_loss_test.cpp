// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // +4 dBm into a receiver that takes -1 needs 5 dB on the way
    {"sfp+:10gbase-er / os2 10km joints=2 / sfp+:10gbase-er", Verdict::Marginal, 10, "fo-25"},
    {"sfp+:10gbase-er / os2 10km joints=10 splices=0 / sfp+:10gbase-er", Verdict::Marginal, kSilent, "fo-25"},
    {"sfp+:10gbase-er / os2 1km joints=2 attenuator=5dB / sfp+:10gbase-er", Verdict::Marginal, kSilent, "fo-18"},
    {"sfp+:10gbase-lr / os2 20m / sfp+:10gbase-lr", Verdict::Marginal, kSilent, "fo-25"},
    {"sfp+:10gbase-sr / om3 30m measured-loss=2.6 / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-sr / om3 30m measured-loss=2.7 / sfp+:10gbase-sr", Verdict::NoLink, kNoRate, "fo-05"},
    // 0.250 * 3.5 + 2 * 0.75 = 2.375 of 2.6
    {"sfp+:10gbase-sr / om3 250m lc joints=2 / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    // 0.3 * 3.5 + 2 * 0.75 = 2.55; one more pair: 3.30 greatest, 0.72 + 0.9 = 1.62 typical
    {"sfp+:10gbase-sr / om3 300m joints=2 / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-sr / om3 300m joints=3 / sfp+:10gbase-sr", Verdict::Marginal, 10, "fo-04"},
    // 0.1 * 3.5 + 2 * 0.75 = 1.85 of 1.9; 0.115: 1.9025
    {"sfp28:25gbase-sr / om4 100m joints=2 / sfp28:25gbase-sr", Verdict::Fits, 25, "fo-01"},
    {"sfp28:25gbase-sr / om4 114.285m joints=2 / sfp28:25gbase-sr", Verdict::Fits, 25, "fo-01"},
    {"sfp28:25gbase-sr / om4 115m joints=2 / sfp28:25gbase-sr", Verdict::Marginal, 25, "fo-04"},
    {"sfp28:25gbase-sr / om4 50m joints=3 / sfp28:25gbase-sr", Verdict::Marginal, 25, "fo-04"},
    // even typical joints, 6 * 0.3 + 0.115 = 1.9150 > 1.9
    {"sfp28:25gbase-sr / om4 50m joints=6 / sfp28:25gbase-sr", Verdict::NoLink, -1, "fo-05"},
    // splices: 0.1 * 3.5 + 0.75 + 2 * 0.3 = 1.70; three: 2.0
    {"sfp28:25gbase-sr / om4 100m joints=1 splices=2 / sfp28:25gbase-sr", Verdict::Fits, 25, "fo-01"},
    {"sfp28:25gbase-sr / om4 100m joints=1 splices=3 / sfp28:25gbase-sr", Verdict::Marginal, 25, "fo-04"},
    // a long-reach sender on a short jumper: +4.0 - 0.004 against -1.0
    {"sfp+:10gbase-er / os2 10m / sfp+:10gbase-er", Verdict::Marginal, 10, "fo-18"},
    {"sfp+:10g-zr / os2 10m / sfp+:10g-zr", Verdict::Unsafe, 10, "fo-18"},
    // Grids differ, so no attenuator is offered; +4.5 dBm into a receiver that is destroyed from +3.5 stays unsafe.
    {"qsfp28:100g-cwdm4 / os2 10m / qsfp28:100gbase-lr4", Verdict::Unsafe, kNoRate, "fo-18"},
    // -1 dBm of 10GBASE-SR overloads nothing of 10GBASE-LR that it does not talk to
    {"sfp+:10gbase-sr / om3 9m / sfp+:10gbase-lr", Verdict::NoLink, kSilent, "fo-18"},
    {"sfp+:10gbase-lr / os2 1m / sfp+:10gbase-lr", Verdict::Fits, 10, "fo-01"},
    // 40 km of 1310 nm at 0.5: 20 > 18.5
    {"qsfp+:40gbase-er4 / os2 30km / qsfp+:40gbase-er4", Verdict::Fits, 40, "fo-01"},
};

}  // namespace

SOKUDO_RULE_ROWS(OpticalLossTest, "optical-loss", kRows)

class OpticalLossTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theSumIsWrittenOut()
    {
        const auto outcome = outcomeOf("optical-loss", "sfp+:10gbase-sr / om3 250m lc joints=2 / sfp+:10gbase-sr");
        const QString text = toQt(text::render(outcome->pattern, outcome->args)).replace(toQt(text::kThin), " ");
        QVERIFY2(text.startsWith("0.25 km × 3.5 dB/km + 2 × 0.75 dB = 2.375 dB of 2.6 dB"), qPrintable(text));
        QVERIFY2(text.contains("0.225 dB to spare"), qPrintable(text));
    }
    void moreFibreNeverRaisesTheMargin()
    {
        Verdict before = Verdict::Fits;
        for (int metres = 50; metres < 2000; metres += 50) {
            const std::string line = "sfp+:10gbase-sr / om3 " + std::to_string(metres) + "m joints=2 / sfp+:10gbase-sr";
            const Verdict now = outcomeOf("optical-loss", line.c_str())->verdict;
            QVERIFY(now >= before);
            before = now;
        }
    }
};

SOKUDO_TEST(OpticalLossTest)
#include "optical_loss_test.moc"
