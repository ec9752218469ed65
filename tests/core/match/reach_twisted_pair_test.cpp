// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    {"rj45:25gbase-t / cat6a 20m / rj45:25gbase-t", Verdict::Marginal, 10, "cu-16"},
    {"rj45:25gbase-t / cat8 30m / rj45:25gbase-t", Verdict::Fits, 25, "cu-15"},
    {"rj45:25gbase-t / cat8 30.1m / rj45:25gbase-t", Verdict::Marginal, 10, "cu-16"},
    {"rj45 rates=25 / cat6a 20m / rj45 rates=25", Verdict::NoLink, kNoRate, "cu-16"},
    {"rj45:10gbase-t / cat6 100m screened / rj45:10gbase-t", Verdict::Limited, 10, "cu-08"},
    {"rj45:10gbase-t / cat6 60m screened bonded=no / rj45:10gbase-t", Verdict::Marginal, 5, "cu-07"},
    // 10GBASE-T on Cat 5e: never a fit; plan on 5, in a bundle on 2.5, without either on 1.
    {"rj45:10gbase-t / cat5e 20m / rj45:10gbase-t", Verdict::Marginal, 5, "cu-10"},
    {"rj45:10gbase-t / cat5e 30m / rj45:10gbase-t", Verdict::Marginal, 5, "cu-10"},
    {"rj45:10gbase-t / cat5e 30.001m / rj45:10gbase-t", Verdict::Marginal, 5, "cu-11"},
    {"rj45:10gbase-t / cat5e 20m bundled / rj45:10gbase-t", Verdict::Marginal, 2.5, "cu-10"},
    {"rj45 rates=10+1+0.1 / cat5e 20m / rj45 rates=10+1+0.1", Verdict::Marginal, 1, "cu-10"},
    // 10GBASE-T on Cat 6: 37 m and 55 m.
    {"rj45:10gbase-t / cat6 36.999m / rj45:10gbase-t", Verdict::Fits, 10, "cu-04"},
    {"rj45:10gbase-t / cat6 37m bundled / rj45:10gbase-t", Verdict::Fits, 10, "cu-04"},
    {"rj45:10gbase-t / cat6 37.001m / rj45:10gbase-t", Verdict::Limited, 10, "cu-05"},
    {"rj45:10gbase-t / cat6 37.001m bundled / rj45:10gbase-t", Verdict::Marginal, 5, "cu-06"},
    {"rj45:10gbase-t / cat6 55m / rj45:10gbase-t", Verdict::Limited, 10, "cu-05"},
    {"rj45:10gbase-t / cat6 55.001m / rj45:10gbase-t", Verdict::Marginal, 5, "cu-07"},
    {"rj45:10gbase-t / cat6 100m screened / rj45:10gbase-t", Verdict::Limited, 10, "cu-08"},
    // 10GBASE-T on Cat 6A and better: 100 m, 120 m.
    {"rj45:10gbase-t / cat6a 100m / rj45:10gbase-t", Verdict::Fits, 10, "cu-09"},
    {"rj45:10gbase-t / cat6a 100.001m / rj45:10gbase-t", Verdict::Marginal, 10, "cu-02"},
    {"rj45:10gbase-t / cat6a 120m / rj45:10gbase-t", Verdict::Marginal, 10, "cu-02"},
    {"rj45:10gbase-t / cat6a 120.001m / rj45:10gbase-t", Verdict::NoLink, -1, "cu-03"},
    {"rj45:10gbase-t / cat7 90m / rj45:10gbase-t", Verdict::Fits, 10, "cu-09"},
    // 5GBASE-T.
    {"rj45:5gbase-t / cat5e 50m bundled / rj45:5gbase-t", Verdict::Fits, 5, "cu-13"},
    {"rj45:5gbase-t / cat5e 50.001m / rj45:5gbase-t", Verdict::Limited, 5, "cu-37"},
    {"rj45:5gbase-t / cat5e 75m bundled / rj45:5gbase-t", Verdict::Limited, 5, "cu-37"},
    {"rj45:5gbase-t / cat5e 75.001m bundled / rj45:5gbase-t", Verdict::Marginal, 2.5, "cu-12"},
    {"rj45:5gbase-t / cat6 100m / rj45:5gbase-t", Verdict::Fits, 5, "cu-13"},
    {"rj45:5gbase-t / cat6 75.001m bundled / rj45:5gbase-t", Verdict::Limited, 5, "cu-37"},
    // 2.5GBASE-T and slower.
    {"rj45:2.5gbase-t / cat5e 100m / rj45:2.5gbase-t", Verdict::Fits, 2.5, "cu-14"},
    {"rj45:2.5gbase-t / cat5e 75.001m bundled / rj45:2.5gbase-t", Verdict::Limited, 2.5, "cu-14"},
    {"rj45:2.5gbase-t / cat5e 100.001m / rj45:2.5gbase-t", Verdict::Marginal, 2.5, "cu-02"},
    {"rj45:1000base-t / cat5e 100m / rj45:1000base-t", Verdict::Fits, 1, "cu-01"},
    {"rj45:1000base-t / cat3 20m / rj45:1000base-t", Verdict::NoLink, -1, "cu-17"},
    {"rj45:10base-t / cat3 100m / rj45:10base-t", Verdict::Fits, 0.01, "cu-01"},
    // 25 and 40GBASE-T need Cat 8 to 30 m.
    {"rj45:25gbase-t / cat8 30m / rj45:25gbase-t", Verdict::Fits, 25, "cu-15"},
    {"rj45:25gbase-t / cat8 30.001m / rj45:25gbase-t", Verdict::Marginal, 10, "cu-16"},
    {"rj45:40gbase-t / cat8 30m / rj45:40gbase-t", Verdict::Fits, 40, "cu-15"},
    {"rj45:25gbase-t / cat6a 10m / rj45:25gbase-t", Verdict::Marginal, 10, "cu-16"},
    // The weakest piece decides, lengths add up.
    {"rj45:10gbase-t / cat6a 20m / cat5e 2m / rj45:10gbase-t", Verdict::Marginal, 5, "cu-10"},
    {"rj45:10gbase-t / cat6a 60m / cat6a 40.001m / rj45:10gbase-t", Verdict::Marginal, 10, "cu-02"},
    {"rj45:10gbase-t / cat6a / rj45:10gbase-t", Verdict::Unknown, 10, "length-unknown"},
    // A copper module reaches less far than its PHY.
    {"sfp+:10gbase-t / cat6a 30m / rj45:10gbase-t", Verdict::Fits, 10, "cu-09"},
    {"sfp+:10gbase-t / cat6a 30.001m / rj45:10gbase-t", Verdict::Marginal, 5, "md-17"},
    {"sfp+ module=10gbase-t-80 / cat6a 80m / rj45:10gbase-t", Verdict::Fits, 10, "cu-09"},
    // The weakest part rates the channel: Cat 3 carries no 10GBASE-T, Cat 5e carries it marginally on 14 m.
    {"rj45:10gbase-t / cat6a 14m / jack cat3 / rj45:10gbase-t", Verdict::NoLink, kNoRate, "cu-17"},
    {"rj45:10gbase-t / cat6a 14m / jack cat5e / rj45:10gbase-t", Verdict::Marginal, 5, "cu-10"},
};

}  // namespace

SOKUDO_RULE_ROWS(ReachTwistedPairTest, "reach-twisted-pair", kRows)
