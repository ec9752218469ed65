// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"qsfp+ / dac 3m / sfp+", Verdict::NoLink, kNoRate, "md-24"},
    {"qsfp+ split=4 leg=2 legs-used=3 / dac 3m / sfp+", Verdict::Fits, 10, "md-26"},
    {"qsfp28 split=4 leg=1 / dac 2m / sfp28", Verdict::Fits, 25, "md-26"},
    {"qsfp+ split=4 leg=1 role=computer / dac 3m / sfp+", Verdict::NoLink, kNoRate, "md-24"},
    {"qsfp+ split=4 leg=1 role=computer can-split=yes / dac 3m / sfp+", Verdict::Fits, 10, "md-26"},
    {"qsfp+ split=4 leg=1 can-split=no / dac 3m / sfp+", Verdict::NoLink, kNoRate, "md-24"},
    {"qsfp+ module=40gbase-lr4 split=4 leg=1 / os2 20m / sfp+:10gbase-lr", Verdict::NoLink, kNoRate, "md-25"},
    {"qsfp28 module=100gbase-dr split=4 leg=1 / os2 20m / sfp28:25gbase-lr", Verdict::NoLink, kNoRate, "md-25"},
    {"qsfp+:40gbase-sr4 split=4 leg=1 / om3 50m / sfp+:10gbase-sr", Verdict::Fits, 10, "md-26"},
    {"qsfp28:100gbase-sr4 split=4 leg=4 / om4 50m / sfp28:25gbase-sr", Verdict::Fits, 25, "md-26"},
    {"qsfp+:40g-psm4 split=4 leg=1 / os2 50m / sfp+:10gbase-lr", Verdict::Fits, 10, "md-26"},
    {"qsfp+ legs-used=4 / dac 3m / sfp+", Verdict::NoLink, kNoRate, "md-27"},
    {"qsfp+ legs-used=4 split=4 leg=1 / dac 3m / sfp+", Verdict::Fits, kSilent, "md-27"},
    {"qsfp+ / dac 3m / qsfp+", Verdict::Fits, kSilent, "md-24"},
    {"qsfp+ split=4 leg=5 / dac 3m / sfp+", Verdict::NoLink, kNoRate, "md-31"},
    {"qsfp+ split=4 leg=4 / dac 3m / sfp+", Verdict::Fits, kSilent, "md-31"},
};

}  // namespace

SOKUDO_RULE_ROWS(BreakOutTest, "break-out", kRows)
