// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: 802.3-28 802.3-73
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
    {"rj45:10gbase-t,rate=1 / cat6a 9m / rj45:10gbase-t", Verdict::Limited, 1, "below-port"},
    {"rj45:10gbase-t / cat6a 9m want=2.5 / rj45:2.5gbase-t", Verdict::Fits, 2.5, "common"},
    {"rj45:2.5gbase-t / cat6a 9m want=10 / rj45:2.5gbase-t", Verdict::Limited, 2.5, "below-wish"},
    {"sfp28 / dac 2m / sfp+", Verdict::Limited, 10, "below-port"},
    {"qsfp28 rates=100 / dac 2m / qsfp+", Verdict::NoLink, -1, "no-common"},
    {"sfp+:10gbase-t / cat6a 9m / rj45:2.5gbase-t", Verdict::Limited, 2.5, "below-port"},
};

}  // namespace

SOKUDO_RULE_ROWS(CommonRateTest, "common-rate", kRows)
