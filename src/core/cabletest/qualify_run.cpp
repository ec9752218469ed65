// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/qualify_run.h"

#include <algorithm>

#include "core/base/text.h"

namespace sokudo::cabletest {
namespace {

constexpr double kLongest = 60;  ///< seconds of one run, as the agent allows
constexpr double kShortest = 1;

/// Frames whose check failed, as the receiving card counted; empty: nothing was counted.
std::optional<std::int64_t> errorsIn(const measure::TrafficResult& result)
{
    const auto found = result.conditions.find("rx_check_errors");
    if (found == result.conditions.end()) return std::nullopt;
    const auto value = text::parseNumber(found->second);
    return value ? std::optional(static_cast<std::int64_t>(*value)) : std::nullopt;
}

/// The bound by what has run, and what may be said of it.
void judge(QualifyRun& made, const QualifyQuestion& asked)
{
    QualifyQuestion question = asked;
    question.ran = made.bits;
    question.errors = made.errors;
    made.answer = *qualifyAnswer(question);
    made.answer.provesNot =
        text::say("qualify-run.last-cable",
                  "{}. Behind a switch the receiving card sees the last cable only: run it between two "
                  "machines at the ends of this one",
                  made.answer.provesNot);
    if (!made.isCounted) {
        // Without a counter a damaged frame is only sent again.
        made.answer.isProved = false;
        made.sentence = text::say("qualify-run.uncounted",
                                  "{} ran in {}; no card told its counters, so that damaged "
                                  "frames would not be seen: nothing is proved",
                                  text::rate(BitRate::of(made.bits / made.ran.in())), text::duration(made.ran));
    } else
        made.sentence = text::say("qualify-run.says", "{} at {}: {}", text::duration(made.ran),
                                  text::rate(BitRate::of(made.bits / made.ran.in())), made.answer.says);
}

}  // namespace

Result<QualifyRun> qualifyRun(measure::TrafficRunner& runner, measure::TrafficQuestion traffic,
                              const QualifyQuestion& asked, Duration most,
                              const std::function<void(const QualifyProgress&)>& onProgress,
                              const std::atomic<bool>& cancel)
{
    const auto needed = qualifyAnswer(asked);
    if (!needed) return tl::unexpected(needed.error());
    if (most <= Duration{})
        return failure(ErrorCode::OutOfRange, text::say("qualify-run.most", "the longest time is above 0"));
    QualifyRun made;
    traffic.warmup = Duration{};
    while (made.bits < needed->bits && made.ran < most && !cancel) {
        const double rate = made.ran > Duration{} ? made.bits / made.ran.in() : asked.rate.in() * asked.load;
        // A little more, so that rounding does not ask for another run.
        const double wanted = 1.0001 * (needed->bits - made.bits) / std::max(rate, 1.0);
        traffic.duration = Duration::of(std::clamp(std::min(wanted, (most - made.ran).in()), kShortest, kLongest));
        Duration last;
        double now = made.bits;
        const auto sample = [&](const measure::TrafficSample& one) {
            now += (one.forward.in() + one.reverse.in()) * (one.at - last).in();
            last = one.at;
            const double soFar = now / std::max((made.ran + one.at).in(), 1e-3);
            onProgress({now, needed->bits, made.errors,
                        Duration::of(std::max(0.0, needed->bits - now) / std::max(soFar, 1.0))});
        };
        const auto result = runner.run(traffic, sample, cancel);
        if (!result) {
            if (made.bits <= 0) return tl::unexpected(result.error());
            break;  // what has run is judged
        }
        made.bits += (result->forward.in() + result->reverse.in()) * traffic.duration.in();
        made.ran = made.ran + traffic.duration;
        if (const auto errors = errorsIn(*result)) made.isCounted = true, made.errors += *errors;
        if (result->forward.in() + result->reverse.in() <= 0) break;  // nothing arrives: it would never end
    }
    if (made.bits <= 0)
        return failure(cancel ? ErrorCode::Cancelled : ErrorCode::Unreachable,
                       cancel ? text::say("qualify-run.cancelled", "the run was stopped before anything had passed")
                              : text::say("qualify-run.nothing", "nothing arrived over the link"));
    made.isWhole = made.bits >= needed->bits;
    judge(made, asked);
    return made;
}

plan::CableTest testOf(const QualifyRun& made, const QualifyQuestion& asked, const plan::Run& run,
                       const std::string& on, IdSource& ids)
{
    plan::CableTest test;
    test.id = ids.next<plan::CableTestId>();
    test.name = text::trimmed(run.label + " " + on + " live link");
    test.run = run.id;
    test.on = on;
    test.stage = plan::TestStage::AfterPlates;
    test.grade = "none";
    test.limit = text::trimmed(text::number(inGigabits(asked.rate), 4) + "g");
    test.part = plan::TestedAs::Channel;
    test.outcome = made.answer.isProved.value_or(false) ? plan::TestOutcome::Passed
                   : made.errors > 0 && made.isWhole    ? plan::TestOutcome::Failed
                                                        : plan::TestOutcome::NotJudged;
    test.rate = BitRate::of(made.bits / std::max(made.ran.in(), 1e-3));
    test.ran = made.ran;
    test.errors = static_cast<int>(std::min<std::int64_t>(made.errors, 2'000'000'000));
    test.note = made.answer.says.text();
    return test;
}

}  // namespace sokudo::cabletest
