// SPDX-License-Identifier: GPL-3.0-or-later
// The day on which one switch takes over from another: its window, and what has to be proved.
#include <fmt/format.h>

#include "cli.h"
#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/cutover/cut_over.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant = "now", day, from, to, begins, until, appointments;
    double seconds = 60;
    int reserve = -1;
};

/// The day as the house keeps it, with what the line says instead.
Result<plan::CutOver> dayOf(const plan::Plan& plan, const Options& given)
{
    plan::CutOver day;
    for (const plan::CutOver& one : plan.cutOvers)
        if (given.day.empty() || text::lower(one.name) == text::lower(given.day)) {
            day = one;
            break;
        }
    if (!given.day.empty() && !day.id.isSet())
        return failure(ErrorCode::NotFound, text::Sentence("no cut-over day of the house is called so"), given.day);
    for (const auto& [name, into] : {std::pair(given.from, &day.from), {given.to, &day.to}}) {
        if (name.empty()) continue;
        const auto found = deviceCalled(plan, name);
        if (!found) return tl::unexpected(found.error());
        *into = *found;
    }
    if (!day.from.isSet() || !day.to.isSet())
        return failure(ErrorCode::BadInput,
                       text::Sentence("say which switch is the old one and which takes over: --from OLD --to NEW; one "
                                      "that is still to come stands in a --variant"),
                       given.file);
    if (!given.begins.empty()) day.begins = given.begins;
    if (!given.until.empty()) day.until = given.until;
    if (!given.appointments.empty()) day.appointments = given.appointments;
    if (given.reserve >= 0) day.reserve = given.reserve;
    return day;
}

struct Made {
    plan::Plan house;
    plan::CutOver day;
    cutover::CutOverPlan plan;
};
Result<Made> made(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return tl::unexpected(project.error());
    auto house = houseCalled(*project, given.variant);
    if (!house) return tl::unexpected(house.error());
    auto day = dayOf(*house, given);
    if (!day) return tl::unexpected(day.error());
    Patience patience(given.seconds);
    auto plan = cutover::cutOverPlan(
        {*house, *day, context.kb, buy::builtInSolver(), [&](double share) { return patience.goesOn(share); }});
    if (!plan) return tl::unexpected(plan.error());
    return Made{std::move(*house), std::move(*day), std::move(*plan)};
}

Json toJson(const cutover::Window& window)
{
    Json result{
        {"sentence", plain(window.sentence)},
        {"begins", clockOf(window.begins)},
        {"until", clockOf(window.begins + window.length)},
        {"minutes", window.length},
        {"free_minutes", window.room},
        {"planned_minutes", window.planned},
        {"worst_minutes", window.worst},
        {"reserve_minutes", window.reserve},
        {"roll_back_minutes", window.rollBack},
        {"last_roll_back",
         window.lastRollBack ? Json(clockOf(window.begins + static_cast<int>(*window.lastRollBack))) : Json(nullptr)},
        {"fits", window.fits},
        {"problems", Json::array()},
        {"appointments", Json::array()}};
    for (const text::Sentence& one : window.problems) result["problems"].push_back(plain(one));
    for (const cutover::Appointment& one : window.appointments)
        result["appointments"].push_back(
            {{"at", clockOf(window.begins + one.from)}, {"minutes", one.minutes}, {"what", one.what}});
    return result;
}

Json stepsJson(const cutover::CutOverPlan& plan)
{
    Json steps = Json::array();
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const cutover::DayStep& step = plan.steps[i];
        Json one{{"key", step.key},        {"phase", step.phase},    {"do", plain(step.what)},
                 {"off", step.off},        {"loses", step.services}, {"minutes", {step.low, step.usual, step.high}},
                 {"caution", step.caution}};
        for (const cutover::WindowStep& at : plan.window.times)
            if (at.step == i) one["at"] = clockOf(plan.window.begins + static_cast<int>(at.from));
        steps.push_back(std::move(one));
    }
    return steps;
}

