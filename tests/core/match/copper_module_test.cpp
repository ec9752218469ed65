// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+:10gbase-t / cat6a 20m / rj45:2.5gbase-t", Verdict::Limited, 2.5, "md-18"},
    {"sfp+:10gbase-t / cat6a 20m / rj45:10gbase-t", Verdict::Fits, kSilent, "md-18"},
    {"sfp+:10gbase-t pause=on / cat6a 20m / rj45:5gbase-t", Verdict::Limited, 5, "md-18"},
    {"sfp+:10gbase-t pause=off / cat6a 20m / rj45:2.5gbase-t", Verdict::Limited, 2.5, "md-19"},
    {"sfp+ module=10gbase-t-fixed serdes=fixed / cat6a 20m / rj45:5gbase-t", Verdict::NoLink, kNoRate, "md-20"},
    {"sfp+ module=10gbase-t-fixed serdes=switches / cat6a 20m / rj45:5gbase-t", Verdict::Fits, kSilent, "md-20"},
    {"sfp+ module=10gbase-t-fixed serdes=fixed / cat6a 20m / rj45:10gbase-t", Verdict::Fits, kSilent, "md-20"},
    {"sfp:1000base-t sgmii=no / cat5e 20m / rj45:100base-tx", Verdict::NoLink, kNoRate, "md-21"},
    {"sfp:1000base-t sgmii=yes / cat5e 20m / rj45:100base-tx", Verdict::Fits, kSilent, "md-21"},
    {"sfp:1000base-t sgmii=no / cat5e 20m / rj45:1000base-t", Verdict::Fits, kSilent, "md-21"},
};

}  // namespace

SOKUDO_RULE_ROWS(CopperModuleTest, "copper-module", kRows)
