// SPDX-License-Identifier: GPL-3.0-or-later
// Real tests over wires of a known rate, against the framing formula and the expected band. A machine that stands still
// meanwhile sends nothing, so the quietest of a few runs counts and its longest standstill is printed.
#include <algorithm>
#include <atomic>
#include <chrono>
#include <cstdio>
#include <thread>

#include "core/expect/stages.h"
#include "core/formulas/framing.h"
#include "core/kb/load.h"
#include "core/kb/stage_rows.h"
#include "shaped_wire.h"

using namespace sokudo;

namespace {

constexpr int kTries = 6;
constexpr double kQuiet = 0.005;  ///< seconds; the bucket saves up 0.002 and the queue behind it 0.04

/// The longest time that a thread which asks for a millisecond is left waiting.
class StandstillWatch {
public:
    StandstillWatch() : m_thread([this] { watch(); }) {}
    ~StandstillWatch() { longest(); }
    double longest()
    {
        m_stop = true;
        if (m_thread.joinable()) m_thread.join();
        return m_longest;
    }

private:
    void watch()
    {
        using Clock = std::chrono::steady_clock;
        for (auto before = Clock::now(); !m_stop;) {
            std::this_thread::sleep_for(std::chrono::milliseconds(1));
            const auto after = Clock::now();
            m_longest = std::max(m_longest, std::chrono::duration<double>(after - before).count() - 0.001);
            before = after;
        }
    }
    std::atomic<bool> m_stop{false};
    double m_longest = 0;
    std::thread m_thread;
};

struct QuietRun {
    BitRate rate;
    double standstill = 1e9;
    int tries = 0;
};

Result<QuietRun> quietest(double rate, int mtu)
{
    QuietRun best;
    while (best.standstill > kQuiet && best.tries < kTries) {
        StandstillWatch watch;
        const auto got = testing::measureOverWire({gigabits(rate), mtu, 1, Duration::of(5), Duration::of(2)});
        if (!got) return tl::unexpected(got.error());
        ++best.tries;
        if (const double standstill = watch.longest(); standstill < best.standstill) {
            best.standstill = standstill;
            best.rate = *got;
        }
    }
    return best;
}

}  // namespace

int main()
{
    const auto kb = kb::load(kb::embeddedFiles());
    if (!kb) return 1;
    for (double rate : {0.1, 1.0, 2.5})
        for (int mtu : {1500, 9000}) {
            const auto got = quietest(rate, mtu);
            if (!got) {
                std::printf("skipped: %s\n", got.error().what.text().c_str());
                return 0;
            }
            const auto formula = formulas::goodput(gigabits(rate), {mtu});
            const auto stage = expect::linkStage(*kb, gigabits(rate), {mtu});
            const kb::Band& band = stage->carries;
            const bool within = got->rate >= band.low && got->rate.in() <= 1.01 * band.high.in();
            std::printf(
                "%.1f Gb/s, MTU %d: measured %.4f Gb/s, %.2f %% of the formula's %.4f; band %.4f to %.4f, ±%.1f %%, "
                "%s; run %d, the machine stood still for %.1f ms at most%s\n",
                rate, mtu, inGigabits(got->rate), 100 * got->rate.in() / formula->in(), inGigabits(*formula),
                inGigabits(band.low), inGigabits(band.high), 50 * (band.high.in() - band.low.in()) / band.typical.in(),
                within ? "within" : "outside", got->tries, 1000 * got->standstill,
                got->standstill > kQuiet ? ": not a quiet run" : "");
            std::fflush(stdout);
        }
    return 0;
}
