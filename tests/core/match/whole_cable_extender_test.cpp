// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45 extender=whole-cable / cat6 20m / rj45 role=switch", Verdict::NoLink, kNoRate, "hw-07"},
    {"rj45 extender=whole-cable / cat6 20m / rj45 extender=whole-cable", Verdict::Fits, kSilent, "hw-07"},
    {"rj45 extender=ip / cat6 20m / rj45 role=switch", Verdict::Fits, kSilent, "hw-07"},
    {"rj45 extender=unread / cat6 20m / rj45 role=switch", Verdict::Unknown, kNoRate, "hw-08"},
    {"rj45 extender=ip / cat6 20m / rj45 role=switch", Verdict::Fits, kSilent, "hw-08"},
};

}  // namespace

SOKUDO_RULE_ROWS(WholeCableExtenderTest, "whole-cable-extender", kRows)
