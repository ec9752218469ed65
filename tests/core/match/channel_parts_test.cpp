// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:10gbase-t / cat6a 14m / jack cat6a / rj45:10gbase-t", Verdict::Fits, kSilent, "cu-38"},
    {"rj45:10gbase-t / cat6a 14m / jack / rj45:10gbase-t", Verdict::Limited, 10, "cu-38"},
    {"rj45:10gbase-t / coupler / cat6a 14m / rj45:10gbase-t", Verdict::Limited, 10, "cu-38"},
    {"rj45:10gbase-t / cat6a 14m / jack cat3 / rj45:10gbase-t", Verdict::Fits, kNoRate, "cu-39"},
    {"rj45:10gbase-t / cat6a 14m / jack cat8 / rj45:10gbase-t", Verdict::Fits, kSilent, "cu-39"},
    // Where two cables meet, the panel counts as good as the weaker of them.
    {"rj45:10gbase-t / cat6a 14m / cat6a 20m / rj45:10gbase-t", Verdict::Fits, kSilent, "cu-38"},
};

}  // namespace

SOKUDO_RULE_ROWS(ChannelPartsTest, "channel-parts", kRows)
