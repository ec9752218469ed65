// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/judgement.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"
#include "core/diagnose/must_be_true.h"
#include "core/diagnose/plateau.h"
#include "core/diagnose/unit_reading.h"

namespace sokudo::diagnose {
namespace {

using expect::Stage;
using expect::StageKind;

constexpr double kDialogError = 0.15;  ///< practice: smoothed over seconds, begins at the rate of memory
constexpr double kWantedError = 0.05, kWatchError = 1.0;  ///< a share, and seconds

/// A figure out of a copy dialog without an error of its own is no truer than that.
measure::MeasuredRate withDialogError(const measure::MeasuredRate& measured, Source how)
{
    if (how != Source::CopyDialog || measured.low != measured.high) return measured;
    return {measured.value, scaled(measured.value, 1 - kDialogError), scaled(measured.value, 1 + kDialogError)};
}

/// What the figure is of the typical one, of the wire, and in seconds.
void sayHowMuch(Judgement& result, BitRate measured, const expect::Expectation& expected)
{
    result.why.push_back(
        text::say("judgement.is-of-the-usual", "{} is {:.0f} % of the typical {}; expected {} to {}",
                  text::figure::rate(measured), 100 * result.share, text::figure::rate(expected.expected.typical),
                  text::figure::rate(expected.expected.low), text::figure::rate(expected.expected.high)));
    const Stage* slowest = nullptr;
    for (const Stage& stage : expected.stages)
        if (stage.kind == StageKind::Link && (!slowest || stage.line < slowest->line)) slowest = &stage;
    if (slowest)
        result.why.push_back(text::say("judgement.that-is-of-the", "that is {:.0f} % of the line rate of {}",
                                       100 * measured.in() / slowest->line.in(),
                                       text::figure::linkRate(slowest->line)));
    if (measured.steps() > 0)
        result.why.push_back(text::say("judgement.that-is-for-each", "that is {} per GB, and {} for 100 GB",
                                       text::figure::duration(DataSize::of(1e9) / measured),
                                       text::figure::duration(DataSize::of(100e9) / measured)));
}

/// A unit is asked for only where the figure, read so, is one that such a path gives.
bool makesSense(BitRate would, const expect::Expectation& expected)
{
    const BandPosition at = standing({would, would, would}, expected).at;
    return at != BandPosition::Impossible && (at != BandPosition::Fault || plateauOf(would));
}

void askUnit(Judgement& result, BitRate measured, const UnitReading& meant, const expect::Expectation& expected,
             const kb::KnowledgeBase& kb)
{
    const BitRate would = scaled(measured, meant.factor);
    result.suggestedUnit = meant.unit;
    result.why.push_back(text::say("judgement.was-the-unit-meant",
                                   "was the unit meant as {}? Read so, the figure is {}, which is {} on this path "
                                   "({:.0f} % likely); as written it would be {}",
                                   meant.unit, text::figure::rate(would),
                                   code(standing({would, would, would}, expected).at), 100 * meant.probability,
                                   code(result.stand.at)));
    if (const auto hop = slowerHopOf(measured, expected))
        result.why.push_back(text::say("judgement.as-written-a-hop", "as written it is just what a {} hop carries",
                                       text::figure::linkRate(*hop)));
    for (text::Sentence& one : busesThatCarry(measured, kb)) result.why.push_back(std::move(one));
    if (result.stand.at == BandPosition::Impossible)
        if (auto local = whatADiskReads(measured, kb); !local.empty()) result.why.push_back(std::move(local));
}

/// A path over disks or through a file share is the path of a copy.
Source sourceOn(const expect::Expectation& path, Source told)
{
    const bool isCopy = std::any_of(path.stages.begin(), path.stages.end(), [](const Stage& stage) {
        return stage.kind == StageKind::Disk || stage.kind == StageKind::FileShare;
    });
    return told == Source::Unknown && isCopy ? Source::FileCopy : told;
}

/// Limits at the two ends of the band, where they are not the one that binds.
text::Sentence worstAndBest(const expect::Expectation& expected)
{
    if (expected.bindingLow == expected.binding && expected.bindingHigh == expected.binding) return {};
    return text::say("judgement.at-worst-and-best", " (at worst {} limits it, at best {})",
                     expected.stages[expected.bindingLow].name, expected.stages[expected.bindingHigh].name);
}

void sayFine(Judgement& result, const expect::Expectation& expected)
{
    const Stage& binding = *expected.limitingStage();
    if (result.stand.isAboveEstimate)
        result.why.push_back(text::say("judgement.better-than-estimated",
                                       "better than estimated: {} was estimated at {} at most. Nothing is wrong",
                                       expected.stages[expected.bindingHigh].name,
                                       text::figure::rate(expected.expected.high)));
    else
        result.why.push_back(text::say("judgement.limited-by", "limited by {}{}: nothing is wrong", binding.name,
                                       worstAndBest(expected)));
    if (expected.next)
        result.why.push_back(text::say("judgement.next-limit", "next limit: {} at {}",
                                       expected.stages[*expected.next].name,
                                       text::figure::rate(expected.stages[*expected.next].carries.typical)));
}

void saySlow(Judgement& result, BitRate measured, const expect::Expectation& expected, const kb::KnowledgeBase& kb)
{
    if (const auto hop = slowerHopOf(measured, expected))
        result.why.push_back(
            text::say("judgement.just-what-a-hop",
                      "that is just what a {} hop carries: look for a link, a port or an adapter on the path that runs "
                      "at {}",
                      text::figure::linkRate(*hop), text::figure::linkRate(*hop)));
    for (text::Sentence& one : busesThatCarry(measured, kb)) result.why.push_back(std::move(one));
    const Stage& binding = *expected.limitingStage();
    result.why.push_back(
        text::say("judgement.the-limit",
                  "the limit ({}) typically carries {}: something on the path does not work as planned. "
                  "Run sokudo-cli diagnose, or open Diagnose",
                  binding.name, text::figure::rate(binding.carries.typical)));
}

void sayImpossible(Judgement& result, BitRate measured, const expect::Expectation& expected,
                   const kb::KnowledgeBase& kb)
{
    const Stage& hard = *expected.hardStage();
    const bool isFramed = hard.kind == expect::StageKind::Link;
    result.why.push_back(text::say("judgement.hard-ceiling", "the hard ceiling of {} is {}{}: {}", hard.name,
                                   text::figure::rate(*hard.hard, 4), isFramed ? " without TCP timestamps" : "",
                                   hard.working));
    for (text::Sentence& one : mustBeTrue(expected, measured, kb)) result.why.push_back(std::move(one));
}

/// How sure the figure is, and what would make it surer.
void sayHowSure(Judgement& result, const measure::MeasuredRate& within, bool isDialog,
                const expect::Expectation& expected)
{
    if (!(within.low < within.high)) return;
    if (result.stand.isBorderline()) {
        const text::Sentence why = isDialog
                                       ? text::say("judgement.a-copy-dialog-smooths",
                                                   "a copy dialog smooths what it shows, ±{:.0f} %", 100 * kDialogError)
                                       : text::say("judgement.with-its-error", "with its error the figure is {} to {}",
                                                   text::figure::rate(within.low), text::figure::rate(within.high));
        result.why.push_back(text::say("judgement.the-figure-may-stand",
                                       "borderline: {}, so it stands anywhere from {} to {}; measure longer, or write "
                                       "size and time",
                                       why, code(result.stand.least), code(result.stand.most)));
    }
    if (within.high.in() - within.low.in() > 2 * kWantedError * within.value.in())
        result.why.push_back(text::say(
            "judgement.for-with-a-watch",
            "for ±{:.0f} % with a watch that is a second off, time {:.0f} s or more: here that is {}",
            100 * kWantedError, kWatchError / kWantedError,
            text::figure::size(DataSize::of(expected.expected.typical.in() / 8 * kWatchError / kWantedError))));
}

}  // namespace

std::string_view verdictCode(const Judgement& judgement)
{
    return judgement.suggestedUnit.empty() ? code(judgement.stand.at) : "unit";
}

std::string verdictText(const Judgement& judgement)
{
    return judgement.suggestedUnit.empty() ? text(judgement.stand) : "which unit?";
}

Judgement judge(const measure::MeasuredRate& measured, std::string_view typed, const expect::Expectation& expected,
                const kb::KnowledgeBase& kb, Source told)
{
    const Source how = sourceOn(expected, told);
    Judgement result;
    const measure::MeasuredRate within = withDialogError(measured, how);
    result.stand = standing(within, expected);
    result.share = expected.expected.typical.steps() > 0 ? measured.value.in() / expected.expected.typical.in() : 0;
    kb::Band possible = expected.expected;
    if (const Stage* hard = expected.hardStage()) possible.high = std::max(possible.high, *hard->hard);
    result.readings =
        unitReadings(measured.value, typed, possible, plateausOf(expected, kb), how != Source::Unknown, kb);
    sayHowMuch(result, measured.value, expected);
    const UnitReading* meant =
        unitMeant(result.readings, result.stand.at == BandPosition::Fault && how != Source::Unknown);
    if (meant && makesSense(scaled(measured.value, meant->factor), expected))
        askUnit(result, measured.value, *meant, expected, kb);
    else if (result.stand.at == BandPosition::Impossible) sayImpossible(result, measured.value, expected, kb);
    else if (result.stand.isSlow()) saySlow(result, measured.value, expected, kb);
    else sayFine(result, expected);
    sayHowSure(result, within, within != measured, expected);
    return result;
}

}  // namespace sokudo::diagnose
