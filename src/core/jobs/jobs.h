// SPDX-License-Identifier: GPL-3.0-or-later
// The difference of house and variant as jobs: what to pull, terminate, mount, fit, plug, configure and test, in which
// order, with whom, and what must be agreed first.
#pragma once

#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/kb/build_rows.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::jobs {

struct JobStep {
    text::Sentence what;
    std::string caution;  ///< text; empty: none
    std::string tool;
};

/// Keeps a job from being begun until it is settled.
struct JobLock {
    std::string id;  ///< consent, licensed, between-buildings
    text::Sentence what;
    plan::PlaceId place;  ///< where it is settled, by a trait of it
};

struct Job {
    std::string key;  ///< the same from one day to the next: "pull:run:12"
    const kb::JobKind* kind = nullptr;
    text::Sentence title;
    plan::Subject object;
    plan::PlaceId place;
    double low = 0, usual = 0, high = 0;  ///< minutes
    int people = 1;
    std::vector<text::Sentence> order;  ///< the work order: from where to where, how much, by which way, with whom
    std::vector<text::Sentence> materials;
    std::vector<JobStep> steps;
    std::vector<std::size_t> after;  ///< jobs that must be done first
    std::vector<JobLock> locks;
};

struct JobList {
    std::vector<Job> jobs;  ///< each after those that it waits for
    double low = 0, usual = 0, high = 0;
    std::size_t locked = 0;
    text::Sentence sentence;
};

/// @source job_kinds.csv, job_steps.csv
JobList jobsOf(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase&);

}  // namespace sokudo::jobs
