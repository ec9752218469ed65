// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp:1000base-bx10-d / os2 30m / sfp:1000base-bx20-u", Verdict::NoLink, kNoRate, "fo-17"},
    {"sfp:1000base-bx20-d / os2 30m / sfp:1000base-bx20-u", Verdict::NoLink, kSilent, "fo-17"},
    {"sfp28:25gbase-br-d / os2 30m / sfp28:25gbase-br-u", Verdict::Fits, 25, "pairing"},
    {"qsfp28:100g-cwdm4 / os2 2km / qsfp28:100g-4wdm-10", Verdict::Fits, 100, "pairing"},
    {"qsfp28:100g-cwdm4 / os2 2.001km / qsfp28:100g-4wdm-10", Verdict::Marginal, 100, "pairing"},
    {"qsfp28:100g-cwdm4 / os2 1km / qsfp28:100gbase-lr4", Verdict::NoLink, kNoRate, "fo-08"},
    {"qsfp+:40gbase-sr4 split=4 leg=1 / om3 30m / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-sr / om3 9m / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-sr / om3 9m / sfp+:10gbase-lr", Verdict::NoLink, -1, "fo-08"},
    {"sfp:1000base-lx / os2 1km / sfp:1000base-lx10", Verdict::Fits, 1, "pairing"},
    {"sfp:1000base-lx / os2 5001m / sfp:1000base-lx10", Verdict::Marginal, 1, "pairing"},
    {"sfp:1000base-bx10-d / os2 1km / sfp:1000base-bx10-u", Verdict::Fits, 1, "pairing"},
    {"sfp:1000base-bx10-d / os2 1km / sfp:1000base-bx10-d", Verdict::NoLink, -1, "fo-16"},
    {"sfp+:10gbase-lr / os2 1km / sfp+:10gbase-er", Verdict::Marginal, 10, "pairing"},
    {"qsfp28:100g-cwdm4 / os2 1km / qsfp28:100gbase-lr4", Verdict::NoLink, -1, "fo-08"},
    {"qsfp28:100gbase-dr / os2 500m / qsfp28:100gbase-fr1", Verdict::Fits, 100, "pairing"},
    {"qsfp28:100gbase-fr1 / os2 2km / qsfp28:100gbase-lr1", Verdict::Fits, 100, "pairing"},
    {"qsfp28:100gbase-dr / os2 501m / qsfp28:100gbase-fr1", Verdict::Marginal, 100, "pairing"},
    {"qsfp28:100g-psm4 / os2 100m / qsfp28:100gbase-dr", Verdict::NoLink, -1, "fo-08"},
    {"qsfp+:40gbase-sr4 / om4 10m / qsfp+:40g-bidi", Verdict::NoLink, -1, "fo-08"},
    {"qsfp+:40g-bidi / om4 10m / qsfp+:40g-swdm4", Verdict::NoLink, -1, "fo-08"},
    {"sfp+:10gbase-sr / om4 10m / sfp28:25g-dual-sr,rate=10", Verdict::Limited, 10, "pairing"},
};

}  // namespace

SOKUDO_RULE_ROWS(PairingTest, "pairing", kRows)
