// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"f sync-writes=yes / coax 20m / f", Verdict::Limited, kNoRate, "cx-11"},
    {"mains-plug plc=av / power-line 10m / mains-plug plc=av sync-writes=yes", Verdict::Limited, kNoRate, "cx-11"},
    {"f sync-writes=no / coax 20m / f", Verdict::Fits, kSilent, "cx-11"},
    {"rj45:1000base-t sync-writes=yes / cat6 20m / rj45:1000base-t", Verdict::Fits, kSilent, "cx-11"},
};

}  // namespace

SOKUDO_RULE_ROWS(SlowMediaTest, "slow-media", kRows)
