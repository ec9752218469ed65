// SPDX-License-Identifier: GPL-3.0-or-later
// What the tests of a house say together: the state of each run, what changed since the first, which to test first.
#pragma once

#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::cabletest {

/// One run with its tests, oldest first.
struct RunTests {
    plan::RunId run;
    std::string name;
    std::vector<const plan::CableTest*> tests;
    Verdict verdict = Verdict::Unknown;   ///< of the newest; limited: only that the wires arrive was tested
    bool isDue = false;                   ///< a year since the last one
    text::Sentence says;                  ///< "passed as cat6a on 2026-03-01 before the wall closed, 2.1 dB of margin"
    std::vector<text::Sentence> changes;  ///< the newest beside the first
    std::vector<text::Sentence> doubts;  ///< the instrument: battery low, calibration out of date; what it cannot prove
};

/// passed, passed narrowly, failed, wires only, not tested: what is said of `RunTests::verdict`.
std::string_view resultWord(Verdict);

struct TestResults {
    std::vector<RunTests> runs;  ///< of all cables laid: those that failed first, then those never tested
    int tested = 0, bad = 0, due = 0;
    text::Sentence sentence;
};

/// Runs that are laid from place to place or go through a jack or panel. Leads are left out.
/// @param today  ISO 8601 date
TestResults testResults(const plan::Plan&, const std::string& today, const kb::KnowledgeBase&);

/// The newest beside an older one of the same run: length, margin, resistance, loss, outcome.
/// @source own: a margin that fell by 1 dB, a loop 10 % higher or a length that differs by 5 % is worth a look
std::vector<text::Sentence> changesBetween(const plan::CableTest& first, const plan::CableTest& last);

/// The plan with a photo of a result: the photo is about it, and the result names it.
/// @error NotFound  there is no such result
Result<plan::Plan> withPhoto(const plan::Plan&, plan::CableTestId, plan::Photo);
/// What is kept of a result: the one that it names first.
std::vector<const plan::Photo*> photosOf(const plan::Plan&, const plan::CableTest&);

/// A run that shares something with one that failed.
struct Sibling {
    plan::RunId run;
    std::string name;
    int shares = 0;  ///< the more, the sooner it is tested
    text::Sentence why;
};
/// Cables to test first, since they share the plate, the installer, the day, the room or the way with a bad one.
/// @source own: plate 8, installer and day 4 each, panel or room 2 each, way 1
std::vector<Sibling> siblingsOf(const plan::Plan&, plan::RunId bad, const kb::KnowledgeBase&);

/// So many bad of so many tested, by who made them, by room or by day, with those not tested.
struct BatchCount {
    std::string name;
    int bad = 0, tested = 0, untested = 0;
};
enum class BatchBy { Installer, Room, Day };
std::vector<BatchCount> batchesOf(const plan::Plan&, BatchBy);

}  // namespace sokudo::cabletest
