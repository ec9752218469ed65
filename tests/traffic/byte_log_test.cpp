// SPDX-License-Identifier: GPL-3.0-or-later
#include "testing.h"
#include "traffic/streams.h"

using namespace sokudo;
using namespace sokudo::traffic;

class ByteLogTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void realTimesCountNotNominalOnes()
    {
        ByteLog log;
        // 125 MB a second is 1 Gb/s; the ticks are late now and then.
        for (double at : {0.0, 0.1, 0.23, 0.3, 0.41, 0.5, 1.02, 1.5, 2.05})
            log.note(Duration::of(at), static_cast<std::int64_t>(at * 125e6));
        NEAR(inGigabits(log.mean(Duration::of(0.2), Duration::of(2.0))), 1.0, 1e-6);
        NEAR(inGigabits(log.mean(Duration::of(0), Duration::of(0.5))), 1.0, 1e-6);
    }
    void theWarmupIsLeftOut()
    {
        ByteLog log;
        log.note(Duration::of(0), 0);
        log.note(Duration::of(2), 0);
        log.note(Duration::of(12), 1'250'000'000);
        NEAR(inGigabits(log.mean(Duration::of(2), Duration::of(12))), 1.0, 1e-9);
    }
    void aMachineThatStoodStillHasItsStartAndItsEnd()
    {
        ByteLog log;
        log.note(Duration::of(0), 0);
        log.note(Duration::of(1.6), 200'000'000);
        NEAR(inGigabits(log.mean(Duration::of(0.3), Duration::of(1.1))), 1.0, 1e-9);
    }
    void wholeSeconds()
    {
        ByteLog log;
        for (int tick = 0; tick <= 50; ++tick)
            log.note(Duration::of(tick * 0.1), tick < 30 ? tick * 12'500'000 : 375'000'000 + (tick - 30) * 25'000'000);
        const auto seconds = log.seconds(Duration::of(2), Duration::of(5));
        QCOMPARE(seconds.size(), std::size_t{3});
        NEAR(inGigabits(seconds[0]), 1.0, 1e-6);
        NEAR(inGigabits(seconds[2]), 2.0, 1e-6);
    }
    void anEmptyLogIsNothing()
    {
        QCOMPARE(ByteLog().mean(Duration::of(0), Duration::of(1)), BitRate{});
        ByteLog one;
        one.note(Duration::of(1), 5);
        QCOMPARE(one.mean(Duration::of(0), Duration::of(2)), BitRate{});
    }
};

SOKUDO_TEST(ByteLogTest)
#include "byte_log_test.moc"
