// SPDX-License-Identifier: GPL-3.0-or-later
// The day on which one switch takes over from another: steps with minutes, what goes down for whom, the window with its
// reserve, and the last moment to roll back.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/cutover/acceptance.h"
#include "core/cutover/moves.h"
#include "core/cutover/pre_check.h"
#include "core/kb/build_rows.h"

namespace sokudo::cutover {

/// One step of the day.
struct DayStep {
    std::string key;    ///< "move:12", "before:tell"
    std::string phase;  ///< before, during, after
    text::Sentence what;
    std::string caution;                  ///< text; empty: none
    double low = 0, usual = 0, high = 0;  ///< minutes
    std::vector<std::string> off;         ///< devices that are off the network in it
    std::vector<std::string> services;    ///< what people lose in it: "Wi-Fi", "phones"
    std::optional<Proof> proof;           ///< of an acceptance step
};

/// A device that is off for a while.
struct OffTime {
    plan::DeviceId device;
    std::string name;
    double minutes = 0;  ///< as a rule, with its start-up where it loses its power
    bool restarts = false;
};

/// Something that must not be disturbed.
struct Appointment {
    int from = 0;  ///< minutes after the window begins
    int minutes = 0;
    std::string what;
};
/// “19:30 20min call; 21:00 10min backup”. @error BadInput  a time outside the window, or no such words
Result<std::vector<Appointment>> appointmentsOf(const std::string& text, int begins, int length);

struct WindowStep {
    std::size_t step = 0;     ///< in CutOverPlan::steps
    double from = 0, to = 0;  ///< minutes after the window begins, appointments left out of it
};

struct Window {
    int begins = 18 * 60;  ///< minute of the day
    int length = 0;        ///< minutes until all must work
    std::vector<Appointment> appointments;
    double planned = 0, worst = 0;       ///< minutes of the steps in it, as a rule and if it goes badly
    double reserve = 0;                  ///< minutes kept
    double room = 0;                     ///< minutes there are without the appointments
    double rollBack = 0;                 ///< minutes that rolling back takes at most
    std::optional<double> lastRollBack;  ///< minutes after it begins; empty: there is never time to roll back
    std::vector<WindowStep> times;
    bool fits = false;
    std::vector<text::Sentence> problems;
    text::Sentence sentence;
};

struct CutOverPlan {
    MoveList moves;
    std::vector<PreCheck> checks;
    std::vector<Proof> proofs;
    std::vector<DayStep> steps;
    std::vector<OffTime> off;  ///< the longest first
    bool canRunBoth = true;    ///< the two switches can be joined while leads move
    Window window;
    text::Sentence sentence;
};

struct CutOverQuestion {
    const plan::Plan& plan;
    plan::CutOver day;  ///< switches, times, reserve, appointments
    const kb::KnowledgeBase& kb;
    buy::Solver solver;
    MoveProgress progress = {};  ///< may be empty
};

/// Times and appointments are looked at first, before anything that takes long.
/// @error Cancelled  it was stopped
/// @error BadInput  a switch that is not named, a time that is none; NotFound  a lead that goes nowhere
/// @source jobs/cut_over.csv; core/power for what goes off
Result<CutOverPlan> cutOverPlan(const CutOverQuestion&);

/// The window alone, of steps that are known.
/// @param leads  to put back when rolling back
/// @error BadInput  no beginning or end, a time that is none
Result<Window> windowOf(const plan::CutOver&, const std::vector<DayStep>&, std::size_t leads, const kb::KnowledgeBase&);

// The day itself.

enum class StepState { Waiting, Running, Done, Skipped };
struct DayStepState {
    StepState state = StepState::Waiting;
    std::optional<double> took;  ///< minutes
    std::optional<double> late;  ///< minutes later than planned; below 0: sooner
    std::string value;           ///< measured in an acceptance step
    Verdict verdict = Verdict::Unknown;
};
struct DayState {
    std::vector<DayStepState> steps;
    std::optional<std::size_t> current;  ///< runs now; empty: none
    std::optional<std::size_t> next;     ///< to be begun
    double planned = 0, took = 0;        ///< minutes of the steps that are done
    double end = 0;                      ///< minutes after the window begins, as it goes now
    double toRollBack = 0;               ///< minutes left until the last moment; below 0: it has passed
    Verdict verdict = Verdict::Unknown;  ///< fits: ends in time; marginal: eats into the reserve; no link: ends late
    text::Sentence says;
};
/// @param now  minutes after the window begins; below 0 before it
DayState dayState(const CutOverPlan&, const std::vector<plan::DayMark>& marks, double now);

/// Begins or ends a step. @error BadInput  no such step, or it ends before it began
Result<plan::Plan> withMark(const plan::Plan&, plan::CutOverId, const DayStep&, double now, bool ends,
                            const std::string& value, IdSource&);
/// Steps that were not done, and tests that failed, as loose ends of the plan; each once.
Result<plan::Plan> withBacklog(const plan::Plan&, const plan::CutOver&, const CutOverPlan&, const DayState&, IdSource&);

}  // namespace sokudo::cutover
