// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/jobs/progress.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/build_rows.h"
#include "core/plan/edits.h"

namespace sokudo::jobs {
namespace {

constexpr double kAsPlanned = 2;  ///< own: jobs that count as if they took what was planned

std::string kindOf(const std::string& job) { return job.substr(0, job.find(':')); }

/// All ticks of one job.
struct Ticked {
    std::map<int, const plan::Tick*> steps;
    bool hasWhole() const { return steps.count(0) > 0; }
    /// A time of the whole job counts before those of its steps.
    std::optional<Duration> took() const
    {
        if (hasWhole() && steps.at(0)->took) return steps.at(0)->took;
        std::optional<Duration> sum;
        for (const auto& [step, tick] : steps)
            if (step > 0 && tick->took) sum = sum.value_or(Duration{}) + *tick->took;
        return sum;
    }
    /// The job as a whole, or each of its steps, has its time: a part of them would teach too little.
    bool isTimed() const
    {
        if (hasWhole() && steps.at(0)->took) return true;
        return !hasWhole() &&
               std::all_of(steps.begin(), steps.end(), [](const auto& one) { return one.second->took.has_value(); });
    }
    std::optional<Duration> planned() const
    {
        for (const auto& [step, tick] : steps)
            if (tick->planned && *tick->planned > Duration{}) return tick->planned;
        return std::nullopt;
    }
};

std::map<std::string, Ticked> ticksOf(const plan::Plan& records)
{
    std::map<std::string, Ticked> all;
    for (const plan::Tick& tick : records.ticks) all[tick.job].steps[tick.step] = &tick;
    return all;
}

int stepsOf(const std::string& kind, const kb::KnowledgeBase& kb)
{
    int count = 0;
    for (const kb::JobStepRow& row : kb.all<kb::JobStepRow>()) count += row.job == kind;
    return count;
}

bool isWhole(const Ticked& ticked, int steps)
{
    if (ticked.hasWhole()) return true;
    for (int step = 1; step <= steps; ++step)
        if (ticked.steps.count(step) == 0) return false;
    return steps > 0;
}

/// What settles a lock; null: nothing yet.
const plan::Permit* permitFor(const plan::Plan& records, const Job& job, const JobLock& lock)
{
    for (const plan::Permit& permit : records.permits) {
        if (code(permit.kind) != lock.id) continue;
        const bool isForJob = !permit.job.empty() && permit.job == job.key;
        const bool isForPlace = permit.job.empty() && permit.place.isSet() && permit.place == lock.place;
        if (isForJob || isForPlace) return &permit;
    }
    return nullptr;
}

const plan::Tick* tickOf(const plan::Plan& records, const std::string& job, int step)
{
    for (const plan::Tick& tick : records.ticks)
        if (tick.job == job && tick.step == step) return &tick;
    return nullptr;
}

JobState stateOf(const Job& job, const plan::Plan& records, const std::map<std::string, Ticked>& ticks)
{
    JobState state;
    state.steps.assign(job.steps.size(), false);
    state.low = job.low, state.usual = job.usual, state.high = job.high;
    for (const JobLock& lock : job.locks) {
        const plan::Permit* permit = permitFor(records, job, lock);
        if (!permit) {
            state.open.push_back(lock);
            continue;
        }
        state.settled.push_back(permit->kind == plan::PermitKind::Consent
                                    ? text::say("progress.agreed", "agreed by {}{}",
                                                permit->by.empty() ? std::string("the owner") : permit->by,
                                                permit->on.empty() ? "" : " on " + permit->on)
                                    : text::say("progress.done-by", "done by {}", permit->by));
    }
    const auto found = ticks.find(job.key);
    if (found == ticks.end()) return state;
    for (std::size_t step = 0; step < state.steps.size(); ++step)
        state.steps[step] = found->second.hasWhole() || found->second.steps.count(static_cast<int>(step) + 1) > 0;
    state.isDone = isWhole(found->second, static_cast<int>(job.steps.size()));
    state.took = found->second.took();
    return state;
}

}  // namespace

std::vector<LearnedTime> learnedTimes(const plan::Plan& records, const kb::KnowledgeBase& kb)
{
    std::map<std::string, std::pair<int, double>> sums;
    for (const auto& [job, ticked] : ticksOf(records)) {
        const std::string kind = kindOf(job);
        if (!isWhole(ticked, stepsOf(kind, kb)) || !ticked.isTimed() || !ticked.planned()) continue;
        auto& [count, sum] = sums[kind];
        ++count;
        sum += ticked.took()->in() / ticked.planned()->in();
    }
    std::vector<LearnedTime> all;
    for (const auto& [kind, sum] : sums) {
        LearnedTime one{kind, sum.first, (kAsPlanned + sum.second) / (kAsPlanned + sum.first), {}};
        const kb::JobKind* row = kb.find<kb::JobKind>(kind);
        one.says = text::say("progress.learned",
                             "{}: {} timed, on average {:.2f} times what was planned; new ones count {:.2f} times",
                             row ? row->name : kind, one.jobs, sum.second / sum.first, one.ratio);
        all.push_back(std::move(one));
    }
    return all;
}

JobProgress progressOf(const JobList& list, const plan::Plan& records, const kb::KnowledgeBase& kb)
{
    JobProgress progress;
    progress.learned = learnedTimes(records, kb);
    const auto ticks = ticksOf(records);
    for (const Job& job : list.jobs) {
        JobState state = stateOf(job, records, ticks);
        for (const LearnedTime& one : progress.learned)
            if (job.kind && one.kind == job.kind->id) {
                state.low *= one.ratio, state.usual *= one.ratio, state.high *= one.ratio;
                state.isLearned = true;
            }
        progress.jobs.push_back(std::move(state));
    }
    for (std::size_t i = 0; i < list.jobs.size(); ++i) {
        JobState& state = progress.jobs[i];
        for (std::size_t first : list.jobs[i].after)
            if (!progress.jobs[first].isDone) state.first.push_back(first);
        if (state.isDone) {
            ++progress.done;
            continue;
        }
        progress.left += state.usual;
        progress.locked += !state.open.empty();
        if (!progress.next && state.open.empty() && state.first.empty()) progress.next = i;
    }
    if (list.jobs.empty()) progress.sentence = list.sentence;
    else if (progress.done == list.jobs.size())
        progress.sentence = text::say("progress.all-done", "All {} jobs are done", list.jobs.size());
    else
        progress.sentence = text::say(
            "progress.says", "{} of {} jobs done, {} of work left{}", progress.done, list.jobs.size(),
            text::duration(Duration::of(60 * progress.left)),
            progress.locked > 0 ? fmt::format("; {} waiting for permission or a licensed trade", progress.locked) : "");
    return progress;
}

std::vector<Task> tasksOf(const JobList& list, const JobProgress& progress)
{
    std::vector<Task> tasks;
    for (std::size_t i = 0; i < list.jobs.size(); ++i) {
        const Job& job = list.jobs[i];
        const JobState& state = progress.jobs[i];
        tasks.push_back({job.title.text(), state.isDone ? 0 : state.usual, state.isDone ? 1 : job.people, job.after,
                         !state.isDone && !state.open.empty()});
    }
    return tasks;
}

Result<plan::Plan> withTick(const plan::Plan& records, const Job& job, const JobState& state, const TickQuestion& asked,
                            IdSource& ids)
{
    if (!state.open.empty())
        return failure(ErrorCode::NotAllowed,
                       text::say("progress.locked", "{} is locked: {}", job.title, state.open.front().what));
    if (asked.step < 0 || asked.step > static_cast<int>(job.steps.size()))
        return failure(ErrorCode::BadInput, text::say("progress.no-step", "{} has steps 1 to {}, not {}", job.title,
                                                      job.steps.size(), asked.step));
    const plan::Tick* old = tickOf(records, job.key, asked.step);
    plan::Tick tick = old ? *old : plan::Tick{};
    if (!old) tick.id = ids.next<plan::TickId>();
    tick.job = job.key;
    tick.step = asked.step;
    tick.title = job.title.text();
    tick.took = asked.took;
    tick.on = asked.on;
    tick.person = asked.person;
    tick.planned = Duration::of(60 * job.usual);
    return plan::edits::putRecord(records, std::move(tick));
}

Result<plan::Plan> withoutTick(const plan::Plan& records, const Job& job, int step)
{
    const plan::Tick* tick = tickOf(records, job.key, step);
    // A step of a job that was ticked as a whole.
    if (!tick && step > 0) tick = tickOf(records, job.key, 0);
    if (!tick)
        return failure(ErrorCode::NotFound,
                       text::say("progress.not-ticked", "step {} of {} is not ticked", step, job.title));
    return plan::edits::deleteRecord<plan::Tick>(records, tick->id);
}

Result<plan::Plan> withPermit(const plan::Plan& records, const Job& job, const JobLock& lock, const std::string& by,
                              const std::string& on, IdSource& ids)
{
    if (text::trimmed(by).empty())
        return failure(ErrorCode::BadInput,
                       lock.id == "consent"
                           ? text::say("progress.who-agreed", "say who agreed: the owner, the landlord")
                           : text::say("progress.which-trade", "name the licensed trade that does it"));
    plan::Permit permit;
    permit.id = ids.next<plan::PermitId>();
    permit.name = job.title.text();
    permit.kind = plan::permitKindFromCode(lock.id).value_or(plan::PermitKind::Consent);
    permit.place = lock.place;
    permit.job = lock.id == "consent" && lock.place.isSet() ? std::string() : job.key;
    permit.by = text::trimmed(by);
    permit.on = on;
    return plan::edits::putRecord(records, std::move(permit));
}

}  // namespace sokudo::jobs
