// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:2.5gbase-t / cat6 20m space=outdoors surge=data surge-rate=1 / rj45:2.5gbase-t", Verdict::Limited, 1,
     "surge-rate"},
    {"rj45:2.5gbase-t / cat6 20m space=outdoors surge=data surge-rate=2.5 / rj45:2.5gbase-t", Verdict::Limited, kSilent,
     "surge-rate"},
    {"rj45:1000base-t / cat6 20m space=outdoors jacket=outdoor / rj45:1000base-t", Verdict::Unsafe, kNoRate, "sf-02"},
    {"rj45:1000base-t / cat6 20m space=outdoors jacket=outdoor protected / rj45:1000base-t", Verdict::Fits, kSilent,
     "sf-02"},
    {"rj45:1000base-t / cat6 20m space=outdoors surge=data / rj45:1000base-t", Verdict::Fits, kSilent, "sf-02"},
    {"sfp+:10gbase-lr / os2 20m space=outdoors / sfp+:10gbase-lr", Verdict::Fits, kSilent, "sf-02"},
    {"rj45:1000base-t / cat6 20m mains=shared / rj45:1000base-t", Verdict::Unsafe, kNoRate, "sf-03"},
    {"rj45:1000base-t / cat6 20m mains=apart / rj45:1000base-t", Verdict::Fits, kSilent, "sf-03"},
    // two lighting circuits: 100 mm times 0.2
    {"rj45:1000base-t / cat6 20m mains=parallel mains-gap=19mm mains-circuits=2 / rj45:1000base-t", Verdict::Marginal,
     kNoRate, "sf-04"},
    {"rj45:1000base-t / cat6 20m mains=parallel mains-gap=20mm mains-circuits=2 / rj45:1000base-t", Verdict::Fits,
     kSilent, "sf-04"},
    {"rj45:1000base-t / cat6 20m mains=parallel mains-gap=39mm mains-circuits=4 / rj45:1000base-t", Verdict::Marginal,
     kNoRate, "sf-04"},
    {"rj45:1000base-t / cat6a 20m screened mains=parallel mains-gap=9mm mains-circuits=3 / rj45:1000base-t",
     Verdict::Marginal, kNoRate, "sf-04"},
    {"rj45:1000base-t / cat6a 20m screened mains=parallel mains-gap=10mm mains-circuits=3 / rj45:1000base-t",
     Verdict::Fits, kSilent, "sf-04"},
    {"rj45:1000base-t / cat7 20m mains=parallel mains-gap=2mm mains-circuits=3 / rj45:1000base-t", Verdict::Fits,
     kSilent, "sf-04"},
    {"f / coax 20m coax-entry=none / f", Verdict::Unsafe, kNoRate, "sf-07"},
    {"f / coax 20m coax-entry=fitted / f", Verdict::Fits, kSilent, "sf-07"},
};

}  // namespace

SOKUDO_RULE_ROWS(MainsTest, "mains", kRows)
