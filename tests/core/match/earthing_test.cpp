// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+ / dac 3m earth=different / sfp+", Verdict::Unsafe, kNoRate, "fe-13"},
    {"sfp+ / dac 3m / sfp+ building=shed", Verdict::Unsafe, kNoRate, "fe-13"},
    {"sfp+ / dac 3m earth=same / sfp+", Verdict::Fits, kSilent, "fe-13"},
    {"sfp+ / aoc 3m earth=different / sfp+", Verdict::Fits, kSilent, "fe-13"},
};

}  // namespace

SOKUDO_RULE_ROWS(EarthingTest, "earthing", kRows)
