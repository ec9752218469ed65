// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+:10gbase-lr / os2 30m polish=mixed / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-19"},
    {"sfp+:10gbase-lr / os2 30m polish=apc / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-19"},
    {"sfp+:10gbase-lr / os2 30m polish=upc / sfp+:10gbase-lr", Verdict::Fits, kSilent, "fo-19"},
    {"qsfp28:100g-psm4 / os2 30m polish=upc / qsfp28:100g-psm4", Verdict::Marginal, 100, "fo-19"},
    {"qsfp28:100g-psm4 / os2 30m polish=apc / qsfp28:100g-psm4", Verdict::Fits, kSilent, "fo-19"},
    {"sfp+:10gbase-sr / om4 30m sc / sfp+:10gbase-sr", Verdict::NoLink, kNoRate, "fo-28"},
    {"sfp+:10gbase-sr / om4 30m mpo / sfp+:10gbase-sr", Verdict::NoLink, kNoRate, "fo-28"},
    {"sfp+:10gbase-sr / om4 30m lc / sfp+:10gbase-sr", Verdict::Fits, kSilent, "fo-28"},
    {"qsfp+:40gbase-sr4 / om4 30m mpo / qsfp+:40gbase-sr4", Verdict::Fits, kSilent, "fo-28"},
    {"sfp:1000base-bx10-d / os2 30m lc / sfp:1000base-bx10-u", Verdict::Fits, kSilent, "fo-28"},
    {"sfp+:10gbase-sr / cord os2 2m / om4 30m / sfp+:10gbase-sr", Verdict::NoLink, kNoRate, "fo-20"},
    {"sfp+:10gbase-sr / cord om4 2m / om4 30m / sfp+:10gbase-sr", Verdict::Fits, kSilent, "fo-20"},
    {"sfp+:10gbase-lr / os2 30m / cord om3 2m / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-21"},
    {"sfp+:10gbase-lr / os2 30m / cord os2 2m / sfp+:10gbase-lr", Verdict::Fits, kSilent, "fo-21"},
    {"sfp+:10gbase-lr / os2 30m bend=24mm / sfp+:10gbase-lr", Verdict::Marginal, kNoRate, "fo-24"},
    {"sfp+:10gbase-lr / os2 30m bend=25mm / sfp+:10gbase-lr", Verdict::Fits, kSilent, "fo-24"},
    {"sfp+:10gbase-lr / os2 30m bend=10mm bend-limit=10mm / sfp+:10gbase-lr", Verdict::Fits, kSilent, "fo-24"},
    {"sfp+:10gbase-lr / os2 30m bend=9mm bend-limit=10mm / sfp+:10gbase-lr", Verdict::Marginal, kNoRate, "fo-24"},
};

}  // namespace

SOKUDO_RULE_ROWS(FibreJointsTest, "fibre-joints", kRows)
