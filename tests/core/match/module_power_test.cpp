// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"qsfp28:100gbase-lr4 allows-w=4.4 / os2 20m / qsfp28:100gbase-lr4", Verdict::NoLink, kNoRate, "md-15"},
    {"qsfp28:100gbase-lr4 allows-w=4.5 / os2 20m / qsfp28:100gbase-lr4", Verdict::Fits, kSilent, "md-15"},
    {"sfp+ module=10gbase-t-30 allows-w=2.4 / cat6a 20m / rj45:10gbase-t", Verdict::Unsafe, kNoRate, "md-16"},
    {"sfp+ module=10gbase-t-30 allows-w=2.5 / cat6a 20m / rj45:10gbase-t", Verdict::Fits, kSilent, "md-16"},
    {"sfp+ module=10gbase-t-30 / cat6a 20m / rj45:10gbase-t", Verdict::Limited, kNoRate, "md-16"},
    {"sfp:1000base-t / cat6a 20m / rj45:1000base-t", Verdict::Fits, kSilent, "md-16"},
};

}  // namespace

SOKUDO_RULE_ROWS(ModulePowerTest, "module-power", kRows)
