// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // need at MTU 1500: 94.15 of 100, 37.66 of 40, 23.54 of 25, 9.41 of 10
    {"qsfp28:100gbase-sr4,slot=4.0x4,card=4.0x16 / om4 9m / qsfp28:100gbase-sr4", Verdict::Limited, 63.015384615,
     "slot"},
    {"qsfp28:100gbase-sr4,slot=4.0x8 / om4 9m / qsfp28:100gbase-sr4", Verdict::Fits, -1, "slot"},
    {"qsfp28:100gbase-sr4,slot=3.0x16 / om4 9m / qsfp28:100gbase-sr4", Verdict::Fits, -1, "slot"},
    {"qsfp28:100gbase-sr4,slot=3.0x8 / om4 9m / qsfp28:100gbase-sr4", Verdict::Limited, 63.015384615, "slot"},
    {"qsfp+:40gbase-sr4,slot=3.0x8 / om4 9m / qsfp+:40gbase-sr4", Verdict::Fits, -1, "slot"},
    {"qsfp+:40gbase-sr4,slot=3.0x4 / om4 9m / qsfp+:40gbase-sr4", Verdict::Limited, 31.507692308, "slot"},
    {"sfp28:25gbase-sr,slot=3.0x4 / om4 9m / sfp28:25gbase-sr", Verdict::Fits, -1, "slot"},
    {"sfp28:25gbase-sr,slot=2.0x8 / om4 9m / sfp28:25gbase-sr", Verdict::Fits, -1, "slot"},
    {"sfp28:25gbase-sr,slot=2.0x4 / om4 9m / sfp28:25gbase-sr", Verdict::Limited, 16, "slot"},
    {"sfp+:10gbase-sr,slot=2.0x4 / om4 9m / sfp+:10gbase-sr", Verdict::Fits, -1, "slot"},
    {"sfp+:10gbase-sr,slot=3.0x1 / om4 9m / sfp+:10gbase-sr", Verdict::Limited, 7.876923077, "slot"},
    {"sfp+:10gbase-sr,slot=2.0x1 / om4 9m / sfp+:10gbase-sr", Verdict::Limited, 4, "slot"},
    // the lesser of card and slot counts
    {"sfp+:10gbase-sr,slot=4.0x4,card=2.0x1 / om4 9m / sfp+:10gbase-sr", Verdict::Limited, 4, "slot"},
    {"sfp+:10gbase-sr,card=3.0x8 / om4 9m / sfp+:10gbase-sr", Verdict::Unknown, 10, "slot-unread"},
};

}  // namespace

SOKUDO_RULE_ROWS(SlotWidthTest, "slot-width", kRows)
