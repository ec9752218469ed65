// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:1000base-t combo=both / cat5e 20m / rj45:1000base-t", Verdict::Limited, kNoRate, "md-22"},
    {"rj45:1000base-t combo=alone / cat5e 20m / rj45:1000base-t", Verdict::Fits, kSilent, "md-22"},
    {"sfp+:10gbase-sr lock=listed coding=other / om3 20m / sfp+:10gbase-sr", Verdict::NoLink, kNoRate, "md-23"},
    {"sfp+ lock=listed coding=other / dac 2m / sfp+", Verdict::NoLink, kNoRate, "md-23"},
    {"sfp+:10gbase-sr lock=listed coding=host / om3 20m / sfp+:10gbase-sr", Verdict::Fits, kSilent, "md-23"},
    {"sfp+:10gbase-sr lock=none coding=other / om3 20m / sfp+:10gbase-sr", Verdict::Fits, kSilent, "md-23"},
    {"sfp+:10gbase-sr lock=listed / om3 20m / sfp+:10gbase-sr", Verdict::Unknown, kNoRate, "md-23"},
    {"sfp:2500base-x 2500base-x=no / om3 20m / sfp:2500base-x 2500base-x=yes", Verdict::NoLink, kNoRate, "md-30"},
    {"sfp:2500base-x 2500base-x=yes / om3 20m / sfp:2500base-x 2500base-x=yes", Verdict::Fits, kSilent, "md-30"},
    {"sfp+:10gbase-lrm edc=no / om3 100m / sfp+:10gbase-lrm edc=yes", Verdict::NoLink, kNoRate, "fo-13"},
    {"sfp+:10gbase-lrm edc=yes / om3 100m / sfp+:10gbase-lrm", Verdict::Unknown, 10, "fo-13"},
    {"sfp+:10gbase-lrm edc=yes / om3 100m / sfp+:10gbase-lrm edc=yes", Verdict::Fits, kSilent, "fo-13"},
    {"sfp+:10gbase-sr edc=no / om3 100m / sfp+:10gbase-sr", Verdict::Fits, kSilent, "fo-13"},
};

}  // namespace

SOKUDO_RULE_ROWS(HostAcceptsTest, "host-accepts", kRows)