int answerWindow(const Options& given, Context& context)
{
    const auto day = made(given, context);
    if (!day) return fail(day.error());
    const cutover::CutOverPlan& plan = day->plan;
    const bool isReady = std::all_of(plan.checks.begin(), plan.checks.end(), [](const cutover::PreCheck& one) {
        return one.verdict != Verdict::NoLink && one.verdict != Verdict::Unsafe;
    });
    const int status = plan.window.fits && isReady ? kFine : kFindings;
    if (context.json) {
        Json result = toJson(plan.window);
        result["says"] = plain(plan.sentence);
        result["runs_side_by_side"] = plan.canRunBoth;
        result["steps"] = stepsJson(plan);
        result["off"] = Json::array();
        for (const cutover::OffTime& one : plan.off)
            result["off"].push_back({{"device", one.name}, {"minutes", one.minutes}, {"restarts", one.restarts}});
        result["before_unplugging"] = Json::array();
        for (const cutover::PreCheck& one : plan.checks)
            result["before_unplugging"].push_back(
                {{"what", one.what}, {"state", cutover::readyWord(one.verdict)}, {"says", plain(one.says)}});
        print(result);
        return status;
    }
    print(plain(plan.sentence));
    print(plain(plan.window.sentence));
    for (const text::Sentence& one : plan.window.problems) print(plain("  ! " + one.text()));
    print("Before anything is unplugged:");
    for (const cutover::PreCheck& one : plan.checks)
        print(plain(fmt::format("  [{}] {}: {} ({})", one.verdict == Verdict::Fits ? "x" : " ", one.what,
                                one.says.text(), cutover::readyWord(one.verdict))));
    print("Steps:");
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const cutover::DayStep& step = plan.steps[i];
        std::string at = step.phase;
        for (const cutover::WindowStep& one : plan.window.times)
            if (one.step == i) at = clockOf(plan.window.begins + static_cast<int>(one.from));
        print(plain(fmt::format("  [ ] {:<6} {} ({:.0f} min)", at, step.what.text(), step.usual)));
        if (!step.off.empty()) print(plain("           off: " + text::joined(step.off, ", ")));
        if (!step.services.empty()) print(plain("           services down: " + text::joined(step.services, ", ")));
        if (!step.caution.empty()) print(plain("           Caution: " + step.caution));
    }
    for (const cutover::OffTime& one : plan.off)
        print(plain(fmt::format("Off: {} for {}{}", one.name, text::duration(Duration::of(60 * one.minutes)),
                                one.restarts ? ", and it starts again" : "")));
    return status;
}

int answerAcceptance(const Options& given, Context& context)
{
    const auto day = made(given, context);
    if (!day) return fail(day.error());
    Json all = Json::array();
    for (const cutover::Proof& one : day->plan.proofs) {
        if (!context.json) {
            print(plain(fmt::format("  [ ] {} → {}", one.what.text(), one.expected)));
            continue;
        }
        all.push_back({{"key", one.key},
                       {"kind", word(one.kind)},
                       {"what", plain(one.what)},
                       {"expected", plain(one.expected)},
                       {"expected_bps", rateJson(one.rate)},
                       {"least_bps", rateJson(one.least)}});
    }
    if (context.json) print(Json{{"tests", all}});
    return kFine;
}

}  // namespace

void addCutOver(Verbs& verbs, Context& context)
{
    const auto add = [&](const char* name, const char* says, int (*answer)(const Options&, Context&)) {
        auto given = std::make_shared<Options>();
        auto verb = verbs.add(name, says);
        verb.option("FILE", given->file, "project").required();
        verb.option("--day", given->day, "a cut-over day that the house keeps; the first unless told otherwise");
        verb.option("--from", given->from, "the old switch");
        verb.option("--to", given->to, "the one that takes over");
        verb.option("--begins", given->begins, "when the window begins, such as 18:00");
        verb.option("--until", given->until, "by when all must work, such as 22:30");
        verb.option("--appointments", given->appointments, "fixed: “19:30 20min call; 21:00 10min backup”");
        verb.option("--reserve", given->reserve, "per cent of the planned time").within(0, 200);
        verb.option("--seconds", given->seconds, "stop after so many; 60 unless told otherwise").within(1.0, 86400.0);
        verb.option("--variant", given->variant, "in this variant; the house as it is unless told otherwise");
        verb.answer([given, answer, &context] { return answer(*given, context); });
    };
    add("window", "The cut-over day: steps, what goes down for whom, reserve, and the last moment to roll back",
        &answerWindow);
    add("acceptance", "What has to be proved after the cut-over, with the values expected", &answerAcceptance);
}

}  // namespace sokudo::cli
