// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45 role=access-point mount=2 plate=1 / cat6 20m / rj45", Verdict::Limited, kNoRate, "hw-09"},
    {"rj45 role=access-point mount=2 plate=2 / cat6 20m / rj45", Verdict::Fits, kSilent, "hw-09"},
    {"rj45 role=access-point mount=2 / cat6 20m / rj45", Verdict::Fits, kSilent, "hw-09"},
};

}  // namespace

SOKUDO_RULE_ROWS(MountPlateTest, "mount-plate", kRows)
