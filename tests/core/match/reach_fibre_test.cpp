// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+:10gbase-sr / om3 100m / om4 100m / sfp+:10gbase-sr", Verdict::Fits, kNoRate, "fo-06"},
    {"sfp+:10gbase-sr / om4 100m / om4 100m / sfp+:10gbase-sr", Verdict::Fits, kSilent, "fo-06"},
    {"sfp:1000base-lx / om1 550m conditioning / sfp:1000base-lx", Verdict::Fits, 1, "fo-11"},
    {"sfp:1000base-lx / om1 551m conditioning / sfp:1000base-lx", Verdict::Fits, kSilent, "fo-11"},
    {"sfp:1000base-lx / om2 300m / sfp:1000base-lx", Verdict::Limited, 1, "fo-12"},
    {"sfp:1000base-lx / om2 301m / sfp:1000base-lx", Verdict::Marginal, 1, "fo-12"},
    {"sfp:1000base-lx / om3 301m / sfp:1000base-lx", Verdict::Marginal, kSilent, "fo-12"},
    {"sfp+:10gbase-sr / om3 299.999m / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-sr / om3 300m / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-sr / om3 300.001m / sfp+:10gbase-sr", Verdict::Marginal, 10, "fo-02"},
    {"sfp+:10gbase-sr / om3 360m / sfp+:10gbase-sr", Verdict::Marginal, 10, "fo-02"},
    {"sfp+:10gbase-sr / om3 360.001m / sfp+:10gbase-sr", Verdict::NoLink, -1, "fo-03"},
    {"qsfp+:40gbase-sr4 / om3 100m / qsfp+:40gbase-sr4", Verdict::Fits, 40, "fo-01"},
    {"qsfp+:40gbase-sr4 / om3 101m / qsfp+:40gbase-sr4", Verdict::Marginal, 40, "fo-02"},
    {"sfp28:25gbase-sr / om3 70m / sfp28:25gbase-sr", Verdict::Fits, 25, "fo-01"},
    {"sfp28:25gbase-sr / om3 70.001m / sfp28:25gbase-sr", Verdict::Marginal, 25, "fo-02"},
    {"sfp28:25gbase-sr / om4 100m / sfp28:25gbase-sr", Verdict::Fits, 25, "fo-01"},
    {"qsfp28:100gbase-sr4 / om4 100.001m / qsfp28:100gbase-sr4", Verdict::Marginal, 100, "fo-02"},
    {"sfp+:10gbase-sr / om1 33m / sfp+:10gbase-sr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-sr / om1 33.001m / sfp+:10gbase-sr", Verdict::Marginal, 10, "fo-02"},
    {"sfp:1000base-sx / om2 550m / sfp:1000base-sx", Verdict::Fits, 1, "fo-01"},
    {"sfp+:10gbase-lr / os2 10km / sfp+:10gbase-lr", Verdict::Fits, 10, "fo-01"},
    {"sfp+:10gbase-lr / os2 10.001km / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-02"},
    {"sfp+:10gbase-lr / os2 13km / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-03"},
    // Multimode light on single-mode fibre, and the other way round.
    {"sfp+:10gbase-sr / os2 5m / sfp+:10gbase-sr", Verdict::NoLink, -1, "fo-09"},
    {"sfp+:10gbase-lr / om3 20m / sfp+:10gbase-lr", Verdict::Marginal, 10, "fo-10"},
    {"sfp+:10gbase-lr / om3 100m / sfp+:10gbase-lr", Verdict::NoLink, -1, "fo-10"},
    {"qsfp28:100gbase-lr4 / om4 10m / qsfp28:100gbase-lr4", Verdict::NoLink, -1, "fo-10"},
    // The worst grade counts; two core sizes lose light.
    {"sfp28:25gbase-sr / om4 40m / om3 31m / sfp28:25gbase-sr", Verdict::Marginal, 25, "fo-02"},
    {"sfp+:10gbase-sr / om1 10m / om3 10m / sfp+:10gbase-sr", Verdict::Marginal, -1, "fo-07"},
    {"sfp+:10gbase-sr / om4 / sfp+:10gbase-sr", Verdict::Unknown, 10, "length-unknown"},
    // A dual-rate module at its lower rate reaches what that PHY reaches: 10GBASE-SR 300 m on OM3, 1000BASE-SX 550 m.
    {"sfp28:25g-dual-sr,rate=10 / om3 300m / sfp28:25g-dual-sr,rate=10", Verdict::Fits, 10, "fo-01"},
    {"sfp28:25g-dual-sr / om3 301m / sfp28:25g-dual-sr", Verdict::NoLink, kNoRate, "fo-03"},
    {"sfp:10g-dual-sr / om2 550m / sfp:1000base-sx", Verdict::Fits, 1, "fo-01"},
    {"sfp+:10gbase-lrm edc=yes / om1 100m / sfp+:10gbase-lrm edc=yes", Verdict::Unknown, 10, "fo-27"},
    {"sfp+:10gbase-lrm edc=yes / om2 100m conditioning=no / sfp+:10gbase-lrm edc=yes", Verdict::Marginal, 10, "fo-27"},
    {"sfp+:10gbase-lrm edc=yes / om2 100m conditioning / sfp+:10gbase-lrm edc=yes", Verdict::Fits, 10, "fo-11"},
    {"sfp+:10gbase-lrm edc=yes / om3 100m / sfp+:10gbase-lrm edc=yes", Verdict::Fits, kSilent, "fo-27"},
};

}  // namespace

SOKUDO_RULE_ROWS(ReachFibreTest, "reach-fibre", kRows)
