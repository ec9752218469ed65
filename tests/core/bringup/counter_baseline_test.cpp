// SPDX-License-Identifier: GPL-3.0-or-later
// Counters beside their baseline, restarts told apart.
#include "core/bringup/counter_baseline.h"

#include "testing.h"

using namespace sokudo;
using namespace sokudo::bringup;
using namespace sokudo::measure;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

SinceBaseline since(const char* before, const char* now, std::optional<Duration> between = {})
{
    return sinceBaseline(*counterStateOf(before), *counterStateOf(now), between);
}

}  // namespace

class CounterBaselineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void linesAndBack()
    {
        const auto state = counterStateOf("frames=8.1m crc=3 Drops=0 uptime=12d");
        QVERIFY(state);
        QCOMPARE(state->counts.at("frames"), 8.1e6);
        QCOMPARE(state->counts.at("drops"), 0.0);
        QVERIFY(*state->uptime == Duration::of(12 * 86400.0));
        QVERIFY(*counterStateOf(measure::lineOf(*state)) == *state);
        // The longest unit that says it in two decimals, and nothing is lost by it.
        for (const auto& [uptime, says] :
             {std::pair(1598400.0, "18.5d"), {5400.0, "1.5h"}, {90.0, "1.5min"}, {59.0, "59s"}, {86401.0, "86401s"}}) {
            const CounterState one{{{"crc", 1}}, Duration::of(uptime)};
            QCOMPARE(toQt(measure::lineOf(one)), QString("crc=1 uptime=") + says);
            QVERIFY(*counterStateOf(measure::lineOf(one)) == one);
        }
    }
    void nothingCame()
    {
        const auto made = since("frames=1m crc=3", "frames=9m crc=3");
        QVERIFY(made.verdict == Verdict::Fits);
        QVERIFY(!made.wasReset);
        QCOMPARE(toQt(made.says), QString("no error since the baseline"));
    }
    /// 4 of 8 million frames are half a one of a million; 16 are two.
    void someAndMany()
    {
        const auto some = since("frames=1m crc=3", "frames=9m crc=7");
        QVERIFY(some.verdict == Verdict::Marginal);
        QCOMPARE(toQt(some.changes[0].name), QString("crc"));
        QCOMPARE(some.changes[0].since, 4.0);
        QCOMPARE(some.changes[0].perMillion.value_or(-1), 0.5);
        QVERIFY(spaced(toQt(since("frames=1m crc=3", "frames=9m crc=19").says)).contains("2 of a million frames"));
        QVERIFY(spaced(toQt(since("crc=3", "crc=5").says)).startsWith("2 errors"));
    }
    void aRestartIsSeen()
    {
        const auto less = since("frames=9m crc=7", "frames=2m crc=1");
        QVERIFY(less.wasReset);
        QCOMPARE(less.changes[0].since, 1.0);
        QVERIFY(toQt(less.says).contains("count from 0"));
        // The counts are higher, and yet it was restarted: it is up for an hour only.
        QVERIFY(since("frames=1m crc=0", "frames=2m crc=1 uptime=1h", Duration::of(86400)).wasReset);
        QVERIFY(since("frames=1m crc=0 uptime=5d", "frames=2m crc=1 uptime=2d").wasReset);
        QVERIFY(!since("frames=1m crc=0 uptime=5d", "frames=2m crc=1 uptime=6d", Duration::of(86400)).wasReset);
    }
    void withoutErrorCountersNothingIsSaid() { QVERIFY(since("frames=1m", "frames=2m").verdict == Verdict::Unknown); }
    void whatIsRefused()
    {
        for (const char* wrong : {"", "uptime=5d", "crc=-1", "crc=many", "crc", "crc=1 crc=2", "crc=1 uptime=long"})
            QVERIFY2(!counterStateOf(wrong), wrong);
    }
};

SOKUDO_TEST(CounterBaselineTest)
#include "counter_baseline_test.moc"
