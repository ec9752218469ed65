// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

// The typical figure is the rate to plan on: 0.12 and 0.035 Gb/s, a filter leaves 0.3 of it, another phase 0.35.
constexpr LinkRow kRows[] = {
    {"mains-plug plc=av2-mimo / power-line 20m / mains-plug plc=av2-mimo", Verdict::Limited, 0.12, "pl-01"},
    {"mains-plug plc=av2-mimo / power-line 20m circuit=same / mains-plug plc=av2-mimo", Verdict::Limited, 0.12,
     "pl-01"},
    {"mains-plug plc=av2-mimo adapter-port=0.1 / power-line 20m circuit=same / mains-plug plc=av2-mimo",
     Verdict::Limited, 0.1, "pl-01"},
    {"mains-plug plc=av2-mimo / power-line 20m / mains-plug plc=av", Verdict::Limited, 0.035, "pl-01"},
    {"mains-plug plc=av2-mimo / power-line 20m filtered / mains-plug plc=av2-mimo", Verdict::Marginal, 0.036, "pl-02"},
    {"mains-plug plc=av2-mimo / power-line 20m filtered=no / mains-plug plc=av2-mimo", Verdict::Fits, kSilent, "pl-02"},
    {"mains-plug plc=av2-mimo / power-line 20m / mains-plug plc=ghn", Verdict::NoLink, kNoRate, "pl-03"},
    {"mains-plug plc=ghn / power-line 20m / mains-plug plc=ghn", Verdict::Fits, kSilent, "pl-03"},
    {"mains-plug plc=av / power-line 20m circuit=other-phase / mains-plug plc=av", Verdict::Marginal, 0.01225, "pl-04"},
    {"mains-plug plc=av / power-line 20m circuit=other / mains-plug plc=av", Verdict::Fits, kSilent, "pl-04"},
    {"mains-plug plc=av / power-line 20m / mains-plug", Verdict::Unknown, kNoRate, "plc-unknown"},
};

}  // namespace

SOKUDO_RULE_ROWS(PowerLineTest, "power-line", kRows)
