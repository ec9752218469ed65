// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+:10gbase-lr / os2 40m provider-fibre / sfp+:10gbase-lr", Verdict::NoLink, kNoRate, "hw-04"},
    {"sfp+:10gbase-lr / os2 40m / sfp+:10gbase-lr", Verdict::Fits, kSilent, "hw-04"},
    {"rj45 rates=1 plan-rate=2 / cat6 3m / rj45", Verdict::Limited, 1, "hw-05"},
    {"rj45 rates=2.5+1 plan-rate=2.5 / cat6 3m / rj45", Verdict::Fits, kSilent, "hw-05"},
    {"rj45 rates=2.5+1 plan-rate=2 / cat6 3m / rj45", Verdict::Fits, kNoRate, "hw-06"},
    {"rj45 rates=2.5+1 plan-rate=2.5 / cat6 3m / rj45", Verdict::Fits, kNoRate, "hw-06"},
    {"rj45 rates=10+2.5+1 plan-rate=8 / cat6 3m / rj45 rates=2.5+1", Verdict::Limited, 2.5, "hw-05"},
};

}  // namespace

SOKUDO_RULE_ROWS(ProviderHandOffTest, "provider-hand-off", kRows)
