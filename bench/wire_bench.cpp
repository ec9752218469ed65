// SPDX-License-Identifier: GPL-3.0-or-later
// Real tests over wires of a known rate, against the framing formula and the expected band.
#include <cstdio>

#include "core/arithmetic/framing.h"
#include "core/expect/stages.h"
#include "core/kb/load.h"
#include "shaped_wire.h"

using namespace sokudo;

int main()
{
    const auto kb = kb::load(kb::embeddedFiles());
    if (!kb) return 1;
    for (double rate : {0.1, 1.0, 2.5})
        for (int mtu : {1500, 9000}) {
            const auto got = testing::measureOverWire({gigabits(rate), mtu, 1, Duration::of(5), Duration::of(2)});
            if (!got) {
                std::printf("skipped: %s\n", got.error().what.c_str());
                return 0;
            }
            const auto formula = arithmetic::goodput(gigabits(rate), {mtu});
            const auto stage = expect::linkStage(*kb, gigabits(rate), {mtu});
            const kb::Band& band = stage->carries;
            std::printf("%.1f Gb/s, MTU %d: measured %.4f Gb/s, %.2f %% of the formula's %.4f; band %.4f to %.4f, ±%.1f %%, %s\n", rate, mtu, inGigabits(*got), 100 * got->in() / formula->in(), inGigabits(*formula), inGigabits(band.low), inGigabits(band.high),
                        50 * (band.high.in() - band.low.in()) / band.typical.in(), *got >= band.low && got->in() <= 1.01 * band.high.in() ? "within" : "outside");
        }
    return 0;
}
