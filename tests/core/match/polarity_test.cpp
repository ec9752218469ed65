// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+:10gbase-sr / om3 30m crossings=2 / sfp+:10gbase-sr", Verdict::NoLink, kNoRate, "fo-14"},
    {"sfp+:10gbase-sr / om3 30m crossings=0 / sfp+:10gbase-sr", Verdict::NoLink, kNoRate, "fo-14"},
    {"sfp+:10gbase-sr / om3 30m crossings=1 / sfp+:10gbase-sr", Verdict::Fits, kSilent, "fo-14"},
    {"sfp+:10gbase-sr / om3 30m crossings=3 / sfp+:10gbase-sr", Verdict::Fits, kSilent, "fo-14"},
    {"sfp:1000base-bx10-d / os2 30m crossings=0 / sfp:1000base-bx10-u", Verdict::Fits, kSilent, "fo-14"},
    {"qsfp+:40gbase-sr4 / om3 30m mpo=a / qsfp+:40gbase-sr4", Verdict::NoLink, kNoRate, "fo-15"},
    {"qsfp28:100g-psm4 / os2 30m mpo=c / qsfp28:100g-psm4", Verdict::NoLink, kNoRate, "fo-15"},
    {"qsfp+:40gbase-sr4 / om3 30m mpo=b / qsfp+:40gbase-sr4", Verdict::Fits, kSilent, "fo-15"},
    {"sfp+:10gbase-sr / om3 30m mpo=a / sfp+:10gbase-sr", Verdict::Fits, kSilent, "fo-15"},
    {"sfp:1000base-bx10-d / os2 30m strands=1 / sfp:1000base-bx10-u", Verdict::Fits, 1, "fo-26"},
    {"sfp+:10gbase-br-d / os2 30m strands=1 / sfp+:10gbase-br-u", Verdict::Fits, 10, "fo-26"},
    {"sfp+:10gbase-lr / os2 30m strands=1 / sfp+:10gbase-lr", Verdict::NoLink, kNoRate, "strands"},
    {"sfp+:10gbase-lr / os2 30m strands=2 / sfp+:10gbase-lr", Verdict::Fits, kSilent, "strands"},
    {"qsfp+:40gbase-sr4 / om3 30m strands=7 / qsfp+:40gbase-sr4", Verdict::NoLink, kNoRate, "strands"},
    {"qsfp+:40gbase-sr4 / om3 30m strands=8 / qsfp+:40gbase-sr4", Verdict::Fits, kSilent, "strands"},
};

}  // namespace

SOKUDO_RULE_ROWS(PolarityTest, "polarity", kRows)
