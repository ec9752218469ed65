// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45 / cat6a 30m tested=wire-map / rj45", Verdict::Fits, kNoRate, "hw-10"},
    {"rj45 / cat6a 30m tested=certify tested-as=cat6a / rj45", Verdict::Fits, kNoRate, "hw-10"},
    {"rj45 rates=10 / cat6a 30m tested=qualify tested-rate=10 / rj45 rates=10", Verdict::Fits, kNoRate, "hw-10"},
    {"rj45 rates=10 / cat6a 30m tested=qualify tested-rate=1 / rj45 rates=10", Verdict::Fits, kNoRate, "hw-11"},
    {"rj45 rates=1 / cat6a 30m tested=live-link tested-rate=1 / rj45 rates=1", Verdict::Fits, kSilent, "hw-11"},
    {"rj45 / cat6a 30m tested=certify tested-as=cat6 / rj45", Verdict::Unknown, kNoRate, "hw-12"},
    {"rj45 / cat6 30m tested=certify tested-as=cat6a / rj45", Verdict::Fits, kSilent, "hw-12"},
    {"rj45 / cat6a 30m / rj45", Verdict::Fits, kSilent, "hw-10"},
};

}  // namespace

SOKUDO_RULE_ROWS(TestGradeTest, "test-grade", kRows)
