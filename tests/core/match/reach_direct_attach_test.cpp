// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+ / dac 5m / sfp+", Verdict::Fits, 10, "da-1"},
    {"sfp+ / dac 5.001m / sfp+", Verdict::Limited, 10, "da-1"},
    {"sfp+ / dac 7m / sfp+", Verdict::Limited, 10, "da-1"},
    {"sfp+ / dac 7.001m / sfp+", Verdict::Marginal, 10, "fe-09"},
    {"sfp+ / dac 14.001m / sfp+", Verdict::NoLink, -1, "fe-09"},
    {"sfp28 / dac 5m / sfp28", Verdict::Fits, 25, "da-1"},
    {"sfp28 / dac 5.001m / sfp28", Verdict::Marginal, 25, "fe-09"},
    {"qsfp+ / dac 7m / qsfp+", Verdict::Fits, 40, "da-1"},
    {"qsfp28 / dac 5m / qsfp28", Verdict::Fits, 100, "da-1"},
    {"qsfp28 / dac 5.001m / qsfp28", Verdict::Marginal, 100, "fe-09"},
    {"sfp+ / dac-active 10m / sfp+", Verdict::Fits, 10, "da-2"},
    {"sfp+ / dac-active 10.001m / sfp+", Verdict::Limited, 10, "da-2"},
    {"sfp+ / aoc 100m / sfp+", Verdict::Fits, 10, "da-3"},
    {"qsfp28 / aoc 30m / qsfp28", Verdict::Fits, 100, "da-3"},
    {"qsfp28 / aoc 30.001m / qsfp28", Verdict::Limited, 100, "da-3"},
    // half of a split 100G port: two lanes of 25.78 GBd, the lengths of 25GBASE-CR
    {"qsfp28,split=2,can-split=yes,leg=1 / dac 5m / qsfp28,rates=50", Verdict::Fits, 50, "da-1"},
    {"qsfp28,split=2,can-split=yes,leg=1 / dac 5.001m / qsfp28,rates=50", Verdict::Marginal, 50, "fe-09"},
    {"sfp56 / dac 3m / sfp56", Verdict::Fits, 50, "da-1"},
    {"sfp56 / dac 3.001m / sfp56", Verdict::Marginal, 50, "fe-09"},
    {"qsfp28,split=2,can-split=yes,leg=1 / dac 2m / sfp56", Verdict::NoLink, kNoRate, "lanes-differ"},
    {"sfp+ / dac / sfp+", Verdict::Unknown, 10, "length-unknown"},
};

}  // namespace

SOKUDO_RULE_ROWS(ReachDirectAttachTest, "reach-direct-attach", kRows)
