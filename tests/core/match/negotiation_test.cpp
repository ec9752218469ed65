// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // forcing 100 stops negotiation, forcing 1000 only narrows what is offered
    {"rj45:1000base-t / cat5e 10m / rj45:1000base-t rate=0.1", Verdict::Marginal, 0.1, "cu-19"},
    {"rj45:1000base-t / cat5e 10m / rj45:1000base-t rate=0.01", Verdict::Marginal, 0.01, "cu-19"},
    {"rj45:1000base-t / cat5e 10m / rj45:1000base-t rate=0.1 duplex=half", Verdict::Fits, kSilent, "cu-19"},
    {"rj45:1000base-t rate=0.1 / cat5e 10m / rj45:1000base-t rate=0.1", Verdict::Limited, 0.1, "forced-both"},
    {"rj45:1000base-t rate=0.1 / cat5e 10m / rj45:1000base-t rate=0.1 duplex=half", Verdict::Marginal, 0.1, "cu-19"},
    {"rj45:1000base-t / cat5e 10m / rj45:1000base-t rate=1", Verdict::Fits, kSilent, "cu-20"},
    {"rj45:1000base-t / cat5e 10m / rj45:1000base-t autoneg=off", Verdict::NoLink, kNoRate, "cu-20"},
    {"rj45:2.5gbase-t autoneg=off / cat5e 10m / rj45:2.5gbase-t autoneg=off", Verdict::NoLink, kNoRate, "cu-20"},
    {"rj45:2.5gbase-t autoneg=narrowed / cat5e 10m / rj45:2.5gbase-t", Verdict::Fits, kSilent, "cu-20"},
    {"rj45:1000base-t clock=master / cat5e 10m / rj45:1000base-t clock=master", Verdict::NoLink, kNoRate, "cu-21"},
    {"rj45:10gbase-t clock=slave / cat6a 10m / rj45:10gbase-t clock=slave", Verdict::NoLink, kNoRate, "cu-21"},
    {"rj45:1000base-t clock=master / cat5e 10m / rj45:1000base-t clock=slave", Verdict::Fits, kSilent, "cu-21"},
    {"rj45:1000base-t clock=auto / cat5e 10m / rj45:1000base-t clock=auto", Verdict::Fits, kSilent, "cu-21"},
    {"rj45 rate=0.1 mdix=off / cat5e 10m / rj45 rate=0.1 mdix=off", Verdict::NoLink, kNoRate, "cu-22"},
    {"rj45 rate=0.1 mdix=off / cat5e 10m wiremap=crossed-ab / rj45 rate=0.1 mdix=off", Verdict::Fits, kSilent, "cu-22"},
    {"rj45 rate=0.1 mdix=off / cat5e 10m / rj45 rate=0.1 mdix=auto", Verdict::Fits, kSilent, "cu-22"},
    {"sfp:1000base-sx autoneg=off / om3 30m / sfp:1000base-sx", Verdict::NoLink, kNoRate, "md-28"},
    {"sfp:1000base-sx autoneg=off / om3 30m / sfp:1000base-sx autoneg=off", Verdict::Fits, kSilent, "md-28"},
    {"sfp+:10gbase-sr autoneg=off / om3 30m / sfp+:10gbase-sr", Verdict::Fits, kSilent, "md-28"},
    {"sfp28 autoneg=off / dac 2m / sfp28", Verdict::NoLink, kNoRate, "md-29"},
    {"qsfp28 / dac 2m / qsfp28 autoneg=off", Verdict::NoLink, kNoRate, "md-29"},
    {"sfp28 autoneg=off / dac 2m / sfp28 autoneg=off", Verdict::Fits, kSilent, "md-29"},
    {"sfp+ autoneg=off / dac 2m / sfp+", Verdict::Fits, kSilent, "md-29"},
};

}  // namespace

SOKUDO_RULE_ROWS(NegotiationTest, "negotiation", kRows)
