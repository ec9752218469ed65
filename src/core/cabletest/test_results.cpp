// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/test_results.h"

#include <algorithm>
#include <chrono>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/date.h"
#include "core/base/text.h"
#include "core/buy/parts.h"
#include "core/cabletest/fault_distance.h"
#include "core/cabletest/wire_map.h"
#include "core/kb/buy_rows.h"
#include "core/plan/edits.h"
#include "core/plan/wiring.h"

namespace sokudo::cabletest {
namespace {

constexpr int kYear = 365;           // days
constexpr double kMarginFell = 1;    ///< own: dB worth a look
constexpr double kLoopRose = 0.10;   ///< own: share
constexpr double kLengthOff = 0.05;  ///< own: share

std::string runName(const plan::Plan& plan, const plan::Run& run)
{
    return run.label.empty() ? plan::portText(plan, run.a) + " – " + plan::portText(plan, run.b) : run.label;
}

Verdict verdictOf(const plan::CableTest& test)
{
    const auto map = test.wireMap.empty() ? std::nullopt : std::optional(wireMapOf(test.wireMap));
    const bool isCrossed = map && *map && !isStraight(**map);
    switch (test.outcome) {
    case plan::TestOutcome::Failed: return Verdict::NoLink;
    case plan::TestOutcome::Narrowly: return Verdict::Marginal;
    // A map proves that the wires arrive, no rate: a split pair looks the same.
    case plan::TestOutcome::Passed:
        return isCrossed ? Verdict::NoLink : test.grade == "wire-map" ? Verdict::Limited : Verdict::Fits;
    case plan::TestOutcome::NotJudged: break;
    }
    if (test.margin) return *test.margin < Decibel{} ? Verdict::NoLink : Verdict::Fits;
    return isCrossed ? Verdict::NoLink : map && *map ? Verdict::Limited : Verdict::Unknown;
}

std::string outcomeWords(const plan::CableTest& test)
{
    switch (test.outcome) {
    case plan::TestOutcome::Passed: return "passed";
    case plan::TestOutcome::Narrowly: return "passed narrowly";
    case plan::TestOutcome::Failed: return "failed";
    case plan::TestOutcome::NotJudged: break;
    }
    return verdictOf(test) == Verdict::Unknown ? "noted" : verdictOf(test) == Verdict::NoLink ? "bad" : "good";
}

std::string stageWords(plan::TestStage stage)
{
    switch (stage) {
    case plan::TestStage::Floor: return "on the floor";
    case plan::TestStage::BeforeWall: return "before the wall closed";
    case plan::TestStage::AfterPlates: return "after the plates";
    case plan::TestStage::HandOver: return "at hand-over";
    case plan::TestStage::AfterSwap: return "after the swap";
    case plan::TestStage::Again: break;
    }
    return "when tested again";
}

text::Sentence saysOf(const plan::CableTest& test)
{
    std::string part;
    if (test.part == plan::TestedAs::Channel) part = " channel";
    if (test.part == plan::TestedAs::PermanentLink) part = " permanent link";
    return text::say("test-results.says", "{}{}{}{}{}", outcomeWords(test),
                     test.limit.empty() ? std::string() : " as " + test.limit + part,
                     test.on.empty() ? std::string() : " on " + test.on, " " + stageWords(test.stage),
                     test.margin ? fmt::format(", {:.1f} dB of margin{}", test.margin->in(),
                                               test.worst.empty() ? "" : " at " + test.worst)
                                 : std::string());
}

/// The resistance beside what the length and the gauge of the run allow.
void lookAtLoop(const plan::Plan& plan, const plan::CableTest& test, const kb::KnowledgeBase& kb,
                std::vector<text::Sentence>& into)
{
    const plan::Run* run = plan.runs.find(test.run);
    const auto length = test.length ? test.length : run ? run->length : std::nullopt;
    const auto* medium = run ? kb.find<kb::Medium>(run->medium) : nullptr;
    if (!test.loop || !length || !medium || medium->kind != kb::MediumKind::TwistedPair) return;
    LoopQuestion question;
    question.length = *length;
    if (const auto gauge = run->traits.count("gauge")) question.gauge = *gauge;
    question.pairs = {*test.loop};
    if (const auto answer = loopAnswer(question, kb); answer && (answer->isClad || answer->isAboveLimit))
        for (const text::Sentence& one : answer->says) into.push_back(one);
}

/// What the instrument leaves open.
std::vector<text::Sentence> doubtsOf(const plan::Plan& plan, const plan::CableTest& test, const kb::KnowledgeBase& kb)
{
    std::vector<text::Sentence> all;
    if (const auto* grade = kb.find<kb::Instrument>(test.grade); grade && !grade->provesNot.empty())
        all.push_back(
            text::say("test-results.proves-not", "tested by {}: not proved are {}", grade->name, grade->provesNot));
    lookAtLoop(plan, test, kb, all);
    const plan::Instrument* instrument = plan.instruments.find(test.instrument);
    if (!instrument) return all;
    if (!instrument->calibrationDue.empty() && !test.on.empty() && instrument->calibrationDue < test.on)
        all.push_back(text::say("test-results.calibration",
                                "{} was due for calibration on {}: its figures prove nothing "
                                "to others",
                                instrument->name, instrument->calibrationDue));
    const std::string battery = text::lower(instrument->battery);
    const auto left = text::parseNumber(text::trimmed(battery.substr(0, battery.find('%'))));
    if (battery.find("low") != std::string::npos || (battery.find('%') != std::string::npos && left && *left < 20))
        all.push_back(
            text::say("test-results.battery", "the battery of {} is low: such readings drift", instrument->name));
    return all;
}

std::optional<std::string> dueFrom(const std::string& day)
{
    const auto known = dayFromIso(day);
    return known ? std::optional(isoDay(*known + std::chrono::days(kYear))) : std::nullopt;
}

bool isCable(const plan::Plan& plan, const plan::Run& run, const kb::KnowledgeBase& kb)
{
    const auto* medium = kb.find<kb::Medium>(run.medium);
    if (!medium || medium->kind == kb::MediumKind::Radio || medium->kind == kb::MediumKind::PowerLine) return false;
    return !buy::isLead(plan, run, kb);
}

std::map<plan::RunId, std::vector<const plan::CableTest*>> byRun(const plan::Plan& plan)
{
    std::map<plan::RunId, std::vector<const plan::CableTest*>> all;
    for (const plan::CableTest& test : plan.cableTests) all[test.run].push_back(&test);
    for (auto& [run, tests] : all)
        std::stable_sort(tests.begin(), tests.end(), [](const auto* a, const auto* b) { return a->on < b->on; });
    return all;
}

/// The device at an end: the plate, where it is a jack.
const plan::Device* at(const plan::Plan& plan, plan::PortId port) { return plan::deviceOf(plan, port); }

/// What a test or the run itself says: who made it.
std::string installerOf(const plan::Plan& plan, const plan::Run& run)
{
    if (const auto word = run.traits.word("installer"); !word.empty()) return std::string(word);
    for (const plan::CableTest& test : plan.cableTests)
        if (test.run == run.id && !test.by.empty()) return test.by;
    return {};
}

std::string dayOf(const plan::Plan& plan, const plan::Run& run)
{
    if (const auto word = run.traits.word("laid"); !word.empty()) return std::string(word);
    std::string first;
    for (const plan::CableTest& test : plan.cableTests)
        if (test.run == run.id && !test.on.empty() && (first.empty() || test.on < first)) first = test.on;
    return first;
}

std::set<plan::PlaceId> roomsOf(const plan::Plan& plan, const plan::Run& run)
{
    std::set<plan::PlaceId> rooms;
    for (plan::PortId end : {run.a, run.b})
        if (const plan::Device* device = at(plan, end)) rooms.insert(plan::roomOf(plan, device->place));
    return rooms;
}

bool isBad(const plan::Plan& plan, const plan::Run& run)
{
    const auto all = byRun(plan);
    const auto tests = all.find(run.id);
    if (tests != all.end()) return verdictOf(*tests->second.back()) == Verdict::NoLink;
    return !run.wireMap.empty() && run.wireMap != "good";
}

bool isTested(const plan::Plan& plan, const plan::Run& run)
{
    if (!run.wireMap.empty()) return true;
    return std::any_of(plan.cableTests.begin(), plan.cableTests.end(),
                       [&](const plan::CableTest& test) { return test.run == run.id; });
}

}  // namespace

std::string_view resultWord(Verdict verdict)
{
    switch (verdict) {
    case Verdict::Fits: return "passed";
    case Verdict::Marginal: return "narrow";
    case Verdict::NoLink: return "failed";
    case Verdict::Limited: return "wires only";
    default: return "not tested";
    }
}

std::vector<text::Sentence> changesBetween(const plan::CableTest& first, const plan::CableTest& last)
{
    std::vector<text::Sentence> all;
    if (verdictOf(first) != verdictOf(last))
        all.push_back(text::say("test-results.outcome", "{} on {}, {} on {}", outcomeWords(first), first.on,
                                outcomeWords(last), last.on));
    if (first.margin && last.margin) {
        const double by = last.margin->in() - first.margin->in();
        all.push_back(text::say("test-results.margin", "margin {:+.1f} dB, from {:.1f} to {:.1f} dB{}", by,
                                first.margin->in(), last.margin->in(),
                                by <= -kMarginFell ? ": look at the plate, the bends and what was done there" : ""));
    }
    if (first.loop && last.loop && first.loop->in() > 0) {
        const double by = last.loop->in() / first.loop->in() - 1;
        all.push_back(text::say("test-results.loop", "loop {:.2f} to {:.2f} Ω{}", first.loop->in(), last.loop->in(),
                                by >= kLoopRose ? ": a contact has become poor" : ""));
    }
    if (first.length && last.length && first.length->in() > 0) {
        const double by = last.length->in() / first.length->in() - 1;
        if (std::abs(by) >= kLengthOff)
            all.push_back(text::say("test-results.length",
                                    "length {} to {}: another cable, or another velocity was set",
                                    text::figure::length(*first.length), text::figure::length(*last.length)));
    }
    if (first.loss && last.loss)
        all.push_back(text::say("test-results.loss", "loss {:.1f} to {:.1f} dB{}", first.loss->in(), last.loss->in(),
                                last.loss->in() >= first.loss->in() + kMarginFell ? ": clean the ends first" : ""));
    return all;
}

TestResults testResults(const plan::Plan& plan, const std::string& today, const kb::KnowledgeBase& kb)
{
    TestResults results;
    const auto tests = byRun(plan);
    for (const plan::Run& run : plan.runs) {
        if (!isCable(plan, run, kb)) continue;
        RunTests one{run.id, runName(plan, run), {}, Verdict::Unknown, false, {}, {}, {}};
        if (const auto found = tests.find(run.id); found != tests.end()) {
            one.tests = found->second;
            const plan::CableTest& last = *one.tests.back();
            one.verdict = verdictOf(last);
            one.says = saysOf(last);
            if (one.tests.size() > 1) one.changes = changesBetween(*one.tests.front(), last);
            one.doubts = doubtsOf(plan, last, kb);
            const auto due = dueFrom(last.on);
            one.isDue = due && !today.empty() && *due <= today;
        } else if (!run.wireMap.empty()) {
            one.verdict = run.wireMap == "good" ? Verdict::Limited : Verdict::NoLink;
            one.says = text::say("test-results.map-only", "wire map {}, no result kept", run.wireMap);
        } else one.says = text::say("test-results.never", "never tested");
        results.tested += !one.tests.empty() || !run.wireMap.empty();
        results.bad += one.verdict == Verdict::NoLink;
        results.due += one.isDue;
        results.runs.push_back(std::move(one));
    }
    const auto rank = [](const RunTests& one) {
        return one.verdict == Verdict::NoLink ? 0 : one.verdict == Verdict::Unknown ? 1 : one.isDue ? 2 : 3;
    };
    std::stable_sort(results.runs.begin(), results.runs.end(),
                     [&](const RunTests& a, const RunTests& b) { return rank(a) < rank(b); });
    results.sentence =
        text::say("test-results.sentence", "{} of {} cables tested, {} bad{}", results.tested, results.runs.size(),
                  results.bad, results.due > 0 ? fmt::format(", {} due again after a year", results.due) : "");
    return results;
}

Result<plan::Plan> withPhoto(const plan::Plan& plan, plan::CableTestId id, plan::Photo photo)
{
    const plan::CableTest* test = plan.cableTests.find(id);
    if (!test)
        return failure(ErrorCode::NotFound,
                       text::say("test-results.no-result", "there is no result yet that a photo could be of"));
    photo.about = plan::Subject{"cable-test", id.value};
    plan::CableTest named = *test;
    named.photo = photo.id;
    const auto with = plan::edits::putRecord(plan, std::move(photo));
    return with ? plan::edits::putRecord(*with, std::move(named)) : with;
}

std::vector<const plan::Photo*> photosOf(const plan::Plan& plan, const plan::CableTest& test)
{
    std::vector<const plan::Photo*> all;
    if (const plan::Photo* named = plan.photos.find(test.photo)) all.push_back(named);
    for (const plan::Photo& one : plan.photos)
        if (one.id != test.photo && one.about == plan::Subject{"cable-test", test.id.value}) all.push_back(&one);
    return all;
}

std::vector<Sibling> siblingsOf(const plan::Plan& plan, plan::RunId badId, const kb::KnowledgeBase& kb)
{
    std::vector<Sibling> all;
    const plan::Run* bad = plan.runs.find(badId);
    if (!bad) return all;
    const std::string installer = installerOf(plan, *bad), day = dayOf(plan, *bad);
    const auto rooms = roomsOf(plan, *bad);
    for (const plan::Run& run : plan.runs) {
        if (run.id == badId || run.medium != bad->medium || !isCable(plan, run, kb)) continue;
        Sibling one{run.id, runName(plan, run), 0, {}};
        std::vector<std::string> why;
        const auto count = [&](int weight, std::string words) {
            one.shares += weight;
            why.push_back(std::move(words));
        };
        for (plan::PortId end : {run.a, run.b})
            for (plan::PortId other : {bad->a, bad->b}) {
                const plan::Device* device = at(plan, end);
                if (!device || device != at(plan, other) || !plan::isPassive(device->role)) continue;
                count(device->role == plan::Role::Jack ? 8 : 2,
                      "the same " + std::string(word(device->role)) + " " + device->name);
            }
        if (!installer.empty() && installerOf(plan, run) == installer) count(4, "made by " + installer);
        if (!day.empty() && dayOf(plan, run) == day) count(4, "of the same day");
        for (plan::PlaceId room : roomsOf(plan, run))
            if (const plan::Place* place = plan.places.find(room); place && rooms.count(room) > 0)
                count(2, "in " + place->name);
        for (const std::string& way : run.route)
            if (std::find(bad->route.begin(), bad->route.end(), way) != bad->route.end()) {
                count(1, "through " + way);
                break;
            }
        if (one.shares == 0) continue;
        one.why = text::Sentence(text::joined(why, ", "));
        all.push_back(std::move(one));
    }
    std::stable_sort(all.begin(), all.end(), [](const Sibling& a, const Sibling& b) { return a.shares > b.shares; });
    return all;
}

std::vector<BatchCount> batchesOf(const plan::Plan& plan, BatchBy by)
{
    std::map<std::string, BatchCount> all;
    for (const plan::Run& run : plan.runs) {
        std::set<std::string> names;
        if (by == BatchBy::Installer) names.insert(installerOf(plan, run));
        else if (by == BatchBy::Day) names.insert(dayOf(plan, run));
        else
            for (plan::PlaceId room : roomsOf(plan, run))
                if (const plan::Place* place = plan.places.find(room)) names.insert(place->name);
        for (const std::string& name : names) {
            if (name.empty()) continue;
            BatchCount& batch = all[name];
            batch.name = name;
            if (isTested(plan, run)) ++batch.tested, batch.bad += isBad(plan, run);
            else ++batch.untested;
        }
    }
    std::vector<BatchCount> result;
    for (auto& [name, batch] : all)
        if (batch.tested > 0) result.push_back(std::move(batch));
    std::stable_sort(result.begin(), result.end(),
                     [](const BatchCount& a, const BatchCount& b) { return a.bad * b.tested > b.bad * a.tested; });
    return result;
}

}  // namespace sokudo::cabletest
