// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"sfp+ / dac 2m rated=25 / sfp+", Verdict::Limited, 10, "md-05"},
    {"sfp28 / dac 2m rated=25 / sfp+", Verdict::Limited, 10, "md-05"},
    {"sfp28 / dac 2m rated=25 / sfp28", Verdict::Fits, kSilent, "md-05"},
    {"sfp28 / dac 2m rated=10 / sfp28", Verdict::Marginal, 10, "md-06"},
    {"sfp28 / dac 2m rated=25 / sfp28", Verdict::Fits, kSilent, "md-06"},
};

}  // namespace

SOKUDO_RULE_ROWS(LeadRateTest, "lead-rate", kRows)
