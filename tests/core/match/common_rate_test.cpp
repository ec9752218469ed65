// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:10gbase-t / cat6a 9m / rj45:10gbase-t", Verdict::Fits, 10, "common"},
    {"rj45:10gbase-t / cat6a 9m / rj45:2.5gbase-t", Verdict::Limited, 2.5, "below-port"},
    {"rj45 rates=10+1+0.1 / cat6a 9m / rj45:2.5gbase-t", Verdict::Limited, 1, "cu-18"},
    {"rj45:10gbase-t / cat6a 9m / rj45:1000base-t", Verdict::Limited, kSilent, "cu-18"},
    {"rj45 rates=10 / cat6a 9m / rj45 rates=2.5+1", Verdict::NoLink, -1, "no-common"},
    {"rj45:10gbase-t,rate=1 / cat6a 9m / rj45:10gbase-t", Verdict::Limited, 1, "narrowed"},
    {"rj45:10gbase-t / cat6a 9m want=2.5 / rj45:2.5gbase-t", Verdict::Fits, 2.5, "common"},
    {"rj45:2.5gbase-t / cat6a 9m want=10 / rj45:2.5gbase-t", Verdict::Limited, 2.5, "below-wish"},
    {"sfp28 / dac 2m / sfp+", Verdict::Limited, 10, "below-port"},
    {"qsfp28 rates=100 / dac 2m / qsfp+", Verdict::NoLink, -1, "no-common"},
    {"sfp+:10gbase-t / cat6a 9m / rj45:2.5gbase-t", Verdict::Limited, 2.5, "below-port"},
    // No setting overrules what the port can do: its cage, its PHY, its list, its group.
    {"sfp+,rate=25 / dac 2m / sfp28,rate=25", Verdict::NoLink, -1, "cannot-be-set"},
    {"sfp:10gbase-sr,rate=10 / om3 9m / sfp+:10gbase-sr", Verdict::NoLink, -1, "cannot-be-set"},
    {"qsfp+,rate=100 / dac 2m / qsfp28,rate=100", Verdict::NoLink, -1, "cannot-be-set"},
    {"rj45 rates=2.5+1 rate=10 / cat6a 9m / rj45 rate=10", Verdict::NoLink, -1, "cannot-be-set"},
    {"rj45:1000base-t,rate=10 / cat6a 9m / rj45 rate=10", Verdict::NoLink, -1, "cannot-be-set"},
    {"sfp28,group-rate=10,rate=25 / dac 2m / sfp28,rate=25", Verdict::NoLink, -1, "cannot-be-set"},
    {"rj45:10gbase-t,lowest-rate=1,rate=0.1 / cat6a 9m / rj45:10gbase-t", Verdict::NoLink, -1, "cannot-be-set"},
    {"sfp+ rates=25 / dac 2m / sfp28", Verdict::NoLink, -1, "beyond-cage"},
    {"sfp+ rates=25+10 / dac 2m / sfp+", Verdict::Fits, -1, "beyond-cage"},
    // A slower setting of a port whose list nobody read is believed.
    {"sfp28:1000base-sx,rate=1 / om3 9m / sfp+:1000base-sx", Verdict::Fits, 1, "common"},
    // Narrowed below what both ends could do, forced, listed or grouped.
    {"sfp28,rate=10 / dac 2m rated=25 / sfp28,rate=10", Verdict::Limited, 10, "narrowed"},
    {"sfp28,rate=10 / dac 2m rated=10 / sfp28,rate=10", Verdict::Fits, 10, "common"},
    {"sfp28 rates=10 / dac 2m rated=25 / sfp28", Verdict::Limited, 10, "narrowed"},
    {"sfp28,group-rate=10 / dac 2m rated=25 / sfp28", Verdict::Limited, 10, "narrowed"},
    {"sfp28,rate=10 / dac 2m rated=25 want=10 / sfp28", Verdict::Fits, 10, "common"},
    {"rj45:2.5gbase-t rate=1 / cat6a 9m / rj45:2.5gbase-t", Verdict::Limited, 1, "narrowed"},
};

}  // namespace

SOKUDO_RULE_ROWS(CommonRateTest, "common-rate", kRows)

class CommonRateTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The sentence names what the port has, not what it was forced to.
    void whatAPortHasIsSaid()
    {
        const auto found = outcomeOf("common-rate", "sfp+,rate=25 / dac 2m / sfp28,rate=25", "cannot-be-set");
        QVERIFY(found);
        const QString text = toQt(match::Finding{"common-rate", *found}.text());
        QVERIFY2(text.contains("cannot be set to 25") && text.contains("it has 10, 1"), qPrintable(text));
    }
};

SOKUDO_TEST(CommonRateTest)
#include "common_rate_test.moc"
