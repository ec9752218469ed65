// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

#include "core/kb/port_rows.h"
#include "core/match/channel_loss.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // 90 m and 10 m of 24 AWG cord are 102 m; with four connectors the loss is the limit itself
    {"rj45:1000base-t / cord 5m / cat5e 90m joints=2 / cord 5m / rj45:1000base-t", Verdict::Fits, kSilent, "cu-31"},
    {"rj45:1000base-t / cord 5m / cat5e 90m joints=2 / cord 5.1m / rj45:1000base-t", Verdict::Marginal, 1, "cu-31"},
    {"rj45:1000base-t / cord 4m 26awg / cat5e 90m joints=2 / cord 4m 26awg / rj45:1000base-t", Verdict::Fits, kSilent,
     "cu-31"},
    {"rj45:1000base-t / cord 4m 26awg / cat5e 90m joints=2 / cord 4.1m 26awg / rj45:1000base-t", Verdict::Marginal, 1,
     "cu-31"},
    // two connectors fewer leave 0.8 dB at 100 MHz
    {"rj45:1000base-t / cord 5m / cat5e 90m / cord 5.1m / rj45:1000base-t", Verdict::Fits, kSilent, "cu-31"},
    // Cat 6 is better than 1000BASE-T needs
    {"rj45:1000base-t / cord 5m / cat6 90m joints=2 / cord 5.1m / rj45:1000base-t", Verdict::Fits, kSilent, "cu-31"},
    {"rj45:10gbase-t / cord 5m / cat6a 90m joints=2 / cord 5m / rj45:10gbase-t", Verdict::Fits, kSilent, "cu-31"},
    {"rj45:10gbase-t / cord 7m 26awg / cat6a 90m joints=2 / cord 7m 26awg / rj45:10gbase-t", Verdict::Marginal, 10,
     "cu-31"},
    // 79.5 m is the most at 50 degrees; 80 m lose as 91.2
    {"rj45:1000base-t / cord 5m / cat5e 79m joints=2 50c / cord 5m / rj45:1000base-t", Verdict::Fits, kSilent, "cu-32"},
    {"rj45:1000base-t / cord 5m / cat5e 80m joints=2 50c / cord 5m / rj45:1000base-t", Verdict::Marginal, 1, "cu-32"},
    {"rj45:1000base-t / cord 5m / cat5e 80m joints=2 20c / cord 5m / rj45:1000base-t", Verdict::Fits, kSilent, "cu-32"},
    {"rj45:1000base-t / cord 5m / cat6 80m joints=2 50c / cord 5m / rj45:1000base-t", Verdict::Fits, kSilent, "cu-32"},
};

}  // namespace

SOKUDO_RULE_ROWS(InsertionLossTest, "insertion-loss", kRows)

class InsertionLossTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// +0.4 % a degree to 40, +0.6 % above; screened +0.2 %.
    void heatByHand()
    {
        NEAR(match::heatFactor(Celsius::of(20), false), 1.0, 1e-9);
        NEAR(match::heatFactor(Celsius::of(40), false), 1.08, 1e-9);
        NEAR(match::heatFactor(Celsius::of(60), false), 1.20, 1e-9);
        NEAR(match::heatFactor(Celsius::of(60), true), 1.08, 1e-9);
        QCOMPARE(*match::longestWhenHot(knowledge(), Celsius::of(50), false), Length::of(79.5));
        QCOMPARE(*match::longestWhenHot(knowledge(), Celsius::of(22.5), false), Length::of(89.5));
        QCOMPARE(*match::longestWhenHot(knowledge(), Celsius::of(60), true), Length::of(83));
        QCOMPARE(*match::longestWhenHot(knowledge(), Celsius::of(5), true), Length::of(90));
    }
    /// The channel limits at 100 MHz as published: 24.0, 21.3 and 20.9 dB.
    void limitsAsPublished()
    {
        const auto lossOf = [](const char* line, const char* phy) {
            const auto plan = oneline::planFromLinkLine(line, knowledge());
            return match::channelLoss(match::linkContext(*plan, plan::links(*plan).front(), knowledge()),
                                      *knowledge().find<kb::Phy>(phy));
        };
        const auto five = lossOf("rj45 / cat5e 110m joints=4 / rj45", "1000base-t");
        QVERIFY(five);
        NEAR(five->limit.in(), 24.0, 0.005);
        NEAR(five->loss.in(), 1.1 * 21.975 + 4 * 0.4, 0.001);
        const auto ten = lossOf("rj45 / cat6a 120m joints=4 / rj45", "10gbase-t");
        NEAR(ten->limit.in(), 49.3, 0.005);
    }
};

SOKUDO_TEST(InsertionLossTest)
#include "insertion_loss_test.moc"
