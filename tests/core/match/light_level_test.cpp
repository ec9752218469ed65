// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // -8.2 dBm less 0.35 and 0.6 dB are -9.15; 3 dB lower is -12.15
    {"sfp+:10gbase-lr / os2 1km joints=2 / sfp+:10gbase-lr rx=-12.2", Verdict::Marginal, 10, "fo-22"},
    {"sfp+:10gbase-lr / os2 1km joints=2 / sfp+:10gbase-lr rx=-12.1", Verdict::Fits, kNoRate, "fo-01"},
    {"sfp+:10gbase-lr tx=-2 / os2 1km joints=2 / sfp+:10gbase-lr rx=-6", Verdict::Marginal, 10, "fo-22"},
    {"sfp+:10gbase-lr tx=-2 / os2 1km joints=2 / sfp+:10gbase-lr rx=-5.9", Verdict::Fits, kNoRate, "fo-01"},
    {"sfp+:10gbase-lr / os2 1km joints=2 / sfp+:10gbase-lr rx=-40", Verdict::NoLink, kNoRate, "fo-23"},
    {"sfp+:10gbase-lr rx=-35 / os2 1km joints=2 / sfp+:10gbase-lr", Verdict::NoLink, kNoRate, "fo-23"},
    {"sfp+:10gbase-lr rx=-34 / os2 1km joints=2 / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-22"},
    {"sfp+:10gbase-lr rx=0.6 / os2 1km joints=2 / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-18"},
    {"sfp+:10gbase-lr rx=0.5 / os2 1km joints=2 / sfp+:10gbase-lr", Verdict::Fits, kSilent, "fo-18"},
    {"sfp+:10gbase-lr / os2 1km joints=2 / sfp+:10gbase-lr", Verdict::Fits, kSilent, "fo-01"},
};

}  // namespace

SOKUDO_RULE_ROWS(LightLevelTest, "light-level", kRows)
