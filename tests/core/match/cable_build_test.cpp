// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:10gbase-t / cat7 50m / rj45:10gbase-t", Verdict::Fits, kNoRate, "cu-34"},
    {"rj45:10gbase-t / cat7a 50m / rj45:10gbase-t", Verdict::Fits, kNoRate, "cu-34"},
    {"rj45:10gbase-t / cat7 50m plug=own / rj45:10gbase-t", Verdict::Fits, kSilent, "cu-34"},
    {"rj45:1000base-t / cat6 20m space=outdoors jacket=general protected / rj45:1000base-t", Verdict::Marginal, kNoRate,
     "cu-35"},
    {"rj45:1000base-t / cat6 20m space=buried jacket=riser protected / rj45:1000base-t", Verdict::Marginal, kNoRate,
     "cu-35"},
    {"rj45:1000base-t / cat6 20m space=outdoors jacket=outdoor protected / rj45:1000base-t", Verdict::Fits, kSilent,
     "cu-35"},
    {"rj45:1000base-t / cat6 20m space=indoors jacket=general / rj45:1000base-t", Verdict::Fits, kSilent, "cu-35"},
    // one jacket for both places; the European classes know no plenum
    {"rj45:1000base-t / cat6 20m space=outdoors jacket=riser-outdoor protected / rj45:1000base-t", Verdict::Fits,
     kSilent, "cu-35"},
    {"rj45:1000base-t / cat6 20m space=riser jacket=riser-outdoor / rj45:1000base-t", Verdict::Fits, kSilent, "sf-05"},
    {"rj45:1000base-t / cat6 20m space=plenum jacket=b2ca / rj45:1000base-t", Verdict::Unsafe, kNoRate, "sf-05"},
    {"rj45:1000base-t / cat6 20m space=buried jacket=burial protected / rj45:1000base-t", Verdict::Fits, kSilent,
     "cu-35"},
    {"rj45:1000base-t / cat6 20m space=plenum jacket=riser / rj45:1000base-t", Verdict::Unsafe, kNoRate, "sf-05"},
    {"rj45:1000base-t / cat6 20m space=riser jacket=general / rj45:1000base-t", Verdict::Unsafe, kNoRate, "sf-05"},
    {"rj45:1000base-t / cat6 20m space=riser jacket=plenum / rj45:1000base-t", Verdict::Fits, kSilent, "sf-05"},
    {"rj45:1000base-t / cat6 20m space=plenum jacket=plenum / rj45:1000base-t", Verdict::Fits, kSilent, "sf-05"},
    {"sfp+:10gbase-sr / om4 20m space=plenum jacket=general / sfp+:10gbase-sr", Verdict::Unsafe, kNoRate, "sf-05"},
};

}  // namespace

SOKUDO_RULE_ROWS(CableBuildTest, "cable-build", kRows)
