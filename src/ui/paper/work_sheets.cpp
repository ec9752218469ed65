// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/paper/work_sheets.h"

#include "app/qt_text.h"
#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/kb/build_rows.h"
#include "core/kb/rule_rows.h"

namespace sokudo::ui {

using app::toQt;

namespace {

QString minutes(double count) { return toQt(text::duration(Duration::of(60 * count))); }

void addCaution(SheetPart& part, const std::string& caution)
{
    if (!caution.empty()) part.lines.push_back({toQt(caution), {}, {}, false, false, true});
}

}  // namespace

Sheet jobsSheet(const jobs::JobList& list, const jobs::JobProgress& progress, const QString& house)
{
    Sheet sheet{"Jobs, " + house, toQt(progress.sentence), {}};
    for (std::size_t i = 0; i < list.jobs.size(); ++i) {
        const jobs::Job& job = list.jobs[i];
        const jobs::JobState& state = progress.jobs[i];
        QString says = minutes(state.usual);
        if (job.people > 1) says += QString(", %1 people").arg(job.people);
        for (const jobs::JobLock& lock : state.open) says += "; locked: " + toQt(lock.what);
        QStringList along;
        for (const text::Sentence& one : job.materials) along << toQt(one);
        if (!along.isEmpty()) says += "; take " + along.join(", ");
        SheetPart part{QString("%1. %2").arg(i + 1).arg(toQt(job.title)), says, {}};
        for (const text::Sentence& one : job.order) part.lines.push_back({toQt(one), {}, {}, false, false, false});
        for (std::size_t step = 0; step < job.steps.size(); ++step) {
            part.lines.push_back({toQt(job.steps[step].what),
                                  {},
                                  toQt(job.steps[step].tool),
                                  true,
                                  static_cast<bool>(state.steps[step]),
                                  false});
            addCaution(part, job.steps[step].caution);
        }
        sheet.parts.push_back(std::move(part));
    }
    return sheet;
}

Sheet endSheet(const kb::KnowledgeBase& kb, const QString& end, const QString& scheme)
{
    Sheet sheet{"How to make a " + end, {}, {}};
    if (end == "plug" || end == "jack") {
        SheetPart pins{scheme, "Pins 1 to 8, seen from the contacts with the clip away from you", {}};
        for (const kb::Pin& pin : kb.all<kb::Pin>())
            pins.lines.push_back(
                {QString("%1   %2").arg(toQt(pin.number), toQt(scheme == "T568A" ? pin.t568a : pin.t568b)),
                 {},
                 {},
                 false,
                 false,
                 false});
        sheet.parts.push_back(std::move(pins));
    }
    SheetPart steps{"Steps", {}, {}};
    for (const kb::EndStep& row : kb.all<kb::EndStep>()) {
        if (row.end != app::fromQt(end)) continue;
        steps.lines.push_back({toQt(row.text), {}, toQt(row.tool), true, false, false});
        if (const auto* caution = kb.find<kb::Caution>(row.caution)) addCaution(steps, caution->text);
    }
    sheet.parts.push_back(std::move(steps));
    return sheet;
}

Sheet testSheet(const cabletest::TestResults& results, const QString& house)
{
    Sheet sheet{"Test results, " + house, toQt(results.sentence), {}};
    SheetPart part{{}, {}, {}};
    for (const cabletest::RunTests& one : results.runs) {
        QStringList more;
        for (const text::Sentence& change : one.changes) more << toQt(change);
        for (const text::Sentence& doubt : one.doubts) more << toQt(doubt);
        part.lines.push_back({toQt(one.name) + ": " + toQt(one.says), more.join(". "),
                              one.isDue ? QString("due") : toQt(cabletest::resultWord(one.verdict)), false, false,
                              false});
    }
    sheet.parts.push_back(std::move(part));
    return sheet;
}

Sheet bringUpSheet(const std::vector<bringup::BringUp>& order, const kb::KnowledgeBase& kb)
{
    Sheet sheet{"Bring-up", "One after the other; the next only when the one before works", {}};
    int number = 0;
    for (const bringup::BringUp& one : order) {
        SheetPart part{QString("%1. %2").arg(++number).arg(toQt(one.name)),
                       QString("%1. Ports lit after %2, works after %3, dead only after %4")
                           .arg(toQt(one.online), toQt(text::duration(one.clock.link)),
                                toQt(text::duration(one.clock.ready)), toQt(text::duration(one.clock.dead))),
                       {}};
        for (const jobs::JobStep& step : one.steps) {
            part.lines.push_back({toQt(step.what), {}, {}, true, false, false});
            addCaution(part, step.caution);
        }
        sheet.parts.push_back(std::move(part));
    }
    SheetPart lights{"Lights", "Makers differ: the sheet of the device wins", {}};
    for (const kb::LightMeaning& row : kb.all<kb::LightMeaning>())
        lights.lines.push_back({toQt(row.where + ", " + row.light + ": " + row.looks),
                                toQt(row.means + (row.next.empty() ? "" : "; " + row.next)),
                                {},
                                false,
                                false,
                                false});
    sheet.parts.push_back(std::move(lights));
    return sheet;
}

Sheet cutOverSheet(const plan::CutOver& day, const cutover::CutOverPlan& plan, const cutover::DayState& state)
{
    Sheet sheet{"Cut-over: " + toQt(day.name) + (day.on.empty() ? QString() : ", " + toQt(day.on)),
                toQt(plan.sentence) + ". " + toQt(plan.window.sentence),
                {}};
    for (const text::Sentence& problem : plan.window.problems) sheet.says += ". " + toQt(problem);
    SheetPart checks{"Before anything is unplugged", {}, {}};
    for (const cutover::PreCheck& one : plan.checks)
        checks.lines.push_back({toQt(one.says), {}, toQt(one.what), true, one.verdict == Verdict::Fits, false});
    sheet.parts.push_back(std::move(checks));
    std::string phase;
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const cutover::DayStep& step = plan.steps[i];
        if (step.phase != phase) {
            phase = step.phase;
            sheet.parts.push_back({phase == "before"   ? "Before the window"
                                   : phase == "during" ? "In the window"
                                                       : "After it",
                                   {},
                                   {}});
        }
        QString at = minutes(step.usual);
        for (const cutover::WindowStep& one : plan.window.times)
            if (one.step == i) at = toQt(clockOf(plan.window.begins + static_cast<int>(one.from)));
        QStringList off;
        for (const std::string& name : step.off) off << toQt(name);
        sheet.parts.back().lines.push_back(
            {toQt(step.what), off.isEmpty() ? QString() : "off: " + off.join(", "), at, true,
             state.steps.size() > i && state.steps[i].state == cutover::StepState::Done, false});
        addCaution(sheet.parts.back(), step.caution);
    }
    return sheet;
}

}  // namespace sokudo::ui
