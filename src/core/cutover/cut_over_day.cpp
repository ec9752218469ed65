// SPDX-License-Identifier: GPL-3.0-or-later
// The day itself: what runs, how late it is, when it ends, and what is left over.
#include <algorithm>
#include <cmath>

#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/cutover/cut_over.h"
#include "core/plan/edits.h"

namespace sokudo::cutover {
namespace {

double minutesOf(Duration time) { return time.in() / 60; }

const plan::DayMark* markOf(const std::vector<plan::DayMark>& marks, const std::string& step)
{
    for (const plan::DayMark& mark : marks)
        if (mark.step == step) return &mark;
    return nullptr;
}

std::optional<WindowStep> plannedTime(const CutOverPlan& day, std::size_t step)
{
    for (const WindowStep& one : day.window.times)
        if (one.step == step) return one;
    return std::nullopt;
}

DayStepState stateOf(const CutOverPlan& day, std::size_t step, const std::vector<plan::DayMark>& marks)
{
    DayStepState state;
    const plan::DayMark* mark = markOf(marks, day.steps[step].key);
    if (!mark) return state;
    state.value = mark->value;
    state.state = mark->ended ? StepState::Done : mark->begun ? StepState::Running : StepState::Waiting;
    if (mark->begun && mark->ended) state.took = minutesOf(*mark->ended - *mark->begun);
    if (const auto planned = plannedTime(day, step); planned && mark->ended)
        state.late = minutesOf(*mark->ended) - planned->to;
    if (day.steps[step].proof && mark->ended && !mark->value.empty())
        if (const auto judged = accepted(*day.steps[step].proof, mark->value)) state.verdict = judged->verdict;
    return state;
}

/// In time, into the reserve, past the last moment to roll back, or late.
void judge(const CutOverPlan& day, DayState& all)
{
    const double reserveBegins = day.window.length - day.window.reserve;
    const std::string ends = clockOf(day.window.begins + static_cast<int>(all.end + 0.5));
    const bool isAllDone = std::all_of(all.steps.begin(), all.steps.end(),
                                       [](const DayStepState& one) { return one.state == StepState::Done; });
    if (isAllDone) {
        all.verdict = Verdict::Fits;
        all.says = text::say("day.done", "All steps are done: {} worked, {} planned",
                             text::duration(Duration::of(60 * std::round(all.took))),
                             text::duration(Duration::of(60 * all.planned)));
    } else if (all.end > day.window.length) {
        all.verdict = Verdict::NoLink;
        all.says = text::say("day.late", "As it goes it ends at {}, {} too late: roll back, or leave tests for later",
                             ends, text::duration(Duration::of(60 * std::ceil(all.end - day.window.length))));
    } else if (all.toRollBack < 0 && day.window.lastRollBack) {
        all.verdict = Verdict::Marginal;
        all.says = text::say("day.no-return", "The last moment to roll back has passed: go on, it ends at {}", ends);
    } else if (all.end > reserveBegins) {
        all.verdict = Verdict::Marginal;
        all.says = text::say("day.reserve", "It ends at {} and uses up reserve; roll back by {} if it is not proved",
                             ends, clockOf(day.window.begins + static_cast<int>(day.window.lastRollBack.value_or(0))));
    } else {
        all.verdict = Verdict::Fits;
        all.says = text::say("day.in-time", "It ends at {}, {} before the reserve begins", ends,
                             text::duration(Duration::of(60 * std::floor(reserveBegins - all.end))));
    }
}

}  // namespace

DayState dayState(const CutOverPlan& day, const std::vector<plan::DayMark>& marks, double now)
{
    DayState all;
    double left = 0;
    for (std::size_t i = 0; i < day.steps.size(); ++i) {
        DayStepState state = stateOf(day, i, marks);
        const bool isInWindow = day.steps[i].phase == "during";
        if (state.state == StepState::Running && !all.current) all.current = i;
        if (state.state == StepState::Waiting && !all.next) all.next = i;
        if (state.state == StepState::Done) {
            if (state.took) all.planned += day.steps[i].usual, all.took += *state.took;
        } else if (isInWindow) {
            const plan::DayMark* mark = markOf(marks, day.steps[i].key);
            const double running = mark && mark->begun ? std::max(0.0, now - minutesOf(*mark->begun)) : 0;
            left += std::max(0.0, day.steps[i].usual - running);
        }
        all.steps.push_back(std::move(state));
    }
    // What is left goes on from now, and not into an appointment.
    all.end = std::max(now, 0.0) + left;
    for (const Appointment& one : day.window.appointments)
        if (one.from + one.minutes > std::max(now, 0.0) && one.from < all.end)
            all.end += std::min<double>(one.minutes, one.from + one.minutes - std::max(now, 0.0));
    all.toRollBack = day.window.lastRollBack ? *day.window.lastRollBack - now : 0;
    judge(day, all);
    return all;
}

Result<plan::Plan> withMark(const plan::Plan& plan, plan::CutOverId day, const DayStep& step, double now, bool ends,
                            const std::string& value, IdSource& ids)
{
    plan::DayMark mark;
    for (const plan::DayMark& one : plan.dayMarks)
        if (one.cutOver == day && one.step == step.key) mark = one;
    if (!mark.id.isSet()) mark.id = ids.next<plan::DayMarkId>();
    mark.cutOver = day;
    mark.step = step.key;
    const Duration at = Duration::of(60 * now);
    if (!ends) {
        mark.begun = at;
        mark.ended.reset();
    } else {
        if (step.proof && value.empty())
            return failure(ErrorCode::BadInput, text::say("day.needs-value",
                                                          "a test is done when its result is there: type what was "
                                                          "measured, or ok or no"));
        if (step.proof)
            if (const auto judged = accepted(*step.proof, value); !judged) return tl::unexpected(judged.error());
        if (!mark.begun) mark.begun = at;
        mark.ended = at;
        mark.value = value;
    }
    return plan::edits::putRecord(plan, std::move(mark));
}

Result<plan::Plan> withBacklog(const plan::Plan& plan, const plan::CutOver& day, const CutOverPlan& made,
                               const DayState& state, IdSource& ids)
{
    Result<plan::Plan> next = plan;
    for (std::size_t i = 0; i < made.steps.size(); ++i) {
        const DayStepState& one = state.steps[i];
        const bool isBad = one.verdict == Verdict::NoLink || one.verdict == Verdict::Limited;
        if (one.state == StepState::Done && !isBad) continue;
        plan::LooseEnd end;
        end.kind = plan::LooseEndKind::Open;
        end.text = made.steps[i].what.text();
        end.why = isBad ? "measured " + one.value + " at the cut-over " + day.name
                        : "left over from the cut-over " + day.name;
        end.about = plan::Subject{"device", day.to.value};
        const bool isKnown = std::any_of(next->looseEnds.begin(), next->looseEnds.end(),
                                         [&](const auto& old) { return old.text == end.text && !old.isDone; });
        if (isKnown) continue;
        end.id = ids.next<plan::LooseEndId>();
        next = plan::edits::putRecord(*next, std::move(end));
        if (!next) return next;
    }
    return next;
}

}  // namespace sokudo::cutover
