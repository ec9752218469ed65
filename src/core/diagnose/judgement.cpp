// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/judgement.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/unit_reading.h"
#include "core/formulas/bus.h"
#include "core/formulas/framing.h"
#include "core/kb/host_rows.h"

namespace sokudo::diagnose {
namespace {

using expect::Stage;
using expect::StageKind;
using measure::Standing;

constexpr double kImpossible = 1.03;  ///< of the high figure
constexpr double kSameFigure = 0.015;
constexpr double kDialogError = 0.15;  ///< practice: smoothed over seconds, begins at the rate of memory
constexpr double kWantedError = 0.05, kWatchError = 1.0;  ///< a share, and seconds
constexpr int kJumbo = 9000;
constexpr double kLinkRates[] = {1, 2.5, 5, 10, 25, 40, 50, 100};
constexpr int kWidths[] = {1, 2, 4, 8, 16};

/// The stage that no figure can pass.
const Stage& narrowest(const expect::Expectation& path)
{
    return *std::min_element(path.stages.begin(), path.stages.end(),
                             [](const Stage& a, const Stage& b) { return a.carries.high < b.carries.high; });
}

void linkMustBe(const Stage& stage, BitRate measured, int mtu, std::vector<text::Sentence>& why)
{
    const auto jumbo = formulas::goodput(stage.line, {kJumbo});
    if (mtu < kJumbo && jumbo && measured.in() <= kImpossible * jumbo->in())
        why.push_back(text::say("judgement.larger-packets-than-mtu",
                                "larger packets than MTU {}: with MTU {} this link carries {}", mtu, kJumbo,
                                text::figure::rate(*jumbo)));
    for (double rate : kLinkRates) {
        const auto carries = formulas::goodput(gigabits(rate), {mtu});
        if (gigabits(rate) <= stage.line || !carries || measured.in() > kImpossible * carries->in()) continue;
        why.push_back(text::say("judgement.or-the-link-runs",
                                "or the link runs at {} or more, not at {}: read its rate at both ends",
                                text::figure::linkRate(gigabits(rate)), text::figure::linkRate(stage.line)));
        return;
    }
}

void slotMustBe(const Stage& stage, BitRate measured, const kb::KnowledgeBase& kb, std::vector<text::Sentence>& why)
{
    for (const kb::BusGeneration& bus : kb.all<kb::BusGeneration>())
        for (int lanes : kWidths) {
            const auto carries = formulas::busCarries(kb, {bus.generation, lanes, 0});
            if (!carries || carries->usable.high < measured) continue;
            why.push_back(text::say("judgement.another-slot-than-thought",
                                    "another slot than thought: {} ×{} would be the least that carries it, not {}",
                                    bus.name, lanes, stage.detail));
            return;
        }
}

/// Figures that are reckoned rather than measured: two ways added up, or lanes times transfers before their coding.
void sumsOf(const Stage& stage, BitRate measured, const kb::KnowledgeBase& kb, std::vector<text::Sentence>& why)
{
    const auto isAbout = [&](double value) { return std::fabs(measured.in() / value - 1) < kSameFigure; };
    for (BitRate one : {stage.carries.typical, stage.carries.high, stage.line})
        if (one.steps() > 0 && isAbout(2 * one.in())) {
            why.push_back(text::say("judgement.it-is-twice-perhaps",
                                    "it is twice {}: perhaps both ways were added up; one way counts",
                                    text::figure::rate(one)));
            break;
        }
    if (stage.kind != StageKind::Slot) return;
    for (const kb::BusGeneration& bus : kb.all<kb::BusGeneration>())
        for (int lanes : kWidths) {
            const auto carries = formulas::busCarries(kb, {bus.generation, lanes, 0});
            if (!carries || carries->coded != stage.line) continue;
            if (isAbout(carries->coded.in()))
                why.push_back(text::say("judgement.it-is-what-codes",
                                        "it is what {} ×{} codes, {}: packets and credits take their part, {} is usual",
                                        bus.name, lanes, text::figure::rate(carries->coded, 3),
                                        text::figure::rate(carries->usable.typical, 3)));
            else if (isAbout(bus.gigatransfers * lanes * 1e9))
                why.push_back(
                    text::say("judgement.it-is-gt-s",
                              "it is {} GT/s × {} lanes: that counts the line coding too; {} are coded and {} is usual",
                              text::figure::number(bus.gigatransfers), lanes, text::figure::rate(carries->coded, 3),
                              text::figure::rate(carries->usable.typical, 3)));
        }
}

/// A figure out of a copy dialog without an error of its own is no truer than that.
measure::MeasuredRate withDialogError(const measure::MeasuredRate& measured, Source how)
{
    if (how != Source::CopyDialog || measured.low != measured.high) return measured;
    return {measured.value, scaled(measured.value, 1 - kDialogError), scaled(measured.value, 1 + kDialogError)};
}

/// What a stage without a sum of its own would have had to be.
text::Sentence stageMustBe(const Stage& stage)
{
    switch (stage.kind) {
    case StageKind::Disk:
        return text::say("judgement.a-cache-answered-and",
                         "a cache answered and not the disk: repeat with more data than the memory holds");
    case StageKind::FileShare:
        return text::say(
            "judgement.the-copy-had-not",
            "the copy had not ended when its time was read, or a cache took it: wait for the disk, and repeat with "
            "more data");
    case StageKind::Processor:
        return text::say("judgement.more-streams-or-a", "more streams, or a quicker processor than stated");
    case StageKind::Window:
        return text::say("judgement.a-larger-window-or",
                         "a larger window or a shorter round trip than stated, or more streams");
    case StageKind::Loss:
        return text::say("judgement.less-loss-than-stated",
                         "less loss than stated, or a sender that is not slowed by it");
    case StageKind::Bond:
        return text::say("judgement.more-connections-than-stated",
                         "more connections than stated: the members of a bond add up over several");
    case StageKind::Internet:
        return text::say("judgement.a-larger-plan-than",
                         "a larger plan than stated, or a provider that gives more for the first seconds");
    case StageKind::Files:
    case StageKind::Requests:
    case StageKind::CopyTool:
        return text::say("judgement.more-files-at-once", "more files at once than stated, or a cache that held them");
    default:
        return text::say("judgement.another-way-of-working", "another way of working than stated: {}", stage.working);
    }
}

/// What would have to be true for a figure above the ceiling.
std::vector<text::Sentence> mustBeTrue(const expect::Expectation& path, BitRate measured, const kb::KnowledgeBase& kb)
{
    std::vector<text::Sentence> why;
    const Stage& stage = narrowest(path);
    sumsOf(stage, measured, kb, why);
    if (stage.kind == StageKind::Link) linkMustBe(stage, measured, path.mtu, why);
    else if (stage.kind == StageKind::Slot) slotMustBe(stage, measured, kb, why);
    else why.push_back(stageMustBe(stage));
    why.push_back(
        text::say("judgement.or-the-data-never",
                  "or the data never passed this path: both ends on one machine, or another way between them"));
    why.push_back(text::say("judgement.or-the-size-or",
                            "or the size or the time was read wrongly: count bytes and seconds again"));
    return why;
}

/// What the figure is of the usual one, of the wire, and in seconds.
void sayHowMuch(Judgement& result, BitRate measured, const expect::Expectation& expected)
{
    result.why.push_back(
        text::say("judgement.is-of-the-usual", "{} is {:.0f} % of the usual {}; expected {} to {}",
                  text::figure::rate(measured), 100 * result.share, text::figure::rate(expected.expected.typical),
                  text::figure::rate(expected.expected.low), text::figure::rate(expected.expected.high)));
    const Stage* slowest = nullptr;
    for (const Stage& stage : expected.stages)
        if (stage.kind == StageKind::Link && (!slowest || stage.line < slowest->line)) slowest = &stage;
    if (slowest)
        result.why.push_back(text::say("judgement.that-is-of-the", "that is {:.0f} % of the {} on the wire",
                                       100 * measured.in() / slowest->line.in(),
                                       text::figure::linkRate(slowest->line)));
    if (measured.steps() > 0)
        result.why.push_back(text::say("judgement.that-is-for-each", "that is {} for each GB, and {} for 100 GB",
                                       text::figure::duration(DataSize::of(1e9) / measured),
                                       text::figure::duration(DataSize::of(100e9) / measured)));
}

void sayUnit(Judgement& result, BitRate measured, const std::vector<UnitReading>& readings)
{
    if (result.suggestedUnit.empty()) return;
    const auto likeliest =
        std::max_element(readings.begin(), readings.end(),
                         [](const UnitReading& a, const UnitReading& b) { return a.probability < b.probability; });
    result.why.push_back(text::say(
        "judgement.read-as-it-would",
        "read as {} it would be {}, which makes sense ({:.0f} % likely): was the unit meant so?", result.suggestedUnit,
        text::figure::rate(scaled(measured, likeliest->row->factor)), 100 * likeliest->probability));
}

/// What holds the figure, or what must be true of it.
void sayWhatHolds(Judgement& result, BitRate measured, const expect::Expectation& expected, const kb::KnowledgeBase& kb)
{
    const Stage* binding = expected.bindingStage();
    if (result.standing == Standing::Impossible) {
        result.why.push_back(text::say("judgement.no-figure-passes", "no figure passes {}: {}",
                                       narrowest(expected).name, narrowest(expected).working));
        for (text::Sentence& one : mustBeTrue(expected, measured, kb)) result.why.push_back(std::move(one));
    } else if (binding && (result.standing == Standing::Full || result.standing == Standing::Normal)) {
        result.why.push_back(
            text::say("judgement.holds-it-nothing-is", "{} holds it; nothing is wrong{}", binding->name,
                      expected.next ? text::say("judgement.and-the-next-limit", ", and the next limit is {} at {}",
                                                expected.stages[*expected.next].name,
                                                text::figure::rate(expected.stages[*expected.next].carries.typical))
                                    : std::string()));
    } else if (binding) {
        result.why.push_back(
            text::say("judgement.even-the-narrowest-stage",
                      "even {}, the narrowest stage, usually carries {}: something on the way is not as planned. Ask "
                      "sokudo-cli diagnose, or the Diagnose bench",
                      binding->name, text::figure::rate(binding->carries.typical)));
    }
}

/// How sure the figure is, and what would make it surer.
void sayHowSure(Judgement& result, const measure::MeasuredRate& measured, const expect::Expectation& expected,
                Source how)
{
    const measure::MeasuredRate within = withDialogError(measured, how);
    if (!(within.low < within.high)) return;
    const text::Sentence why =
        within == measured ? text::say("judgement.with-its-error", "with its error")
                           : text::say("judgement.a-copy-dialog-smooths",
                                       "a copy dialog smooths what it shows, ±{:.0f} %: so", 100 * kDialogError);
    const Standing least = measure::standing(within.low, expected.expected),
                   most = measure::standing(within.high, expected.expected);
    if (least != most)
        result.why.push_back(
            text::say("judgement.the-figure-may-stand",
                      "{} the figure may stand anywhere from {} to {}: measure longer, or write size and time", why,
                      measure::code(least), measure::code(most)));
    if (within.high.in() - within.low.in() > 2 * kWantedError * within.value.in())
        result.why.push_back(text::say(
            "judgement.for-with-a-watch",
            "for ±{:.0f} % with a watch that is a second off, time {:.0f} s or more: here that is {}",
            100 * kWantedError, kWatchError / kWantedError,
            text::figure::size(DataSize::of(expected.expected.typical.in() / 8 * kWatchError / kWantedError))));
}

}  // namespace

Judgement judge(const measure::MeasuredRate& measured, std::string_view typed, const expect::Expectation& expected,
                const kb::KnowledgeBase& kb, Source how)
{
    Judgement result;
    result.standing = measure::standing(measured.value, expected.expected);
    result.share = expected.expected.typical.steps() > 0 ? measured.value.in() / expected.expected.typical.in() : 0;
    const auto readings =
        unitReadings(measured.value, expected.expected, plateausOf(expected), how != Source::Unknown, kb);
    result.suggestedUnit = unitMeant(typed, readings);
    sayHowMuch(result, measured.value, expected);
    sayUnit(result, measured.value, readings);
    sayWhatHolds(result, measured.value, expected, kb);
    sayHowSure(result, measured, expected, how);
    return result;
}

}  // namespace sokudo::diagnose
