// SPDX-License-Identifier: GPL-3.0-or-later
// What is done of the jobs, what still locks them, and how long they take by what earlier ones took.
#pragma once

#include "core/base/id.h"
#include "core/jobs/jobs.h"
#include "core/jobs/schedule.h"

namespace sokudo::jobs {

/// How long jobs of a kind took, beside what was planned.
struct LearnedTime {
    std::string kind;  ///< id in jobs/kinds.csv
    int jobs = 0;      ///< done with their time
    double ratio = 1;  ///< to multiply estimates by, drawn towards 1 while there are few
    text::Sentence says;
};
/// Whole jobs with a time and an estimate count.
/// @source own: (2 + Σ took/planned) / (2 + jobs): two jobs as planned count beside those that were timed
std::vector<LearnedTime> learnedTimes(const plan::Plan&, const kb::KnowledgeBase&);

struct JobState {
    std::vector<bool> steps;  ///< ticked
    bool isDone = false;
    std::optional<Duration> took;         ///< of all that is ticked
    std::vector<JobLock> open;            ///< locks that nothing settles yet
    std::vector<text::Sentence> settled;  ///< what settled the others
    std::vector<std::size_t> first;       ///< jobs not done that it waits for
    double low = 0, usual = 0, high = 0;  ///< minutes, as learned
    bool isLearned = false;
};

struct JobProgress {
    std::vector<JobState> jobs;  ///< as in the list
    std::vector<LearnedTime> learned;
    std::size_t done = 0, locked = 0;
    double left = 0;                  ///< minutes of those not done, as a rule
    std::optional<std::size_t> next;  ///< the first that can be begun
    text::Sentence sentence;
};

/// @param records  the plan that holds ticks and permissions
JobProgress progressOf(const JobList&, const plan::Plan& records, const kb::KnowledgeBase&);

/// The jobs for the schedule: what is done takes no time, what is locked is left out.
std::vector<Task> tasksOf(const JobList&, const JobProgress&);

/// A step that is done.
struct TickQuestion {
    int step = 0;  ///< from 1; 0: the whole job
    std::optional<Duration> took;
    std::string on;  ///< ISO 8601 date
    plan::PersonId person;
};
/// Ticks a step; a step that is ticked takes the new time.
/// @error NotAllowed  the job is locked: says by what
/// @error BadInput    no such step, a time below 0
Result<plan::Plan> withTick(const plan::Plan& records, const Job&, const JobState&, const TickQuestion&, IdSource&);
/// Takes the tick back. @error NotFound  it is not ticked
Result<plan::Plan> withoutTick(const plan::Plan& records, const Job&, int step);

/// Settles a lock of a job: by whom it was allowed, or which licensed trade does it.
/// @error BadInput  nobody is named
Result<plan::Plan> withPermit(const plan::Plan& records, const Job&, const JobLock&, const std::string& by,
                              const std::string& on, IdSource&);

}  // namespace sokudo::jobs
