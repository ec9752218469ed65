// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/date.h"
#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/jobs/progress.h"
#include "core/jobs/schedule.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant, from;
    std::vector<std::string> people;
};

struct Work {
    plan::Plan house;
    jobs::JobList list;
    jobs::JobProgress progress;
};
Result<Work> jobsFor(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return tl::unexpected(project.error());
    const auto variant = houseCalled(*project, given.variant);
    if (!variant) return tl::unexpected(variant.error());
    Work work{project->plan, jobs::jobsOf(project->plan, *variant, context.kb), {}};
    work.progress = jobs::progressOf(work.list, work.house, context.kb);
    return work;
}

Json toJson(const jobs::Job& job, const jobs::JobState& state, const jobs::JobList& list)
{
    Json result{{"key", job.key},
                {"title", plain(job.title)},
                {"minutes", {job.low, job.usual, job.high}},
                {"people", job.people},
                {"materials", Json::array()},
                {"steps", Json::array()},
                {"work_order", Json::array()},
                {"after", Json::array()},
                {"locks", Json::array()}};
    for (const text::Sentence& one : job.materials) result["materials"].push_back(plain(one));
    for (const text::Sentence& one : job.order) result["work_order"].push_back(plain(one));
    for (std::size_t i = 0; i < job.steps.size(); ++i)
        result["steps"].push_back({{"do", plain(job.steps[i].what)},
                                   {"caution", job.steps[i].caution},
                                   {"tool", job.steps[i].tool},
                                   {"done", static_cast<bool>(state.steps[i])}});
    result["done"] = state.isDone;
    result["learned_minutes"] = {state.low, state.usual, state.high};
    result["took_minutes"] = state.took ? Json(state.took->in() / 60) : Json(nullptr);
    result["settled"] = Json::array();
    for (const text::Sentence& one : state.settled) result["settled"].push_back(plain(one));
    for (std::size_t first : job.after) result["after"].push_back(list.jobs[first].key);
    for (const jobs::JobLock& one : state.open) result["locks"].push_back({{"id", one.id}, {"what", plain(one.what)}});
    return result;
}

int answerJobs(const Options& given, Context& context)
{
    const auto work = jobsFor(given, context);
    if (!work) return fail(work.error());
    const jobs::JobList* list = &work->list;
    const jobs::JobProgress& progress = work->progress;
    if (context.json) {
        Json result{{"sentence", plain(list->sentence)},
                    {"progress", plain(progress.sentence)},
                    {"done", progress.done},
                    {"left_minutes", progress.left},
                    {"minutes", {list->low, list->usual, list->high}},
                    {"locked", progress.locked},
                    {"jobs", Json::array()}};
        for (std::size_t i = 0; i < list->jobs.size(); ++i)
            result["jobs"].push_back(toJson(list->jobs[i], progress.jobs[i], *list));
        for (const jobs::LearnedTime& one : progress.learned) result["learned"].push_back(plain(one.says));
        print(result);
        return progress.locked > 0 ? kFindings : kFine;
    }
    print(plain(list->sentence));
    if (progress.done > 0) print(plain(progress.sentence));
    for (const jobs::LearnedTime& one : progress.learned) print(plain("Learned: " + one.says.text()));
    int number = 0;
    for (std::size_t i = 0; i < list->jobs.size(); ++i) {
        const jobs::Job& job = list->jobs[i];
        const jobs::JobState& state = progress.jobs[i];
        print(plain(fmt::format("{}. {}{} ({}, {})", ++number, state.isDone ? "[x] " : "", job.title.text(),
                                text::duration(Duration::of(60 * state.usual)),
                                job.people == 1 ? "one person" : fmt::format("{} people", job.people))));
        print("   key " + job.key);
        for (const jobs::JobLock& one : state.open) print(plain("   Locked: " + one.what.text()));
        for (const text::Sentence& one : state.settled) print(plain("   Settled: " + one.text()));
        for (const text::Sentence& one : job.order) print(plain("   " + one.text()));
        for (const text::Sentence& one : job.materials) print(plain("   take " + one.text()));
        for (std::size_t at = 0; at < job.steps.size(); ++at) {
            const jobs::JobStep& step = job.steps[at];
            print(plain((state.steps[at] ? "   [x] " : "   [ ] ") + step.what.text() +
                        (step.tool.empty() ? "" : "; with the " + step.tool)));
            if (!step.caution.empty()) print(plain("       Caution: " + step.caution));
        }
    }
    return progress.locked > 0 ? kFindings : kFine;
}

