// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:1000base-t / cat5e 20m copper-clad / rj45:1000base-t", Verdict::Marginal, 1, "cu-29"},
    {"rj45:1000base-t / cat5e 20m copper-clad=no / rj45:1000base-t", Verdict::Fits, kSilent, "cu-29"},
    {"rj45:1000base-t pse=type1 / cat5e 20m copper-clad / rj45:1000base-t pd=class3", Verdict::Unsafe, kNoRate,
     "cu-30"},
    {"rj45:1000base-t pse=type3 / cat6 20m / cord 2m 28awg / rj45:1000base-t pd=class5", Verdict::Unsafe, kNoRate,
     "cu-30"},
    {"rj45:1000base-t pse=type3 / cat6 20m / cord 2m 26awg / rj45:1000base-t pd=class5", Verdict::Fits, kSilent,
     "cu-30"},
    {"rj45:1000base-t pse=type2 / cat6 20m / cord 2m 28awg / rj45:1000base-t pd=class4", Verdict::Fits, kSilent,
     "cu-30"},
    // 50 m of 24 AWG are 8.42 ohm out and back; 15 % more are 9.68
    {"rj45:1000base-t / cat5e 50m loop=9.6 / rj45:1000base-t", Verdict::Fits, kSilent, "cu-33"},
    // 50 m x 0.1876 + 2 x 0.4 = 10.18 Ω are allowed; 15 % over the nominal 8.42 Ω is worth a word only
    {"rj45:1000base-t / cat5e 50m loop=9.6 / rj45:1000base-t", Verdict::Fits, kSilent, "loop-plausible"},
    {"rj45:1000base-t / cat5e 50m loop=9.7 / rj45:1000base-t", Verdict::Fits, kNoRate, "loop-plausible"},
    // no gauge stated: 9.9 ohm is 1.48 times the 6.68 ohm of 50 m of 23 AWG, the sign of copper-clad wire
    {"rj45:1000base-t pse=type1 / cat6 50m loop=9.9 / rj45:1000base-t pd=class1", Verdict::Marginal, kNoRate,
     "loop-plausible"},
    {"rj45:1000base-t / cat6 50m loop=9.9 / rj45:1000base-t", Verdict::Fits, kNoRate, "loop-plausible"},
    {"rj45:1000base-t pse=type1 / cat6 50m 24awg loop=9.9 / rj45:1000base-t pd=class1", Verdict::Fits, kNoRate,
     "loop-plausible"},
    {"rj45:1000base-t / cat5e 50m loop=10.1 / rj45:1000base-t", Verdict::Fits, kSilent, "cu-33"},
    {"rj45:1000base-t / cat5e 50m loop=10.2 / rj45:1000base-t", Verdict::Marginal, kNoRate, "cu-33"},
    {"rj45:1000base-t / cat5e 50m joints=1 loop=10.5 / rj45:1000base-t", Verdict::Fits, kSilent, "cu-33"},
    {"rj45:1000base-t / cat5e 50m loop=13.2 / rj45:1000base-t", Verdict::Marginal, kNoRate, "cu-33"},
    {"rj45:1000base-t pse=type1 / cat5e 50m loop=13.2 / rj45:1000base-t pd=class1", Verdict::Unsafe, kNoRate, "cu-33"},
    {"rj45:1000base-t / cat5e 100m 26awg loop=26 / rj45:1000base-t", Verdict::Marginal, kNoRate, "cu-33"},
};

}  // namespace

SOKUDO_RULE_ROWS(ConductorsTest, "conductors", kRows)