/// Those whom the line names, else the people of the house.
std::optional<Error> takePeople(const Options& given, const plan::Plan& house, jobs::ScheduleQuestion& question)
{
    if (given.people.empty())
        for (const plan::Person& person : house.people) {
            const auto week = weekOf(person.hours);
            if (!week) return week.error();
            question.workers.push_back({person.name, *week});
        }
    for (const std::string& line : given.people) {
        const auto worker = jobs::workerOf(line);
        if (!worker) return worker.error();
        question.workers.push_back(*worker);
    }
    return std::nullopt;
}

int answerSchedule(const Options& given, Context& context)
{
    const auto work = jobsFor(given, context);
    if (!work) return fail(work.error());
    const jobs::JobList* list = &work->list;
    jobs::ScheduleQuestion question;
    const auto from = dayFromIso(given.from.empty() ? today() : given.from);
    if (!from) return fail({ErrorCode::BadInput, text::Sentence("write the first day as 2026-12-01"), given.from});
    question.from = *from;
    if (const auto error = takePeople(given, work->house, question)) return fail(*error);
    question.tasks = jobs::tasksOf(*list, work->progress);
    const auto made = jobs::scheduleOf(question);
    if (!made) return fail(made.error());
    const auto names = [&](const jobs::Sitting& one) {
        std::vector<std::string> who;
        for (std::size_t w : one.who) who.push_back(question.workers[w].name);
        return who;
    };
    if (context.json) {
        Json result{
            {"sentence", plain(made->sentence)}, {"done", made->done ? Json(isoDay(*made->done)) : Json(nullptr)},
            {"evenings", made->evenings},        {"critical_minutes", made->criticalMinutes},
            {"critical", Json::array()},         {"jobs", Json::array()}};
        for (std::size_t at : made->critical) result["critical"].push_back(list->jobs[at].key);
        for (std::size_t i = 0; i < made->tasks.size(); ++i) {
            Json sittings = Json::array();
            for (const jobs::Sitting& one : made->tasks[i].sittings)
                sittings.push_back({{"day", isoDay(one.day)}, {"from", one.from}, {"to", one.to}, {"who", names(one)}});
            result["jobs"].push_back({{"key", list->jobs[i].key}, {"sittings", sittings}});
        }
        print(result);
        return made->notPlanned.empty() ? kFine : kFindings;
    }
    print(plain(made->sentence));
    std::vector<std::pair<const jobs::Sitting*, std::size_t>> byTime;
    for (std::size_t i = 0; i < made->tasks.size(); ++i)
        for (const jobs::Sitting& one : made->tasks[i].sittings) byTime.emplace_back(&one, i);
    std::sort(byTime.begin(), byTime.end(), [](const auto& a, const auto& b) {
        return std::tuple(a.first->day, a.first->from, a.second) < std::tuple(b.first->day, b.first->from, b.second);
    });
    for (const auto& [one, i] : byTime)
        print(plain(fmt::format("  {} {:>4.0f}–{:<4.0f} min  {} ({})", isoDay(one->day), one->from, one->to,
                                list->jobs[i].title.text(), text::joined(names(*one), ", "))));
    for (std::size_t at : made->notPlanned) print(plain("Not planned: " + list->jobs[at].title.text()));
    return made->notPlanned.empty() ? kFine : kFindings;
}

}  // namespace

void addJobs(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto jobs = verbs.add("jobs", "What has to be done for a variant: jobs with steps, materials, order and cautions");
    jobs.option("FILE", given->file, "project").required();
    jobs.option("--variant", given->variant, "the variant to build").required();
    jobs.answer([given, &context] { return answerJobs(*given, context); });

    auto asked = std::make_shared<Options>();
    auto schedule = verbs.add("schedule", "The jobs of a variant over evenings, with the people and hours there are");
    schedule.option("FILE", asked->file, "project").required();
    schedule.option("--variant", asked->variant, "the variant to build").required();
    schedule.option("--person", asked->people,
                    "one a time: “ann mon 2h, wed 90min”; the people of the house unless told otherwise");
    schedule.option("--from", asked->from, "the first day; today unless told otherwise");
    schedule.answer([asked, &context] { return answerSchedule(*asked, context); });
}

}  // namespace sokudo::cli
